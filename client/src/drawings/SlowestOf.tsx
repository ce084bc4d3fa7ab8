import type { JobView } from '../api/types';

/** Who limits the rate: one bar each, the limiting one dark, the result as a line through them. */
export function SlowestOf({ memory }: { memory: NonNullable<JobView['memory']> }) {
  const { rate, allKnown } = memory.planned;
  const top = Math.max(1, ...rate.chain.map((c) => c.rateMTs ?? 0));
  return (
    <div>
      <h3>
        Clocks at the slowest of <span className="lab">MT/s</span>
      </h3>
      {rate.chain.length === 0 && (
        <p className="quiet">{allKnown ? 'No modules yet.' : 'The modules are not known yet.'}</p>
      )}
      <div className="slowest">
        {rate.chain.map((c) => (
          <div key={c.name} className={c.limits ? 'lim' : ''} title={c.because}>
            <span className="nm">{c.limits ? <b>{c.name}</b> : c.name}</span>
            <svg height="10" width="100%" viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
              {c.rateMTs == null ? (
                <rect
                  x="0.5"
                  y="0.5"
                  width="99"
                  height="9"
                  fill="none"
                  stroke="var(--graphite)"
                  strokeDasharray="2 2"
                  vectorEffect="non-scaling-stroke"
                />
              ) : (
                <rect
                  x="0"
                  y="0"
                  width={(100 * c.rateMTs) / top}
                  height="10"
                  fill={c.limits ? 'var(--ink)' : 'var(--line)'}
                />
              )}
            </svg>
            <span className="num">{c.rateMTs ?? '?'}</span>
          </div>
        ))}
      </div>
      {rate.chain.length > 0 && (
        <p className="result">
          All channels run at <b>{rate.words}</b>
          {rate.pace && <span className="quiet">, {rate.pace}</span>}
        </p>
      )}
    </div>
  );
}
