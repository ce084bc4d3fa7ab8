import { useState } from 'react';
import { useTakeCapture } from '../../api/edits';
import { useCaptures } from '../../api/hooks';
import { useDesk } from '../../frame/desk';
import { NotTaken } from './NotTaken';
import { PasteField } from './PasteField';

/** The captures of a phase with how many lines were understood, and a field for the next one. */
export function Captures({ phase }: { phase: 'before' | 'after' }) {
  const { job } = useDesk();
  const captures = (useCaptures(job).data ?? []).filter((c) => c.phase === phase);
  const take = useTakeCapture(job.number);
  const [open, setOpen] = useState<number | null>(null);
  return (
    <section className="stack">
      <h3>
        Captures <span className="lab">lines understood · not</span>
      </h3>
      {captures.length > 0 && (
        <table>
          <tbody>
            {captures.map((c) => (
              <tr key={c.id}>
                <td>
                  <button
                    type="button"
                    className="link"
                    aria-expanded={open === c.id}
                    onClick={() => setOpen(open === c.id ? null : c.id)}
                  >
                    {c.kind}
                  </button>{' '}
                  <span className="quiet">{c.name ?? c.who}</span>
                  {c.changed.length > 0 && <span className="chg"> {c.changed.length} changed</span>}
                </td>
                <td className="num">{c.used}</td>
                <td className="num">{c.lines - c.used || 0}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {captures
        .filter((c) => c.id === open)
        .map((c) => (
          <div key={c.id} className="why">
            <p>{c.sentence}</p>
            {c.remarks.map((r) => (
              <p key={r} className="quiet">
                {r}
              </p>
            ))}
            {c.changed.length > 0 && (
              <table aria-label="Changed since the last capture of this kind">
                <tbody>
                  {c.changed.map((d) => (
                    <tr key={d.what}>
                      <td>{d.what}</td>
                      <td className="quiet">{d.was}</td>
                      <td className="chg">{d.now}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
            <ul className="plain rest">
              {c.rest.map((r) => (
                <li key={r.from}>
                  <span className="mono">{r.from === r.to ? r.from : `${r.from} to ${r.to}`}</span> {r.reason}
                  <br />
                  <span className="mono quiet">{r.sample}</span>
                </li>
              ))}
            </ul>
          </div>
        ))}
      <PasteField
        rows={phase === 'before' && captures.length > 0 ? 3 : 6}
        busy={take.isPending}
        onTake={(pieces) => {
          for (const piece of pieces) take.mutate({ ...piece, phase });
        }}
      />
      <NotTaken take={take} />
    </section>
  );
}
