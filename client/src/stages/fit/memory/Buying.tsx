import { useEffect, useRef, useState } from 'react';
import { useBuying } from '../../../api/hooks';
import type { BuyingAnswer, Edit, JobView } from '../../../api/types';
import { euro, mib, plural } from '../../../format/numbers';
import { useActs } from '../../../frame/desk';
import { useRested } from '../../../frame/sums';

/** So much memory at so high a rate from machine and shelf: several answers side by side, the cheapest first. */
export function Buying({ job, onClose }: { job: JobView; onClose: () => void }) {
  const { apply, say } = useActs();
  const memory = job.memory!;
  const [gib, setGib] = useState(String(job.aim.memoryGiB ?? Math.ceil(memory.found.installedMiB / 512)));
  const [rate, setRate] = useState(String(memory.found.rate.rateMTs ?? ''));
  const wanted = useRested({ gib: Math.floor(Number(gib) || 0), rate: Math.floor(Number(rate) || 0) });
  const { data, error, isFetching, isSuccess } = useBuying(job, wanted.gib, wanted.rate);
  const answers = data?.answers ?? [];
  const first = useRef<HTMLInputElement>(null);
  useEffect(() => first.current?.focus(), []);
  const take = (answer: BuyingAnswer) => {
    apply(answer.edit as Edit);
    say(`${answer.name}: ${mib(answer.side.score.miB)} for ${euro(answer.eur)}.`);
    onClose();
  };
  return (
    <section className="sheet placement" aria-label="Buy for me">
      <div className="row wrap">
        <h3>Buy for me</h3>
        <label htmlFor="buy-gib">at least</label>
        <input
          id="buy-gib"
          ref={first}
          className="inp count"
          inputMode="numeric"
          value={gib}
          onChange={(e) => setGib(e.target.value.replace(/\D/g, ''))}
        />
        <label htmlFor="buy-rate">GiB at</label>
        <input
          id="buy-rate"
          className="inp count"
          inputMode="numeric"
          value={rate}
          onChange={(e) => setRate(e.target.value.replace(/\D/g, ''))}
        />
        <span>MT/s or more</span>
        <span className="quiet" role="status">
          {isFetching ? 'Searching …' : ''}
        </span>
        <button type="button" className="btn o end" onClick={onClose}>
          Leave it
        </button>
      </div>
      {error && <p className="err">{error.message}</p>}
      {isSuccess && answers.length === 0 && (
        <p>
          Machine and shelf can’t do that under the policy {job.policy}: parts need a price, a piece in stock and that
          rate. Ask for less, or put more on the shelf.
        </p>
      )}
      <div className={isFetching ? 'answers old' : 'answers'}>
        {answers.map((a) => (
          <article key={a.name} className="answer" aria-label={a.name}>
            <h4>
              {a.name} <span className="quiet">{a.what}</span>
            </h4>
            <p className="qs-answer">
              <b>{euro(a.eur)}</b>
            </p>
            <ul className="outs">
              {a.bought.map((b) => (
                <li key={b.partId}>
                  {b.count} × {b.part}{' '}
                  <span className="quiet">
                    {euro(b.eur)}
                    {b.liesIn ? `, ${b.liesIn}` : ''}
                  </span>
                </li>
              ))}
              {a.bought.length === 0 && <li>nothing to buy</li>}
            </ul>
            <table>
              <tbody>
                <Row name="Memory" value={mib(a.side.score.miB)} />
                <Row name="Rate" value={a.side.figures.rate.words ?? ''} />
                <Row name="Channels at once" value={(a.side.score.channels ?? 0).toFixed(1)} />
                <Row name="Thrown away" value={plural(a.thrown, 'module', 'modules')} />
                <Row name="Moved" value={String(a.moved)} />
                <Row name="Stops, cares" value={`${a.side.stops}, ${a.side.cares}`} />
              </tbody>
            </table>
            <p className="quiet small">{a.proof}</p>
            <button type="button" className="btn go" onClick={() => take(a)}>
              Take it
            </button>
          </article>
        ))}
      </div>
      {answers.length > 0 &&
        data?.without.map((w) => (
          <p key={w.name} className="quiet small">
            <b>{w.name}</b>: {w.why}.
          </p>
        ))}
    </section>
  );
}

function Row({ name, value }: { name: string; value: string }) {
  return (
    <tr>
      <td>{name}</td>
      <td className="num">{value}</td>
    </tr>
  );
}
