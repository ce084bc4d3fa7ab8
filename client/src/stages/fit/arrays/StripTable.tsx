import { useStrips } from '../../../api/hooks';
import type { Edit, JobView, StripRow } from '../../../api/types';
import { group, plural } from '../../../format/numbers';
import { useActs } from '../../../frame/desk';
import { PlanIt } from './PlanIt';

const SCHOOL: Record<StripRow['school'], string> = {
  'each-on-one': 'each request on one drive',
  between: 'on some',
  'each-on-all': 'each request over all that carry data',
};

/** Both schools of strips with numbers: many small requests side by side, or one large one sooner. */
export function StripTable({ job, array, onClose }: { job: JobView; array: string; onClose: () => void }) {
  const { apply, say } = useActs();
  const { data, error } = useStrips(job, array);
  const plan = (r: StripRow) => {
    apply(r.take as Edit);
    say(`${array}: strips of ${r.kiB} KiB.`);
  };
  return (
    <section className="sheet arrays" aria-label={`Strips of ${array}`}>
      <div className="row wrap">
        <h3>Strips of {array}</h3>
        {data && !data.why && (
          <span className="quiet">
            One request of its use: {data.requestKiB} KiB, over {plural(data.drives, 'data drive', 'data drives')}.
            Rates of the drives; their sum: common practice, no source.
          </span>
        )}
        <button type="button" className="btn o end" onClick={onClose}>
          Leave it
        </button>
      </div>
      {error && <p className="err">{error.message}</p>}
      {data?.why && <p>There is nothing to choose: {data.why}.</p>}
      {data && !data.why && (
        <>
          <table className="levels strips">
            <thead>
              <tr>
                <th>Strip</th>
                <th>School</th>
                <th className="num">Drives touched</th>
                <th className="num">Reads a second, many at once</th>
                <th className="num">One alone takes</th>
                <th className="num">Full stripe</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {data.rows.map((r) => (
                <tr key={r.kiB} className={r.isNow ? 'now' : ''}>
                  <th scope="row">
                    {group(r.kiB)} KiB{r.suggested && <span className="quiet"> suits</span>}
                  </th>
                  <td>{SCHOOL[r.school]}</td>
                  <td className="num">{r.touches.toFixed(2)}</td>
                  <td className="num">{group(r.readsPerSecond)}</td>
                  <td className="num">{r.aloneMilliseconds.toFixed(r.aloneMilliseconds < 1 ? 2 : 1)} ms</td>
                  <td className="num">{r.fullStripeKiB == null ? '–' : `${group(r.fullStripeKiB)} KiB`}</td>
                  <td>
                    <PlanIt what={`strips of ${r.kiB} KiB`} now={r.isNow} onPlan={() => plan(r)} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="quiet small">
            A large strip keeps a small request on one drive: the others serve other requests meanwhile. A small strip
            spreads a large request over all: it is through sooner, and nothing else is served.{' '}
            {data.rows[0]?.fullStripeKiB != null &&
              'Writes as long as a full stripe that begin at one need nothing read before; shorter ones read data and parity first.'}
          </p>
        </>
      )}
    </section>
  );
}
