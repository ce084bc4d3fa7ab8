import { useState, type FormEvent } from 'react';
import { usePhotos } from '../../api/hooks';
import { short } from '../../format/numbers';
import { useDesk } from '../../frame/desk';
import { Field } from '../../frame/Field';
import { NoteField } from './NoteField';
import { PhotoStrip } from './PhotoStrip';

/** Plugs and fans as they sat, a note about the machine, and all photos. */
export function NotesTab() {
  const { job, apply } = useDesk();
  const photos = usePhotos(job.number).data ?? [];
  const notes = job.survey.notes as Record<string, string>;
  const plugs = Object.entries(notes).filter(([about]) => about.startsWith('plug:'));
  const [plug, setPlug] = useState('');
  const [where, setWhere] = useState('');
  const keep = (event: FormEvent) => {
    event.preventDefault();
    if (!plug.trim() || !where.trim()) return;
    apply({ type: 'setNote', about: `plug:${plug.trim()}`, text: where.trim() });
    setPlug('');
    setWhere('');
  };
  const abouts = [...new Set(photos.map((p) => p.about))].filter((a) => a !== 'machine');
  return (
    <div className="sheet survey-cols">
      <section className="stack">
        <h3>
          Plugs and fans as found <span className="lab">{plugs.length}</span>
        </h3>
        {plugs.length > 0 && (
          <table>
            <tbody>
              {plugs.map(([about, text]) => (
                <tr key={about}>
                  <td>{short(about)}</td>
                  <td>{text}</td>
                  <td>
                    <button type="button" className="link" onClick={() => apply({ type: 'setNote', about, text: '' })}>
                      drop
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <form className="stack" onSubmit={keep}>
          <Field id="plug" label="Plug or fan" value={plug} onChange={setPlug} hint="fan 3" />
          <Field
            id="plug-where"
            label="Where it sits"
            value={where}
            onChange={setWhere}
            hint="header FAN_2, cable along the side wall"
          />
          <div>
            <button type="submit" className="btn o" disabled={!plug.trim() || !where.trim()}>
              Note it
            </button>
          </div>
        </form>
      </section>
      <section className="stack">
        <h3>About the machine</h3>
        <NoteField about="machine" />
        {Object.entries(notes)
          .filter(([about]) => about !== 'machine' && !about.startsWith('plug:'))
          .map(([about, text]) => (
            <p key={about}>
              <span className="mono">{short(about)}</span> {text}
            </p>
          ))}
      </section>
      <section className="stack">
        <h3>
          Photos <span className="lab">{photos.length}</span>
        </h3>
        <PhotoStrip about="machine" />
        {abouts.map((a) => (
          <PhotoStrip key={a} about={a} />
        ))}
      </section>
    </div>
  );
}
