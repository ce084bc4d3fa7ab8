import type { CachePoint } from '../api/types';
import { percent, tb } from '../format/numbers';

const W = 460;
const H = 170;
const LEFT = 44;
const FOOT = 24;

/** Hits against size, with the chosen size and the size below which nobody notices. */
export function CacheCurve({
  curve,
  now: chosen,
  leastBytes,
}: {
  curve: CachePoint[];
  now: CachePoint;
  leastBytes?: number | null;
}) {
  const top = curve[curve.length - 1]!.bytes;
  const x = (bytes: number) => LEFT + ((W - 8 - LEFT) * bytes) / top;
  const y = (share: number) => H - FOOT - (H - FOOT - 8) * share;
  const now = Math.min(chosen.bytes, top);
  return (
    <svg
      className="curve"
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label={`Hits against cache size; ${percent(chosen.hits)} at ${tb(chosen.bytes)}`}
    >
      {[0, 0.25, 0.5, 0.75, 1].map((v) => (
        <g key={v}>
          <line x1={LEFT} x2={W - 8} y1={y(v)} y2={y(v)} className="grid" />
          <text x={LEFT - 6} y={y(v) + 4} textAnchor="end">
            {100 * v} %
          </text>
        </g>
      ))}
      {leastBytes != null && leastBytes < top && (
        <>
          <rect x={LEFT} y={y(1)} width={Math.max(0, x(leastBytes) - LEFT)} height={y(0) - y(1)} className="nothing" />
          <text x={x(leastBytes) + 4} y={y(0) - 6}>
            too small to notice below {tb(leastBytes)}
          </text>
        </>
      )}
      <polyline points={curve.map((p) => `${x(p.bytes)},${y(p.hits)}`).join(' ')} className="hits" />
      {now > 0 && (
        <g>
          <line x1={x(now)} x2={x(now)} y1={y(0)} y2={y(chosen.hits)} className="chosen" />
          <circle cx={x(now)} cy={y(chosen.hits)} r={4} className="dot" />
          <text
            x={x(now) + (now > top * 0.7 ? -8 : 8)}
            y={y(chosen.hits) + 16}
            textAnchor={now > top * 0.7 ? 'end' : 'start'}
          >
            {tb(chosen.bytes)}: {percent(chosen.hits)}
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
