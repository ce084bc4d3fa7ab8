/** A node of the guillotine tree: a leaf by name, or children in a row, a column or on the board. A '*' takes what is left. */
export type Tree = string | [string, ...Tree[]];

export interface ChassisKind {
  /** Outer width of the body. */
  w: number;
  /** Least height, for the proportion. */
  h: number;
  r: number;
  silhouette: ('body' | 'stand' | 'ears')[];
  faceBelow: boolean;
  supply: [number, number];
  /** Units per millimetre of a slot. */
  mm: number;
  /** Scale of lying things. */
  k: number;
  caption: string;
  tree: Tree;
}

/** One row of constants per chassis kind, no code per machine. */
export const KINDS: Record<string, ChassisKind> = {
  rack: {
    w: 844,
    h: 0,
    r: 0,
    silhouette: ['body'],
    faceBelow: true,
    supply: [60, 84],
    mm: 0.85,
    k: 1,
    caption: 'lid off, rear at the top, front folded down',
    tree: [
      'col',
      ['board', ['row', 'slots*', ['col', 'ports', 'flow@196:mezzanine,chip,m2'], 'supplies'], 'memory'],
      'fans',
    ],
  },
  thin: {
    w: 364,
    h: 300,
    r: 12,
    silhouette: ['stand', 'body'],
    faceBelow: false,
    supply: [116, 60],
    mm: 1.5,
    k: 1.7,
    caption: 'side off, rear at the left',
    tree: ['row', 'ports', ['board*', 'flow:socket', 'flow:dimm', 'flow:m2,chip']],
  },
  board: {
    w: 720,
    h: 0,
    r: 4,
    silhouette: ['body'],
    faceBelow: false,
    supply: [60, 60],
    mm: 0.85,
    k: 1.2,
    caption: 'the board alone, chassis not known',
    tree: ['col', ['board', 'memory']],
  },
};

export const kindOf = (name: string): ChassisKind => KINDS[name] ?? KINDS.board!;

/** Bay form and stance: least width, most width, height, how its text lies. */
export const BAYS: Record<string, [number, number, number, 'stack' | 'line']> = {
  '2.5 upright': [34, 60, 72, 'stack'],
  '2.5 flat': [120, 280, 26, 'line'],
  '3.5 flat': [120, 214, 27, 'line'],
};

/** Length of a slot in millimetres by mechanical width. */
export const SLOT_MM: Record<number, number> = { 1: 25, 4: 39, 8: 56, 16: 89 };

export const GAP = 8;
export const PAD = 12;
export const WIDTH = 864;
