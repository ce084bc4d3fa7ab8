import { useMemo, type KeyboardEvent, type Ref } from 'react';
import type { PathFlow } from '../api/types';
import { stream, type Column } from './layout';

/** From the media to the network as one band; the pinch in copper, what would be next dashed. */
export function Stream({
  flow,
  at,
  onAt,
  ref,
}: {
  flow: PathFlow;
  /** Number of the stage that is looked at. */
  at: number | null;
  onAt: (stage: number) => void;
  ref?: Ref<HTMLDivElement>;
}) {
  const s = useMemo(() => stream(flow), [flow]);
  const move = (e: KeyboardEvent<SVGSVGElement>) => {
    const step = { ArrowRight: 1, ArrowLeft: -1 }[e.key];
    if (!step) return;
    const all = [...e.currentTarget.querySelectorAll<SVGGElement>('[data-stage]')];
    const here = all.indexOf(document.activeElement as unknown as SVGGElement);
    if (here < 0) return;
    e.preventDefault();
    all[Math.max(0, Math.min(all.length - 1, here + step))]?.focus();
  };
  const clear = flow.endMBs > 0;
  return (
    <div className="streambox" ref={ref}>
      <svg
        className="stream"
        viewBox={`0 0 ${s.w} ${s.h}`}
        role="group"
        aria-label="Path from the drives to the user"
        onKeyDown={move}
      >
        <path d={s.outline} className="st-band" />
        <rect x={0} y={s.middle - s.flow} width={s.w} height={2 * s.flow} className="st-flow" />
        {s.after !== null && clear && (
          <path d={`M0 ${s.middle - s.after}H${s.w}M0 ${s.middle + s.after}H${s.w}`} className="st-next" />
        )}
        {s.columns.map((c, i) => (
          <Stage key={i} c={c} i={i} middle={s.middle} chosen={i === at} onAt={onAt} />
        ))}
        {/* What is heard says it all; the words drawn lie above and are only seen. */}
        <g aria-hidden="true">
          {s.columns.map((c, i) => (
            <Words key={i} c={c} i={i} />
          ))}
        </g>
      </svg>
    </div>
  );
}

function Stage({
  c,
  i,
  middle,
  chosen,
  onAt,
}: {
  c: Column;
  i: number;
  middle: number;
  chosen: boolean;
  onAt: (stage: number) => void;
}) {
  const spoken = `${c.stage.name}, ${c.stage.detail}, ${c.value}${c.stage.mBs == null ? '' : ' MB/s'}${c.pinch ? ', the pinch' : c.next ? ', next pinch' : ''}`;
  return (
    <g
      role="button"
      tabIndex={0}
      data-stage={i}
      data-box={i}
      aria-label={spoken}
      aria-pressed={chosen}
      className={`st-col${c.pinch ? ' st-pinch' : ''}${chosen ? ' st-chosen' : ''}`}
      onMouseEnter={() => onAt(i)}
      onFocus={() => onAt(i)}
      onClick={() => onAt(i)}
    >
      <rect x={c.x + 1} y={1} width={c.w - 2} height={204} className="st-hit" rx={3} />
      {c.cut && <Break x={c.x + c.w / 2} y={middle} half={c.half!} />}
      {c.half === null && (
        <path
          d={`M${c.x + 12} ${middle - 20}h${c.w - 24}M${c.x + 12} ${middle + 20}h${c.w - 24}`}
          className="st-unknown"
        />
      )}
    </g>
  );
}

function Words({ c, i }: { c: Column; i: number }) {
  const x = c.x + 4;
  return (
    <g data-words={i}>
      {c.name.map((line, n) => (
        <text key={n} x={x} y={15 + n * 14} className="st-name">
          {line}
        </text>
      ))}
      <text x={x} y={15 + c.name.length * 14} className={c.pinch ? 'st-value st-name' : 'st-value'}>
        {c.value}
        {c.pinch ? ', pinch' : c.next ? ', next' : ''}
      </text>
      {c.detail.map((line, n) => (
        <text key={n} x={x} y={173 + n * 14} className="st-detail">
          {line}
        </text>
      ))}
    </g>
  );
}

/** Two strokes through the band: it is wider than drawn. */
const Break = ({ x, y, half }: { x: number; y: number; half: number }) => (
  <g className="st-break">
    {[-1, 1].map((sign) => (
      <path key={sign} d={`M${x - 7} ${y + sign * half + 5}l6 -10M${x + 1} ${y + sign * half + 5}l6 -10`} />
    ))}
  </g>
);
