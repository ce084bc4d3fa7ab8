import type { ArrayFigures } from '../api/types';
import { group, hours, mbs, percent, plural, tb } from '../format/numbers';

/** What the array survives, and what a rebuild takes and risks. */
export function Endures({ array }: { array: ArrayFigures }) {
  const { rebuild, loss } = array;
  const own = rebuild?.ownMBs ?? 0;
  // An array that can be rebuilt has its terms.
  const terms = array.terms!;
  return (
    <section>
      <table className="endures">
        <thead>
          <tr>
            <th>
              <b>Survival</b> drives out
            </th>
            <th className="num">cases</th>
            <th />
            <th className="num">survived</th>
          </tr>
        </thead>
        <tbody>
          {(array.survival ?? []).map(({ share = 0, ...row }) => (
            <tr key={row.failures}>
              <td>{row.failures}</td>
              <td className="num">
                {group(row.survived)} of {group(row.cases)}
              </td>
              <td>
                <svg width="80" height="10" viewBox="0 0 80 10" aria-hidden="true">
                  <rect x="0.5" y="0.5" width="79" height="9" fill="none" stroke="var(--graphite)" />
                  <rect x="0" y="0" width={80 * share} height="10" fill="var(--ink)" />
                </svg>
              </td>
              <td className="num">{share === 1 ? 'always' : share === 0 ? 'never' : percent(share)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {rebuild ? (
        <table className="endures">
          <thead>
            <tr>
              <th>
                <b>Rebuild of one drive</b>
              </th>
              <th className="num">
                {array.hasSpare ? 'starts at once, spare there' : `starts after ${terms.startsHours} h, no spare`}
              </th>
            </tr>
          </thead>
          <tbody>
            <Line
              name={
                rebuild.mBs < own * 0.999
                  ? `Rate, what its path leaves of ${mbs(own)}`
                  : `Rate, ${percent(terms.rebuildShare)} of the drives’ mean`
              }
              value={mbs(rebuild.mBs)}
            />
            <Line name="Takes" value={hours(rebuild.hours)} />
            <Line
              name={`Loses the array within ${hours(array.repairHours)}, ${array.surely === 1 ? 'one more failure' : `${array.surely} more failures`}`}
              value={percent(rebuild.furtherFailure)}
            />
            <Line name={`Unreadable sector in ${tb(rebuild.readBytes)}, at most`} value={percent(rebuild.unreadable)} />
            {loss && (
              <Line name="Array or sectors lost within 5 years" value={percent(loss.array + loss.sectors)} strong />
            )}
            {array.shelf && (
              <Line
                name={`To keep on the shelf, ${plural(terms.spareDays, 'day', 'days')} to get one, ${percent(terms.spareTarget)}`}
                value={`${array.shelf.count}`}
              />
            )}
            <Line name="First full pass over every drive" value={hours(array.initialiseHours)} />
          </tbody>
        </table>
      ) : (
        <p className="small">
          There is nothing to rebuild from: one failed drive loses all of it. Within 5 years:{' '}
          <b>{loss ? percent(loss.array) : 'not known'}</b>.
        </p>
      )}
      <p className="quiet small">
        Lives are taken as exponential; common causes, bad batches and mistakes are not in it. An array is not a backup.
      </p>
    </section>
  );
}

function Line({ name, value, strong }: { name: string; value: string; strong?: boolean }) {
  return (
    <tr>
      <td>{strong ? <b>{name}</b> : name}</td>
      <td className="num">{strong ? <b>{value}</b> : value}</td>
    </tr>
  );
}
