import type { Distance, Topic } from '../api/types';
import { euro, gib, group } from '../format/numbers';
import { memo, useEffect, useState } from 'react';

const show = (d: Distance, value: number) =>
  d.unit === 'EUR' ? euro(value) : d.unit === 'GiB' ? gib(value) : d.unit === 'TB' ? value.toFixed(1) : group(value);

/** A planned distance in words: a least or a most where the whole is not known. */
export const amount = (d: Distance) => {
  const words = (value: number) =>
    `${show(d, value)}${d.unit === 'EUR' || !d.unit ? '' : d.unit === 'drives' && value === 1 ? ' drive' : ` ${d.unit}`}`;
  return d.planned != null
    ? words(d.planned)
    : d.atMost != null
      ? `up to ${words(d.atMost)}`
      : d.atLeast != null
        ? `at least ${words(d.atLeast)}`
        : 'not known';
};

/** What each cell is about; the others are every job's. */
const ABOUT: Record<string, readonly Topic[]> = {
  Memory: ['memory', 'processor'],
  Rate: ['memory', 'processor'],
  'Memory slots left': ['memory', 'processor'],
  Usable: ['bays', 'arrays'],
  Survives: ['bays', 'arrays'],
  'Reads at best': ['bays', 'arrays', 'cards'],
  'Lanes left': ['cards', 'm2', 'bays'],
};

/** Cells that stand there only where they are wished: each is a line of Aim all the same. */
const WISHED = new Set(['Writes at best', 'Loss in 5 years', 'Machine off', 'At work']);

/** The distances to the aim; cells that a stop holds are marked. A changed value shows its step from before the last edit for some seconds. */
export function Ledge({
  ledge,
  stopped,
  topics,
}: {
  ledge: Distance[];
  stopped: string[];
  /** What the job is about; a cell about something else stands there only where a stop holds it or it has a wish. */
  topics: readonly Topic[];
}) {
  const shown = ledge.filter(
    (d) =>
      stopped.includes(d.name) ||
      d.wish != null ||
      (!WISHED.has(d.name) && (ABOUT[d.name] ?? topics).some((t) => topics.includes(t))),
  );
  return (
    <section className="ledge" aria-label="Distance to the aim" tabIndex={0}>
      {shown.map((d) => (
        <Cell key={d.name} distance={d} held={stopped.includes(d.name)} />
      ))}
    </section>
  );
}

const Cell = memo(function Cell({ distance: d, held }: { distance: Distance; held: boolean }) {
  const step = useRecentStep(d.planned);
  // A step that can't be read is none: 8.0 TB are 8.0 TB, whoever keeps them.
  const before = step != null && d.planned != null && show(d, step) === show(d, d.planned) ? undefined : step;
  const { found, planned } = { found: d.found ?? 0, planned: d.planned ?? (d.isLimit ? (d.atLeast ?? 0) : 0) };
  const top = Math.max(found, planned, d.wish ?? 0, 1);
  const from = before === undefined ? d.found : before;
  const over = d.isLimit && d.wish != null && planned > d.wish;
  const unit = (value: number) =>
    d.unit === 'EUR' || !d.unit ? '' : d.unit === 'drives' && value === 1 ? ' drive' : ` ${d.unit}`;
  return (
    <div className={held || over ? 'lc held' : 'lc'}>
      <div className="l">
        {d.name}
        {d.wish != null && (
          <i>
            {/* Its unit stands with the value below: the cell is narrow. */}
            {d.isLimit ? 'limit' : 'wish'} {show(d, d.wish)}
          </i>
        )}
      </div>
      <div className="n">
        {from !== d.planned && !(d.isLimit && d.planned == null) && (
          <small>{from == null ? 'not known' : show(d, from)} → </small>
        )}
        {d.planned == null && d.atMost != null ? (
          <>
            <small>up to </small>
            {show(d, d.atMost)}
            {unit(d.atMost)}
          </>
        ) : d.planned == null && d.atLeast != null ? (
          <>
            <small>at least </small>
            {show(d, d.atLeast)}
            {unit(d.atLeast)}
          </>
        ) : d.planned == null ? (
          <span className="quiet">not known</span>
        ) : (
          <>
            {show(d, d.planned)}
            {unit(d.planned)}
          </>
        )}
      </div>
      <div className="bar">
        <svg width="100%" height="4" preserveAspectRatio="none" viewBox="0 0 100 4" aria-hidden="true">
          <rect x="0" y="0" width={(100 * Math.min(found, planned)) / top} height="4" fill="var(--ink)" />
          {planned > found && (
            <rect
              x={(100 * found) / top}
              y="0"
              width={(100 * (planned - found)) / top}
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
});

/** The value before the last change, for eight seconds; undefined when nothing changed lately. */
function useRecentStep(value: number | null): number | null | undefined {
  const [step, set] = useState<{ value: number | null; before?: number | null }>({ value });
  // Known while it is drawn, not after: a step is one drawing.
  if (step.value !== value) set({ value, before: step.value });
  useEffect(() => {
    if (step.before === undefined) return;
    const timer = window.setTimeout(() => set({ value: step.value }), STEP_MS);
    return () => window.clearTimeout(timer);
  }, [step]);
  return step.before;
}

const STEP_MS = 8000;
