import { percent, tb } from '../format/numbers';
import { CacheCurve } from '../frame/CacheCurve';
import { Pick } from '../frame/Pick';
import { WorkedSum } from '../frame/WorkedSum';
import { Amount, CarryOn } from './parts';
import { useRested, useSum, type SumBody, type SumProps } from '../frame/sums';

const EVEN: [string, string][] = [
  ['0.6', 'flat, 0.6'],
  ['0.8', 'uneven, 0.8'],
  ['0.9', 'usual, 0.9'],
  ['1', 'very uneven, 1.0'],
];

/** Whether a flash cache in front of disks brings anything, and from which size on. */
export function CacheSum({ params, set }: SumProps) {
  const hot = params.get('hot') ?? '';
  const size = params.get('cache') ?? '';
  const zipf = params.get('zipf') ?? '0.9';
  const slow = params.get('slow') ?? '10';
  const written = params.get('written') ?? '';
  const rated = params.get('rated') ?? '';
  const asked = useRested<SumBody<'cache'>>({
    hotBytes: Math.round(1e9 * (Number(hot) || 0)),
    cacheBytes: Math.round(1e9 * (Number(size) || 0)),
    blockKiB: 64,
    exponent: Number(zipf),
    slowMs: Number(slow) || 10,
    fastMs: 0.2,
    writtenGBPerDay: Number(written) || 0,
    ratedTB: Number(rated) || null,
  });
  const { data, error, isFetching } = useSum('cache', asked, asked.hotBytes > 0);
  return (
    <div className="stack qs">
      <div className="row wrap fields">
        <Amount id="hot" label="Hot data, GB" value={hot} set={set} />
        <Amount id="cache" label="Cache, GB" value={size} set={set} />
        <Pick id="zipf" name="Demand" value={zipf} options={EVEN} onChange={(v) => set({ zipf: v })} />
        <Amount id="slow" label="Drives answer in, ms" value={slow} set={set} />
        <Amount id="written" label="Written a day, GB" value={written} set={set} />
        <Amount id="rated" label="Cache rated for, TB" value={rated} set={set} />
      </div>
      {error && <p className="err">{error.message}</p>}
      {!hot && (
        <p className="quiet">
          Hot data is what a day’s work asks for at all: often a tenth of what is stored. For example 500, and a cache
          of 240.
        </p>
      )}
      {data && hot && (
        <div className={isFetching ? 'stack old' : 'stack'}>
          <p className="qs-answer">
            {Number(size) > 0 ? (
              <>
                {data.helps ? 'It helps: ' : 'Too small to be noticed: '}
                <b>{percent(data.now.hits)}</b> of requests hit, the mean answer takes{' '}
                <b>{data.now.latencyMs.toFixed(2)} ms</b> instead of {data.missMs} ms.
              </>
            ) : (
              'Say how large the cache is to be.'
            )}{' '}
            {data.leastBytes == null
              ? 'No size brings a quarter of the latency.'
              : `A quarter less latency needs ${tb(data.leastBytes)}.`}
          </p>
          <CacheCurve curve={data.curve} now={data.now} leastBytes={data.leastBytes} />
          {data.years != null && (
            <p>
              Written through it, small and in any order: its rating lasts about{' '}
              <b>{data.years < 100 ? data.years.toFixed(1) : 'over 100'} years</b>. A write cache wants two of them,
              mirrored: what it has not passed on is lost with it.
            </p>
          )}
          <WorkedSum sum={data.why} />
          <CarryOn
            to={{
              note: `Cache: ${tb(data.now.bytes)} before ${hot} GB of hot data hits ${percent(data.now.hits)}, mean answer ${data.now.latencyMs.toFixed(2)} ms instead of ${data.missMs} ms.`,
            }}
          />
        </div>
      )}
    </div>
  );
}
