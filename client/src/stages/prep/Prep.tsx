import { useWays } from '../../api/ways';
import { cost, euro, hours, places, plural } from '../../format/numbers';
import { useDesk } from '../../frame/desk';
import { Message } from '../../frame/Message';
import { PrintHead } from '../../frame/PrintHead';
import { Verdicts } from '../../frame/Verdicts';
import { Backup } from './Backup';

/** Prep: what to order, what lies on the shelf, what to take along; ticked as it is in the box. */
export default function Prep() {
  const { job, apply, select } = useDesk();
  const ways = useWays(job).data ?? [];
  const shopping = job.shopping;
  if (!shopping) return <Message title="Survey comes first" text="The machine is not known yet." />;
  const tick = (key: string, wording: string) => apply({ type: 'setTick', key, done: !job.ticks[key], wording });
  const groups = [...new Set(shopping.takeAlong.map((t) => t.group))];
  const lines = shopping.lines.map((l) => ({ ...l, toOrder: l.toOrder ?? 0 }));
  const there = shopping.lines.filter((l) => job.ticks[l.key]).length;
  return (
    <>
      <main className="field" id="field" tabIndex={-1}>
        <div className="table-page prep">
          <div className="wide print-only">
            <PrintHead what="Shopping and take-along list" />
          </div>
          <section>
            <h3>
              Shopping list{' '}
              <span className="lab">
                {there} of {shopping.lines.length} in the box
              </span>
            </h3>
            {shopping.lines.length === 0 ? (
              <p className="quiet">The plan brings nothing in. Choose parts in Fit.</p>
            ) : (
              <table>
                <thead>
                  <tr>
                    <th>there</th>
                    <th>Part</th>
                    <th>Goes to</th>
                    <th className="num">n</th>
                    <th className="num">each</th>
                    <th className="num">sum</th>
                    <th>from</th>
                  </tr>
                </thead>
                <tbody>
                  {lines.map((l) => (
                    <tr key={l.key}>
                      <td>
                        <input
                          type="checkbox"
                          className="box"
                          checked={!!job.ticks[l.key]}
                          onChange={() => tick(l.key, l.part)}
                          aria-label={`${l.part} is in the box`}
                        />
                      </td>
                      <td>{l.part}</td>
                      <td className="mono">{places(l.places)}</td>
                      <td className="num">{l.count}</td>
                      <td className="num">{euro(l.eachEur)}</td>
                      <td className="num">{euro(l.sumEur)}</td>
                      <td>
                        {l.toOrder < l.count && (
                          <>
                            {Math.min(l.count, l.inStock)} from the shelf{l.liesIn ? ` ${l.liesIn}` : ''}
                          </>
                        )}
                        {l.toOrder > 0 && <b>{l.toOrder < l.count ? `, order ${l.toOrder}` : `order ${l.toOrder}`}</b>}
                      </td>
                    </tr>
                  ))}
                  <tr>
                    <td />
                    <td>
                      <b>All parts</b>{' '}
                      {job.aim.moneyLimitEur != null && (
                        <span className="quiet">limit {euro(job.aim.moneyLimitEur)}</span>
                      )}
                    </td>
                    <td colSpan={3} className="quiet">
                      {shopping.withoutPrice > 0 &&
                        plural(shopping.withoutPrice, 'part without a price', 'parts without a price')}
                    </td>
                    <td className="num">
                      <b>{cost(shopping)}</b>
                    </td>
                    <td />
                  </tr>
                </tbody>
              </table>
            )}
          </section>
          <section>
            <h3>
              Take along{' '}
              <span className="lab">
                {shopping.takeAlong.filter((t) => job.ticks[t.key]).length} of {shopping.takeAlong.length}
              </span>
            </h3>
            {groups.map((g) => (
              <div key={g}>
                <p className="lab group">{g}</p>
                {shopping.takeAlong
                  .filter((t) => t.group === g)
                  .map((t) => (
                    <label key={t.key} className="tickline">
                      <input
                        type="checkbox"
                        className="box"
                        checked={!!job.ticks[t.key]}
                        onChange={() => tick(t.key, t.text)}
                      />
                      {t.text}
                    </label>
                  ))}
              </div>
            ))}
          </section>
          <section className="wide">
            <h3>
              The visit{' '}
              <span className="lab">
                {job.runbook
                  ? `${job.runbook.steps.length} steps, about ${job.runbook.minutes} min${waits(job.runbook.steps)}`
                  : ''}
              </span>
            </h3>
            <VisitLine steps={job.runbook?.steps ?? []} />
          </section>
          <Backup job={job} />
          <div className="wide no-print">
            <button type="button" className="btn go" onClick={() => window.print()}>
              Print both lists
            </button>
          </div>
        </div>
      </main>
      <Verdicts findings={job.findings} ways={ways} onPlace={select} onEdit={apply} />
    </>
  );
}

/** The minutes of the visit to scale, group by group. */
function VisitLine({ steps }: { steps: { group: string; minutes: number }[] }) {
  const groups = [...new Set(steps.map((s) => s.group))].map((g) => ({
    g,
    minutes: steps.filter((s) => s.group === g).reduce((sum, s) => sum + s.minutes, 0),
  }));
  return (
    <div className="visit">
      {groups.map(({ g, minutes }) => (
        <span key={g} style={{ flexGrow: minutes }} className={g === 'Out' || g === 'In' ? 'work' : ''}>
          {g} <b>{minutes} min</b>
        </span>
      ))}
    </div>
  );
}

/** Hours that pass by themselves, as far as they are known, in words. */
const waits = (steps: { waitHours?: number | null }[]) => {
  const sum = steps.reduce((all, s) => all + (s.waitHours ?? 0), 0);
  return sum > 0 ? `; ${hours(sum)} pass by themselves` : '';
};
