import type { Distance } from '../api/types';
import { euro, gib, group } from '../format/numbers';
import { useEffect, useRef, useState } from 'react';

const show = (d: Distance, value: number) =>
  d.unit === 'EUR' ? euro(value) : d.unit === 'GiB' ? gib(value) : d.unit === 'TB' ? value.toFixed(1) : group(value);

/** The distances to the aim; cells that a stop holds are marked. A changed value shows its step from before the last edit for some seconds. */
export function Ledge({ ledge, stopped }: { ledge: Distance[]; stopped: string[] }) {
  return (
    <section className="ledge" aria-label="Distance to the aim" tabIndex={0}>
      {ledge.map((d) => (
        <Cell key={d.name} distance={d} held={stopped.includes(d.name)} />
      ))}
    </section>
  );
}

function Cell({ distance: d, held }: { distance: Distance; held: boolean }) {
  const before = useRecentStep(d.planned);
  const top = Math.max(d.found, d.planned, d.wish ?? 0, 1);
  const from = before ?? d.found;
  const over = d.isLimit && d.wish != null && d.planned > d.wish;
  const unit = (value: number) =>
    d.unit === 'EUR' || !d.unit ? '' : d.unit === 'drives' && value === 1 ? ' drive' : ` ${d.unit}`;
  return (
    <div className={held || over ? 'lc held' : 'lc'}>
      <div className="l">
        {d.name}
        {d.wish != null && (
          <i>
            {d.isLimit ? 'limit' : 'wish'} {show(d, d.wish)}
            {unit(d.wish)}
          </i>
        )}
      </div>
      <div className="n">
        {from !== d.planned && <small>{show(d, from)} → </small>}
        {show(d, d.planned)}
        {unit(d.planned)}
      </div>
      <div className="bar">
        <svg width="100%" height="4" preserveAspectRatio="none" viewBox="0 0 100 4" aria-hidden="true">
          <rect x="0" y="0" width={(100 * Math.min(d.found, d.planned)) / top} height="4" fill="var(--ink)" />
          {d.planned > d.found && (
            <rect
              x={(100 * d.found) / top}
              y="0"
              width={(100 * (d.planned - d.found)) / top}
              height="4"
              fill="var(--copper)"
            />
          )}
          {d.wish != null && (
            <rect x={Math.min(99, (100 * d.wish) / top)} y="0" width="1" height="4" fill="var(--ink)" />
          )}
        </svg>
      </div>
    </div>
  );
}

/** The value before the last change, for eight seconds. */
function useRecentStep(value: number): number | null {
  const last = useRef(value);
  const [before, setBefore] = useState<number | null>(null);
  useEffect(() => {
    if (last.current === value) return;
    setBefore(last.current);
    last.current = value;
    const timer = window.setTimeout(() => setBefore(null), 8000);
    return () => window.clearTimeout(timer);
  }, [value]);
  return before;
}
