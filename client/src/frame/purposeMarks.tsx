import type { Purpose } from '../api/types';

type Ink = 'line' | 'in' | 'fill' | 'dots' | 'stop';
/** x, y, width, height of a piece of the plate, in its ink. */
type Piece = readonly [number, number, number, number, Ink];

const bars = (inks: readonly Ink[]): Piece[] => inks.map((ink, i) => [6 + i * 9, 6, 6, 30, ink]);
const bays = (rows: number, cols: number, wide: number, filled: number): Piece[] =>
  Array.from({ length: rows * cols }, (_, i) => [
    4 + (i % cols) * (wide + 3),
    4 + Math.floor(i / cols) * 9,
    wide,
    7,
    i === filled ? 'fill' : 'line',
  ]);

const PIECES: Record<Purpose, readonly Piece[]> = {
  memory: bars(['line', 'in', 'line', 'in', 'line']),
  drives: bays(4, 2, 22, 5),
  card: [
    [3, 3, 46, 36, 'line'],
    [9, 7, 6, 26, 'line'],
    [20, 7, 8, 28, 'fill'],
    [33, 7, 6, 16, 'dots'],
  ],
  path: [],
  processor: [
    [10, 3, 36, 36, 'line'],
    [16, 9, 24, 24, 'fill'],
  ],
  boot: [
    [4, 9, 40, 12, 'fill'],
    [4, 29, 48, 1, 'line'],
    [4, 26, 1, 7, 'line'],
    [20, 26, 1, 7, 'line'],
    [36, 26, 1, 7, 'line'],
    [51, 26, 1, 7, 'line'],
  ],
  broken: bars(['line', 'line', 'stop', 'line', 'line']),
  everything: [
    [3, 3, 50, 24, 'line'],
    [8, 7, 3, 14, 'line'],
    [14, 7, 3, 14, 'line'],
    [22, 8, 12, 12, 'fill'],
    [40, 7, 3, 14, 'line'],
    [46, 7, 3, 14, 'line'],
    [3, 30, 24, 8, 'line'],
    [29, 30, 24, 8, 'line'],
  ],
};

/** A piece of the plate for each purpose, in the plate's own inks. */
export function PurposeMark({ purpose }: { purpose: Purpose }) {
  return (
    <svg className="purpose-mark" viewBox="0 0 56 42" width="56" height="42" aria-hidden="true">
      {PIECES[purpose].map(([x, y, w, h, ink], i) => (
        <rect key={i} x={x} y={y} width={w} height={h} className={`pm-${ink === 'stop' ? 'line' : ink}`} />
      ))}
      {purpose === 'broken' && <path d="M24 6h12l-12 12z" className="pm-stop" />}
      {purpose === 'boot' && <circle cx="47" cy="15" r="2.5" className="pm-line" />}
      {purpose === 'path' && <path d="M3 5h14l8 10h6l8-10h14v32H39l-8-10h-6l-8 10H3z" className="pm-line" />}
      {purpose === 'path' && <path d="M3 15h50v12H3z" className="pm-fill" />}
    </svg>
  );
}
