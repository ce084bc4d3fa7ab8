import type { Trait } from './silhouette';

/** A node of the guillotine tree: a leaf by name, or children in a row, a column or on the board. A '*' takes what is left. */
export type Tree = string | [string, ...Tree[]];

export interface ChassisKind {
  /** Outer width of the body. */
  w: number;
  /** Least height, for the proportion. */
  h: number;
  r: number;
  traits: Trait[];
  /** Where the front is folded to. */
  face: 'below' | 'right' | null;
  faceTraits?: Trait[];
  /** Width of a front that is folded to the right. */
  faceWidth?: number;
  /** Cards hang from the rear wall, or lie beside each other from the left. */
  slots: 'down' | 'side';
  /** Distance of lying card slots. */
  pitch?: number;
  /** True when all memory stands on one side of its socket. */
  oneBank?: boolean;
  /** M.2 places that the rear row has room for; the rest gets a strip of its own. */
  rearM2?: number;
  supply: [number, number];
  /** Units per millimetre of a slot. */
  mm: number;
  /** Scale of lying things. */
  k: number;
  caption: string;
  tree: Tree;
}

const BELOW = 'rear at the top, front folded down';
const BESIDE = 'side off, rear at the left, front folded to the right';

/** One row of constants per chassis kind, no code per machine. */
export const KINDS: Record<string, ChassisKind> = {
  rack: {
    w: 844,
    h: 0,
    r: 0,
    traits: ['body'],
    face: 'below',
    faceTraits: ['ears'],
    slots: 'down',
    rearM2: 4,
    supply: [60, 84],
    mm: 0.85,
    k: 1,
    caption: `lid off, ${BELOW}`,
    tree: [
      'col',
      ['board', ['row', 'slots*', ['col', 'ports', 'flow@196:mezzanine,chip,m2'], 'supplies'], 'strip', 'memory'],
      'fans',
    ],
  },
  edge: {
    w: 600,
    h: 0,
    r: 0,
    traits: ['fins', 'body', 'tabs'],
    face: 'below',
    slots: 'down',
    supply: [76, 84],
    mm: 0.85,
    k: 1,
    caption: `lid off, ${BELOW}`,
    tree: ['col', ['board', ['row', 'supplies', 'slots*', ['col', 'ports', 'flow@200:mezzanine,m2,chip']], 'memory']],
  },
  tower: {
    w: 520,
    h: 474,
    r: 3,
    traits: ['feet', 'body'],
    face: 'right',
    faceWidth: 236,
    slots: 'side',
    pitch: 30,
    oneBank: true,
    supply: [150, 92],
    mm: 1.5,
    k: 1,
    caption: BESIDE,
    tree: [
      'col',
      ['board', ['row', 'ports', 'memory', 'flow@160:mezzanine,chip,m2'], 'slots*'],
      ['row', 'supplies', 'inner', 'cage*'],
    ],
  },
  deskside: {
    w: 640,
    h: 452,
    r: 10,
    traits: ['handles', 'body'],
    face: 'right',
    faceWidth: 72,
    slots: 'side',
    supply: [150, 84],
    mm: 1.5,
    k: 1,
    caption: BESIDE,
    tree: [
      'col',
      ['board', ['row', 'ports', 'memory*'], ['row', 'slots*', 'flow@128:mezzanine,m2,chip']],
      ['row', 'supplies', 'inner', 'cage*'],
    ],
  },
  drawers: {
    w: 660,
    h: 0,
    r: 8,
    traits: ['body'],
    face: 'below',
    faceTraits: ['panel', 'feet'],
    slots: 'down',
    supply: [96, 84],
    mm: 0.85,
    k: 1,
    caption: `cover off, ${BELOW}`,
    tree: [
      'col',
      [
        'board',
        ['row', 'supplies', ['col', 'ports', 'flow@172:mezzanine,chip'], 'flow@140:socket,dimm,m2', 'slots'],
        'bars',
      ],
      'fans',
    ],
  },
  slab: {
    w: 640,
    h: 0,
    r: 22,
    traits: ['body', 'vents'],
    face: 'below',
    faceTraits: ['panel'],
    slots: 'down',
    supply: [110, 60],
    mm: 0.85,
    k: 1,
    caption: `cover off, ${BELOW}`,
    tree: [
      'col',
      [
        'board',
        ['row', 'flow:socket,dimm,m2', ['col', 'ports', 'flow@168:mezzanine,chip'], 'supplies'],
        'slots',
        'bars',
      ],
      'rotors*',
    ],
  },
  thin: {
    w: 364,
    h: 336,
    r: 12,
    traits: ['stand', 'body'],
    face: null,
    slots: 'side',
    supply: [116, 60],
    mm: 1.5,
    k: 1.7,
    caption: 'side off, rear at the left',
    tree: [
      'row',
      'ports',
      ['board*', 'flow:socket', 'flow:dimm', 'flow:m2,mezzanine,chip', 'bars', 'slots', 'bays', 'supplies'],
    ],
  },
  laptop: {
    w: 600,
    h: 392,
    r: 26,
    traits: ['hinge', 'bumpers', 'body', 'grilles'],
    face: null,
    slots: 'side',
    supply: [104, 60],
    mm: 1.5,
    k: 1.3,
    caption: 'seen from below, rear at the top: left and right are swapped',
    tree: [
      'col',
      ['row', 'flow:socket,mezzanine,chip', 'ports', 'rotors'],
      ['row', 'flow@374:dimm,m2', 'bays'],
      'bars',
      'slots',
      'battery',
    ],
  },
  shelf: {
    w: 848,
    h: 0,
    r: 0,
    traits: ['rails', 'body', 'bow'],
    face: null,
    slots: 'down',
    supply: [150, 46],
    mm: 0.85,
    k: 1,
    caption: 'drawer pulled out, seen from above, rear at the top',
    tree: ['col', ['row', 'flow:mezzanine,chip', 'fans*', 'supplies'], ['row', 'flow:socket,dimm,m2', 'slots'], 'bays'],
  },
  board: {
    w: 720,
    h: 0,
    r: 4,
    traits: ['body'],
    face: 'below',
    slots: 'down',
    rearM2: 4,
    supply: [60, 84],
    mm: 0.85,
    k: 1.2,
    caption: 'the board alone, chassis not known',
    tree: [
      'col',
      ['board', ['row', 'slots*', ['col', 'ports', 'flow@220:mezzanine,chip,m2'], 'supplies'], 'strip', 'memory'],
      'fans',
    ],
  },
};

export const kindOf = (name: string): ChassisKind => KINDS[name] ?? KINDS.board!;

/** Bay form and stance: least width, most width, height, how its text lies. */
export const BAYS: Record<string, [number, number, number, 'stack' | 'line']> = {
  '2.5 upright': [34, 60, 84, 'stack'],
  '2.5 flat': [120, 280, 26, 'line'],
  '2.5 top': [44, 60, 66, 'stack'],
  '2.5 drawer': [56, 72, 120, 'stack'],
  '2.5 caddy': [170, 190, 78, 'stack'],
  '3.5 flat': [120, 214, 27, 'line'],
  '3.5 upright': [60, 84, 100, 'stack'],
  '3.5 drawer': [66, 92, 168, 'stack'],
  '3.5 top': [70, 92, 66, 'stack'],
  '3.5 caddy': [190, 220, 92, 'stack'],
  '5.25 flat': [150, 216, 44, 'line'],
  'u.2 flat': [140, 200, 30, 'line'],
  'u.2 upright': [34, 60, 84, 'stack'],
  'e1.s upright': [34, 44, 84, 'stack'],
  'e1.s flat': [140, 220, 26, 'line'],
};

/** Length of a slot in millimetres by mechanical width; conventional PCI has none. */
export const SLOT_MM: Record<number, number> = { 0: 85, 1: 25, 2: 32, 4: 39, 8: 56, 12: 72, 16: 89 };

export const GAP = 8;
export const PAD = 12;
export const WIDTH = 864;
