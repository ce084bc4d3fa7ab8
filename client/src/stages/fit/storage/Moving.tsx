import type { JobView, LeavingDrive, MoveSubject } from '../../../api/types';
import { hours, mbs, short, tb } from '../../../format/numbers';
import { useActs } from '../../../frame/desk';
import { Pick } from '../../../frame/Pick';

/** What must move before drives leave or are written over, and how drives that leave are wiped. */
export function Moving({ job, onClose }: { job: JobView; onClose: () => void }) {
  return (
    <section className="sheet arrays" aria-label="Moving data">
      <div className="row wrap">
        <h3>Data that moves, drives that leave</h3>
        <button type="button" className="btn o end" onClick={onClose}>
          Leave it
        </button>
      </div>
      {job.moves.length === 0 && <p className="quiet">Nothing has to move: no drive with data leaves or is erased.</p>}
      {job.moves.map((m) => (
        <Subject key={m.key} subject={m} />
      ))}
      {job.leaving.length > 0 && <Leaving drives={job.leaving} />}
    </section>
  );
}

function Subject({ subject }: { subject: MoveSubject }) {
  const { apply } = useActs();
  const planned = subject.planned;
  const to = planned?.to ?? subject.targets.find((t) => `array:${t}` !== subject.key) ?? null;
  const plan = (way: string | null, target: string | null) =>
    apply({ type: 'planMove', subject: subject.key, way: way as never, to: target });
  return (
    <section className="levels">
      <div className="row wrap fields">
        <h4>
          {subject.name}, up to {tb(subject.bytes)}
          {subject.isSystem ? ', with the system' : ''}
        </h4>
        {subject.targets.length > 0 && (
          <Pick
            id={`to-${subject.key}`}
            name="New home"
            value={to ?? ''}
            options={subject.targets.map((t) => [t, t.includes(':') ? short(t) : `array ${t}`])}
            onChange={(v) => plan(planned?.way ?? 'restore', v)}
          />
        )}
      </div>
      <table>
        <thead>
          <tr>
            <th>Way</th>
            <th className="num">Takes up to</th>
            <th className="num">Nobody works for</th>
            <th className="num">Narrowest</th>
            <th>Can’t, or costs</th>
            <th>Verified by</th>
            <th>No way back but restoring</th>
          </tr>
        </thead>
        <tbody>
          {subject.options.map((o) => (
            <tr key={o.way} className={planned?.way === o.way ? 'now' : ''}>
              <td className="nowrap">
                <label className="row tickline">
                  <input
                    type="radio"
                    name={`way-${subject.key}`}
                    checked={planned?.way === o.way}
                    disabled={!o.possible}
                    onChange={() => plan(o.way, o.way === 'nothing' ? null : to)}
                  />
                  {o.name}
                </label>
              </td>
              <td className="num nowrap">{o.hours == null ? 'not known' : o.hours === 0 ? '' : hours(o.hours)}</td>
              <td className="num nowrap">{o.downHours ? hours(o.downHours) : ''}</td>
              <td className="num nowrap">{o.rate ? mbs(o.rate) : ''}</td>
              <td className={o.possible ? 'wrap-text' : 'wrap-text err'}>{o.cannot}</td>
              <td className="wrap-text">{o.verify}</td>
              <td className="wrap-text">{o.noReturn}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** Drives that leave: how each is wiped, by whom, when. */
export function Leaving({ drives }: { drives: LeavingDrive[] }) {
  const { apply } = useActs();
  return (
    <section className="levels">
      <table>
        <thead>
          <tr>
            <th>
              <b>Drives that leave</b>
            </th>
            <th>Serial number</th>
            <th>Wiped how</th>
            <th className="num">Takes</th>
            <th>To know</th>
            <th>Done</th>
          </tr>
        </thead>
        <tbody>
          {drives.map((d) => {
            const option = d.options.find((o) => o.way === d.planned?.way);
            return (
              <tr key={d.place}>
                <td>
                  <span className="mono">{short(d.place)}</span> {d.name}
                </td>
                <td className="mono">{d.serial ?? 'not read'}</td>
                <td>
                  <select
                    className="inp"
                    aria-label={`How the drive of ${short(d.place)} is wiped`}
                    value={d.planned?.way ?? ''}
                    onChange={(e) =>
                      apply({ type: 'recordWipe', place: d.place, way: (e.target.value || null) as never, done: false })
                    }
                  >
                    <option value="">not said</option>
                    {d.options.map((o) => (
                      <option key={o.way} value={o.way}>
                        {o.name}
                      </option>
                    ))}
                  </select>
                </td>
                <td className="num nowrap">{option?.hours ? hours(option.hours) : ''}</td>
                <td className="wrap-text">{option?.remark}</td>
                <td className="nowrap">
                  {d.planned && d.planned.way !== 'keep' && (
                    <label className="row tickline">
                      <input
                        type="checkbox"
                        checked={!!d.planned.who}
                        onChange={(e) =>
                          apply({
                            type: 'recordWipe',
                            place: d.place,
                            way: d.planned!.way,
                            done: e.target.checked,
                          })
                        }
                      />
                      {d.planned.who ? `by ${d.planned.who}` : 'not yet'}
                    </label>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
