import { useControllers } from '../../../api/hooks';
import type { ControllerRow, ControllersView, Edit, JobView } from '../../../api/types';
import { euro, plural, short } from '../../../format/numbers';
import { useActs } from '../../../frame/desk';
import { Pick } from '../../../frame/Pick';

/** Which bays hang on which controller, and every controller of machine and shelf for these drives. */
export function Controllers({ job, onClose }: { job: JobView; onClose: () => void }) {
  const { apply, say } = useActs();
  const { data, error } = useControllers(job);
  const wire = (group: string, to: string) => apply({ type: 'wireBays', group, to });
  const plan = (row: ControllerRow) => {
    if (!row.take) return;
    apply(row.take as Edit);
    say(`${row.name} in ${short(row.at ?? '')}, with the bays cabled to it.`);
  };
  return (
    <section className="sheet arrays" aria-label="Controllers">
      <div className="row wrap">
        <h3>Controllers for these drives</h3>
        <span className="quiet">What runs is what bay, cable and controller have in common.</span>
        <button type="button" className="btn o end" onClick={onClose}>
          Leave it
        </button>
      </div>
      {error && <p className="err">{error.message}</p>}
      {data && <Wiring view={data} onWire={wire} />}
      {data && (
        <table className="levels controllers">
          <thead>
            <tr>
              <th>Controller</th>
              <th>Where</th>
              <th className="num">Drives run</th>
              <th>Links</th>
              <th>Levels</th>
              <th>Cache</th>
              <th>Wants</th>
              <th>Changes</th>
              <th className="num">Cost</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {data.rows.map((r) => (
              <tr key={(r.partId ?? '') + (r.at ?? '') + r.name} className={r.isNow ? 'now' : ''}>
                <td>
                  <b>{r.name}</b>
                  <br />
                  <span className="quiet">{r.kind}</span>
                </td>
                <td>
                  {r.isNow
                    ? `now, ${short(r.at ?? '')}`
                    : r.at
                      ? r.partId
                        ? `fits ${short(r.at)}`
                        : short(r.at)
                      : r.noPlace}
                </td>
                <td className="num">
                  {r.runs} of {r.of}
                  {r.mostDrives ? <small className="quiet">, most {r.mostDrives}</small> : null}
                </td>
                <td className="nowrap">
                  {r.slowestGbs ? `${r.slowestGbs} Gb/s` : 'not known'}
                  {r.ends2TiB ? <div className="err">ends at 2 TiB</div> : null}
                  {r.boots === false ? <div className="err">does not boot</div> : null}
                </td>
                <td>
                  {r.levels.length ? r.levels.join(' ') : 'none'}
                  {r.arrays > 0 && (
                    <div className="quiet">
                      keeps {r.makes} of {r.arrays}
                    </div>
                  )}
                </td>
                <td>{r.cacheMiB ? `${r.cacheMiB} MiB, ${r.protection ?? 'unguarded'}` : 'none'}</td>
                <td>{[...r.cables, ...r.needs].join('; ') || 'nothing'}</td>
                <td>{r.changes.join('; ') || (r.isNow ? '' : 'nothing')}</td>
                <td className="num nowrap">
                  {r.partId ? euro(r.eur) : ''}
                  {r.partId && <div className="quiet">{r.inStock} in stock</div>}
                </td>
                <td>
                  {r.take && (
                    <button type="button" className="btn o" aria-label={`Plan it: ${r.name}`} onClick={() => plan(r)}>
                      Plan it
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="quiet small">
        Cards are tried by bus, width, height and length of the slots; lanes and power have sheets of their own.
      </p>
    </section>
  );
}

function Wiring({ view, onWire }: { view: ControllersView; onWire: (group: string, to: string) => void }) {
  if (view.wiring.length === 0) return null;
  return (
    <div className="row wrap fields" role="group" aria-label="Which bays hang on which controller">
      {view.wiring.map((w) => (
        <Pick
          key={w.group}
          id={`wire-${w.group}`}
          name={`${w.group}, ${plural(w.bays, 'bay', 'bays')}`}
          value={w.to ?? ''}
          options={[
            ['', w.to ? 'as the sheet says' : 'no controller, or not said'],
            ...view.ends.map(
              (e) =>
                [e.place, `${e.name}${e.place.startsWith('card') ? `, ${short(e.place)}` : ''}`] as [string, string],
            ),
          ]}
          onChange={(v) => onWire(w.group, v)}
        />
      ))}
    </div>
  );
}
