import type { PowerSheet } from '../../../api/types';
import { group } from '../../../format/numbers';

const W = 380;
const H = 200;
const LEFT = 48;
const RIGHT = 8;
const FOOT = 26;
const TOP = 20;
const WORDS = 16;

/** Watts over the start: all else, disks on 5 V and disks on 12 V one above the other, with what the supply gives. */
export function StartCurve({ power }: { power: PowerSheet }) {
  const last = power.start[power.start.length - 1]!.seconds;
  const top = Math.max(power.peakWatt, power.limitWatt ?? 0, 1) * 1.08;
  const x = (s: number) => LEFT + ((W - RIGHT - LEFT) * s) / last;
  const y = (w: number) => H - FOOT - ((H - FOOT - TOP) * w) / top;
  const area = (from: (i: number) => number, to: (i: number) => number) => {
    const at = power.start.map((p, i) => [x(p.seconds), i] as const);
    const up = at.map(([px, i]) => `${px.toFixed(1)},${y(to(i)).toFixed(1)}`);
    const down = [...at].reverse().map(([px, i]) => `${px.toFixed(1)},${y(from(i)).toFixed(1)}`);
    return [...up, ...down].join(' ');
  };
  const p = power.start;
  const rest = (i: number) => p[i]!.rest;
  const with5 = (i: number) => p[i]!.rest + p[i]!.watt5;
  const with12 = (i: number) => p[i]!.rest + p[i]!.watt5 + p[i]!.watt12;
  const ticks = Array.from({ length: 4 }, (_, i) => Math.round((top * i) / 3 / 10) * 10).filter((t) => y(t) > TOP);
  const disks = power.peakWatt > p[0]!.rest + 1;
  const limit = power.limitWatt;
  // Words stand in an area that is as high as they are, else above it.
  const thin = y(0) - y(p[0]!.rest) < WORDS;
  const highestAtEnd = Math.max(...p.map((at, i) => (at.seconds > last * 0.75 ? with12(i) : 0)));
  return (
    <svg
      className="curve power"
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label={`Watts over the first ${Math.round(last)} seconds: most ${group(power.peakWatt)} W after ${power.peakSeconds} s${
        limit == null ? '' : `, ${group(limit)} W are there`
      }`}
    >
      {ticks.map((t) => (
        <g key={t}>
          <line x1={LEFT} x2={W - RIGHT} y1={y(t)} y2={y(t)} className="grid" />
          <text x={LEFT - 6} y={y(t) + 4} textAnchor="end">
            {group(t)} W
          </text>
        </g>
      ))}
      <polygon points={area(() => 0, rest)} className="pw-rest" />
      <polygon points={area(rest, with5)} className="pw-5" />
      <polygon points={area(with5, with12)} className="pw-12" />
      {thin ? (
        <text x={W - RIGHT} y={y(highestAtEnd) - 6} textAnchor="end">
          all but disks
        </text>
      ) : (
        <text x={LEFT + 8} y={Math.min(y(0) - 6, y(p[0]!.rest / 2) + 4)}>
          boards, processors, memory, cards, flash
        </text>
      )}
      {disks && (
        <text x={Math.min(x(power.peakSeconds) + 2, W - 190)} y={y(power.peakWatt) - 6}>
          disks, 12 V {power.amp12.toFixed(1)} A and 5 V
        </text>
      )}
      {limit != null && (
        <>
          <line x1={LEFT} x2={W - RIGHT} y1={y(limit)} y2={y(limit)} className="pw-limit" />
          <text x={W - RIGHT} y={y(limit) - 5} textAnchor="end" className="pw-bold">
            {power.redundant ? 'one supply alone' : 'supply'} {group(limit)} W
          </text>
          <line x1={LEFT} x2={W - RIGHT} y1={y(limit * 0.8)} y2={y(limit * 0.8)} className="pw-room" />
          <text x={W - RIGHT} y={y(limit * 0.8) + 14} textAnchor="end">
            less 20 %
          </text>
        </>
      )}
      {[0, 0.25, 0.5, 0.75, 1].map((f) => (
        <text key={f} x={x(last * f)} y={H - 8} textAnchor={f === 0 ? 'start' : f === 1 ? 'end' : 'middle'}>
          {Math.round(last * f)} s
        </text>
      ))}
    </svg>
  );
}
