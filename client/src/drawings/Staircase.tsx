import type { ArrayFigures } from '../api/types';
import { tb, tib } from '../format/numbers';

const H = 100;

/** From raw bytes to what is shown: one step each for what is taken away, heights to scale. */
export function Staircase({ array }: { array: ArrayFigures }) {
  const capacity = array.capacity!;
  const top = Math.max(1, capacity.raw);
  const steps = capacity.steps;
  const columns = [
    ...steps.map((s) => ({
      key: s.key,
      name: s.name,
      because: s.key === 'redundancy' ? s.because : s.key === 'raw' ? 'raw' : '',
      title: s.because,
      left: s.left,
      gone: s.key === 'raw' ? 0 : s.bytes,
      dark: false,
    })),
    {
      key: 'array',
      name: array.plan.name === 'these' ? 'array' : `array ${array.plan.name}`,
      because: 'as systems show it',
      title: 'the same bytes in units of 2⁴⁰',
      left: capacity.usable,
      gone: 0,
      dark: true,
    },
  ];
  return (
    <section>
      <h3>
        From raw to shown <span className="lab">heights to scale</span>
      </h3>
      <div
        className="stairs"
        role="img"
        aria-label={`${tb(capacity.raw)} of drives make ${tb(capacity.usable)}, shown as ${tib(capacity.usable)}`}
      >
        {columns.map((c) => (
          <div key={c.key} className="stair" title={c.title}>
            <svg width="100%" height={H} viewBox={`0 0 100 ${H}`} preserveAspectRatio="none" aria-hidden="true">
              <defs>
                <pattern
                  id="stair-hatch"
                  width="6"
                  height="6"
                  patternUnits="userSpaceOnUse"
                  patternTransform="rotate(45)"
                >
                  <line x1="0" y1="0" x2="0" y2="6" stroke="var(--graphite)" strokeWidth="1.4" />
                </pattern>
              </defs>
              {c.gone > 0 && (
                <rect
                  x="0.5"
                  y={H - (H * (c.left + c.gone)) / top + 0.5}
                  width="99"
                  height={Math.max(1.5, (H * c.gone) / top)}
                  fill="url(#stair-hatch)"
                  stroke="var(--graphite)"
                  vectorEffect="non-scaling-stroke"
                />
              )}
              <rect
                x="0"
                y={H - (H * c.left) / top}
                width="100"
                height={(H * c.left) / top}
                fill={c.dark ? 'var(--ink)' : 'var(--line)'}
              />
            </svg>
            <div className="num">{c.gone > 0 ? `− ${tb(c.gone)}` : c.dark ? <b>{tib(c.left)}</b> : tb(c.left)}</div>
            <div>
              <b>{c.name}</b>
            </div>
            <div className="quiet">{c.gone > 0 && c.key !== 'redundancy' ? `leaves ${tb(c.left)}` : c.because}</div>
          </div>
        ))}
      </div>
      <p className="small">
        <b>{tb(capacity.usable)}</b> are <b>{tib(capacity.usable)}</b>: the same bytes, counted in 10¹² and in 2⁴⁰.{' '}
        Survives {array.surely === array.atBest ? array.surely : `${array.surely}, at best ${array.atBest}`}{' '}
        {array.atBest === 1 ? 'failed drive' : 'failed drives'}.
      </p>
    </section>
  );
}
