import type { Purpose } from '../api/types';

/** A piece of the plate: its ink, and its outline. */
type Piece = readonly ['line' | 'in' | 'fill' | 'dots' | 'stop', string];

const box = (x: number, y: number, w: number, h: number) => `M${x} ${y}h${w}v${h}h${-w}z`;
const bars = (filled: readonly number[]): Piece[] =>
  [0, 1, 2, 3, 4].map((i) => [filled.includes(i) ? 'in' : 'line', box(6 + i * 9, 6, 6, 30)]);
const bays: Piece[] = [0, 1, 2, 3, 4, 5, 6, 7].map((i) => [
  i === 5 ? 'fill' : 'line',
  box(4 + (i % 2) * 25, 4 + Math.floor(i / 2) * 9, 22, 7),
]);

const PIECES: Record<Purpose, readonly Piece[]> = {
  memory: bars([1, 3]),
  drives: bays,
  card: [
    ['line', box(3, 3, 46, 36) + box(9, 7, 6, 26)],
    ['fill', box(20, 7, 8, 28)],
    ['dots', box(33, 7, 6, 16)],
  ],
  path: [
    ['line', 'M3 5h14l8 10h6l8-10h14v32H39l-8-10h-6l-8 10H3z'],
    ['fill', box(3, 15, 50, 12)],
  ],
  processor: [
    ['line', box(10, 3, 36, 36)],
    ['fill', box(16, 9, 24, 24)],
  ],
  boot: [
    ['fill', box(4, 9, 40, 12)],
    ['line', 'M44 15a3 3 0 1 0 6 0a3 3 0 1 0 -6 0M4 30h48M4 26v8M20 26v8M36 26v8M52 26v8'],
  ],
  broken: [...bars([]), ['stop', 'M24 6h12l-12 12z']],
  everything: [
    ['line', box(3, 3, 50, 24) + box(8, 7, 3, 14) + box(14, 7, 3, 14) + box(40, 7, 3, 14) + box(46, 7, 3, 14)],
    ['fill', box(22, 8, 12, 12)],
    ['line', box(3, 30, 24, 8) + box(29, 30, 24, 8)],
  ],
};

/** A piece of the plate for each purpose, in the plate's own inks. */
export function PurposeMark({ purpose }: { purpose: Purpose }) {
  return (
    <svg viewBox="0 0 56 42" width="56" height="42" aria-hidden="true">
      {PIECES[purpose].map(([ink, outline], i) => (
        <path key={i} d={outline} className={`pm-${ink}`} />
      ))}
    </svg>
  );
}
