import type { components } from '../api/schema';
import { percent, tb } from '../format/numbers';
import { Field } from '../frame/Field';
import { Pick } from '../frame/Pick';
import { WorkedSum } from '../frame/WorkedSum';
import { CarryOn } from './parts';
import { digits, useCache, useRested, type SumProps } from './sums';

type Worth = components['schemas']['CacheWorth'];

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
  const { data, error, isFetching } = useCache(
    useRested({
      hotBytes: Math.round(1e9 * (Number(hot) || 0)),
      cacheBytes: Math.round(1e9 * (Number(size) || 0)),
      blockKiB: 64,
      exponent: Number(zipf),
      slowMs: Number(slow) || 10,
      fastMs: 0.2,
      writtenGBPerDay: Number(written) || 0,
      ratedTB: Number(rated) || null,
    }),
  );
  return (
    <div className="stack qs">
      <div className="row wrap fields">
        <Field id="hot" label="Hot data, GB" value={hot} onChange={(v) => set({ hot: digits(v) })} />
        <Field id="cache" label="Cache, GB" value={size} onChange={(v) => set({ cache: digits(v) })} />
        <Pick id="zipf" name="Demand" value={zipf} options={EVEN} onChange={(v) => set({ zipf: v })} />
        <Field id="slow" label="Drives answer in, ms" value={slow} onChange={(v) => set({ slow: digits(v) })} />
        <Field id="written" label="Written a day, GB" value={written} onChange={(v) => set({ written: digits(v) })} />
        <Field id="rated" label="Cache rated for, TB" value={rated} onChange={(v) => set({ rated: digits(v) })} />
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
          <Curve worth={data} />
          {data.years != null && (
            <p>
              Written through it, small and in any order: its rating lasts about{' '}
              <b>{data.years < 100 ? data.years.toFixed(1) : 'over 100'} years</b>. A write cache wants two of them,
              mirrored: what it has not passed on is lost with it.
            </p>
          )}
          <WorkedSum sum={data.why} />
          <CarryOn to={{}}>Begin a job</CarryOn>
        </div>
      )}
    </div>
  );
}

const W = 640;
const H = 170;
const LEFT = 44;
const FOOT = 24;

/** Hits against size, with the chosen size and the size below which nobody notices. */
function Curve({ worth }: { worth: Worth }) {
  const top = worth.curve[worth.curve.length - 1]!.bytes;
  const x = (bytes: number) => LEFT + ((W - 8 - LEFT) * bytes) / top;
  const y = (share: number) => H - FOOT - (H - FOOT - 8) * share;
  const now = Math.min(worth.now.bytes, top);
  return (
    <svg
      className="curve"
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label={`Hits against cache size; ${percent(worth.now.hits)} at ${tb(worth.now.bytes)}`}
    >
      {[0, 0.25, 0.5, 0.75, 1].map((v) => (
        <g key={v}>
          <line x1={LEFT} x2={W - 8} y1={y(v)} y2={y(v)} className="grid" />
          <text x={LEFT - 6} y={y(v) + 4} textAnchor="end">
            {100 * v} %
          </text>
        </g>
      ))}
      {worth.leastBytes != null && worth.leastBytes < top && (
        <>
          <rect
            x={LEFT}
            y={y(1)}
            width={Math.max(0, x(worth.leastBytes) - LEFT)}
            height={y(0) - y(1)}
            className="nothing"
          />
          <text x={x(worth.leastBytes) + 4} y={y(0) - 6}>
            too small to notice below {tb(worth.leastBytes)}
          </text>
        </>
      )}
      <polyline points={worth.curve.map((p) => `${x(p.bytes)},${y(p.hits)}`).join(' ')} className="hits" />
      {now > 0 && (
        <g>
          <line x1={x(now)} x2={x(now)} y1={y(0)} y2={y(worth.now.hits)} className="chosen" />
          <circle cx={x(now)} cy={y(worth.now.hits)} r={4} className="dot" />
          <text
            x={x(now) + (now > top * 0.7 ? -8 : 8)}
            y={y(worth.now.hits) + 16}
            textAnchor={now > top * 0.7 ? 'end' : 'start'}
          >
            {tb(worth.now.bytes)}: {percent(worth.now.hits)}
          </text>
        </g>
      )}
      <text x={LEFT} y={H - 6}>
        0
      </text>
      <text x={W - 8} y={H - 6} textAnchor="end">
        {tb(top)}, all of the hot data
      </text>
    </svg>
  );
}
