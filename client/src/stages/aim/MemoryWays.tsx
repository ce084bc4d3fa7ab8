import { Link } from 'react-router';
import { useBuying } from '../../api/hooks';
import type { BuyingAnswer, Edit, JobView } from '../../api/types';
import { euro, mib, plural } from '../../format/numbers';
import { useActs } from '../../frame/desk';
import { POLICY_NAMES } from '../../frame/policies';
import { WISHES, distanceOf, wished } from './wishRows';

const MEMORY = WISHES.find((w) => w.wish === 'memoryGiB')!;

/** True while the plan does not hold the memory that is wished, or nobody knows that it does. */
export const wantsMemory = (job: JobView) => {
  const wish = wished(job, 'memoryGiB');
  const planned = distanceOf(job, MEMORY)?.planned;
  return wish != null && (job.sheet?.channels?.length ?? 0) > 0 && (planned == null || planned < wish);
};

/** Ideas for the memory that is wished: what machine and shelf reach it with, each a press from the plan. */
export function MemoryWays({ job }: { job: JobView }) {
  const { apply, say } = useActs();
  const wish = wished(job, 'memoryGiB') ?? 0;
  const alone = (job.aim.alone ?? []).includes('memory');
  const { data, error, isFetching } = useBuying(job, alone ? 0 : wish, 0);
  if (alone) return <p className="quiet">No idea for memory: it is left alone.</p>;
  if (error) return <p className="quiet">No idea for memory: {error.message}</p>;
  if (!data) return <p className="quiet late">Looking which modules make it {wish} GiB …</p>;
  const take = (answer: BuyingAnswer) => {
    apply(answer.edit as Edit);
    say(`${answer.name}: ${mib(answer.side.score.miB)} for ${euro(answer.eur)}.`);
  };
  return (
    <section className={isFetching ? 'memory-ways old' : 'memory-ways'} aria-label="Ideas for memory">
      <h4>Ideas for {wish} GiB of memory</h4>
      {data.answers.length === 0 && (
        <p className="quiet">
          None: machine and shelf can’t do that under the policy {POLICY_NAMES[job.policy]}. Parts need a price and a
          piece in stock: <Link to="/shelf/new">put a module on the shelf</Link>.
        </p>
      )}
      <ul className="plain">
        {data.answers.map((a) => (
          <li key={a.name} className="row">
            <b>{a.name}</b>
            <span className="memory-way">
              {a.bought.length === 0 ? 'nothing to buy' : a.bought.map((b) => `${b.count} × ${b.part}`).join(', ')}
              <span className="quiet">
                {[
                  mib(a.side.score.miB),
                  a.side.figures.rate.words,
                  a.thrown > 0 && `${plural(a.thrown, 'module', 'modules')} left over`,
                  job.aim.moneyLimitEur != null && a.eur > job.aim.moneyLimitEur && 'over the money wished',
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </span>
            </span>
            <span className="num">{euro(a.eur)}</span>
            <button
              type="button"
              className="btn o"
              aria-label={`Take “${a.name}” into the plan`}
              onClick={() => take(a)}
            >
              Take it
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
