import { useKeepers } from '../../../api/hooks';
import type { Edit, JobView, KeeperSide } from '../../../api/types';
import { hours, percent, plural, tb } from '../../../format/numbers';
import { useActs } from '../../../frame/desk';
import { PlanIt } from './PlanIt';

type Row = [string, (k: KeeperSide) => string];

const ROWS: Row[] = [
  ['Can it', (k) => k.why ?? (k.unknown ? `not known: ${k.unknown}` : 'yes')],
  ['Usable', (k) => (k.usable == null ? '–' : tb(k.usable))],
  ['Survives', (k) => (k.surely == null ? '–' : plural(k.surely, 'failure', 'failures'))],
  ['A repair takes', (k) => (k.repairHours == null ? '–' : hours(k.repairHours))],
  ['Loss in 5 years', (k) => (k.loss == null ? '–' : percent(k.loss))],
  ['Wants', (k) => k.needs.join('; ') || 'nothing'],
  ['A small write waits', (k) => k.school.writes],
  ['Redundancy is worked out by', (k) => k.school.parity],
  ['A repair runs', (k) => k.school.repairs],
  ['Read elsewhere by', (k) => k.school.moves],
  ['A failure is heard of by', (k) => k.school.tells],
  ['TRIM', (k) => k.school.trim],
  ['A system starts', (k) => k.school.starts],
];

/** Who can keep an array, side by side: what hangs behind its drives, and the host over plain ports. */
export function KeeperTable({ job, array, onClose }: { job: JobView; array: string; onClose: () => void }) {
  const { apply, say } = useActs();
  const { data, error } = useKeepers(job, array);
  const plan = (k: KeeperSide) => {
    apply(k.take as Edit);
    say(`${array} is kept by ${k.name}.`);
  };
  return (
    <section className="sheet arrays" aria-label={`Who keeps ${array}`}>
      <div className="row wrap">
        <h3>Who keeps {array}</h3>
        <span className="quiet">The same drives and level under each; words: common practice, no source.</span>
        <button type="button" className="btn o end" onClick={onClose}>
          Leave it
        </button>
      </div>
      {error && <p className="err">{error.message}</p>}
      {data && (
        <table className="levels keepers">
          <thead>
            <tr>
              <th />
              {data.map((k) => (
                <th key={k.host} className={k.isNow ? 'now' : ''}>
                  {k.name}
                  <div className="quiet">{k.school.name}</div>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {ROWS.map(([name, of]) => (
              <tr key={name}>
                <th scope="row">{name}</th>
                {data.map((k) => (
                  <td key={k.host} className={k.isNow ? 'now' : ''}>
                    {of(k)}
                  </td>
                ))}
              </tr>
            ))}
            <tr>
              <th scope="row" />
              {data.map((k) => (
                <td key={k.host} className={k.isNow ? 'now' : ''}>
                  <PlanIt what={`kept by ${k.name}`} now={k.isNow} onPlan={k.take ? () => plan(k) : undefined} />
                </td>
              ))}
            </tr>
          </tbody>
        </table>
      )}
    </section>
  );
}
