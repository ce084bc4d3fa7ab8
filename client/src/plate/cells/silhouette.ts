import { circle, path, rect, type Art } from './block';

/** Traits of a chassis: what a technician recognises it by before reading its name. */
export type Trait =
  | 'body'
  | 'fins'
  | 'tabs'
  | 'feet'
  | 'handles'
  | 'stand'
  | 'hinge'
  | 'bumpers'
  | 'grilles'
  | 'rails'
  | 'bow'
  | 'vents'
  | 'ears'
  | 'panel';

/** How far a trait sticks out: left, top, right, bottom. */
const REACH: Partial<Record<Trait, [number, number, number, number]>> = {
  fins: [14, 0, 14, 0],
  tabs: [38, 0, 38, 0],
  feet: [0, 0, 0, 14],
  handles: [0, 26, 0, 0],
  stand: [0, 0, 0, 32],
  hinge: [0, 12, 0, 0],
  bumpers: [9, 0, 9, 0],
  rails: [8, 4, 8, 0],
  bow: [8, 0, 8, 38],
};

export const reach = (traits: Trait[]): [number, number, number, number] =>
  [0, 1, 2, 3].map((side) => Math.max(0, ...traits.map((t) => REACH[t]?.[side] ?? 0))) as [
    number,
    number,
    number,
    number,
  ];

type Draw = (x: number, y: number, w: number, h: number, r: number) => Art[];

const upTo = (from: number, to: number, step: number) =>
  Array.from({ length: Math.max(0, Math.ceil((to - from) / step)) }, (_, i) => from + i * step);

const ends = (x: number, w: number, inset: number, wide: number) => [x + inset, x + w - inset - wide];

const corner = (cx: number, cy: number, sx: number, sy: number) =>
  `M${cx} ${cy + sy * 56}q${-sx * 8} 0 ${-sx * 8} ${-sy * 10}v${-sy * 30}q0 ${-sy * 24} ${sx * 24} ${-sy * 24}h${sx * 36}q${sx * 8} 0 ${sx * 8} ${sy * 8}`;

const DRAW: Record<Trait, Draw> = {
  body: (x, y, w, h, r) => [rect(x, y, w, h, 'g-body', r)],
  fins: (x, y, w, h) => [
    path(
      upTo(4, h, 8)
        .map((i) => `M${x} ${y + i}h-14M${x + w} ${y + i}h14`)
        .join(''),
      'g-fin',
    ),
    path(`M${x - 14} ${y}v${h}M${x + w + 14} ${y}v${h}`, 'g-hull'),
  ],
  tabs: (x, y, w, h) =>
    (
      [
        [x - 14, -22],
        [x + w + 14, 22],
      ] as const
    ).flatMap(([tx, d]) =>
      [y + 14, y + h - 54].flatMap((ty) => [
        path(`M${tx} ${ty}h${d}v40h${-d}`, 'g-hull'),
        circle(tx + d * 0.55, ty + 20, 4.5, 'g-hull'),
      ]),
    ),
  feet: (x, y, w, h) => ends(x, w, 24, 46).map((fx) => path(`M${fx} ${y + h}h46l-6 12h-34z`, 'g-hullf')),
  handles: (x, y, w) =>
    ends(x, w, 14, 150).map((hx) =>
      path(`M${hx} ${y + 2}v-14q0 -12 12 -12h126q12 0 12 12v14M${hx + 12} ${y}v-8q0 -6 6 -6h114q6 0 6 6v8`, 'g-hull'),
    ),
  stand: (x, y, w, h) => [
    path(`M${x + w * 0.3} ${y + h}l-14 22h${w * 0.4 + 28}l-14 -22`, 'g-hullf'),
    rect(x + w * 0.14, y + h + 22, w * 0.72, 9, 'g-hullf', 4),
  ],
  hinge: (x, y, w) => [
    rect(x + 152, y - 8, w - 304, 10, 'g-texf'),
    ...ends(x, w, 60, 92).map((hx) => rect(hx, y - 11, 92, 16, 'g-hullf', 8)),
  ],
  bumpers: (x, y, w, h) =>
    (
      [
        [x, 1],
        [x + w, -1],
      ] as const
    ).flatMap(([cx, sx]) =>
      (
        [
          [y, 1],
          [y + h, -1],
        ] as const
      ).map(([cy, sy]) => path(corner(cx, cy, sx, sy), 'g-hullf')),
    ),
  grilles: (x, y, w, h) =>
    ends(x, w, 64, 70).map((gx) =>
      path(
        upTo(0, 70, 7)
          .map((i) => `M${gx + i} ${y + h - 9}h4`)
          .join(''),
        'g-tex',
      ),
    ),
  rails: (x, y, w, h) =>
    [x - 8, x + w].flatMap((rx) => [
      rect(rx, y - 4, 8, h + 16, 'g-hullf'),
      path(
        upTo(y + 12, y + h - 20, 46)
          .map((ry) => `M${rx + 4} ${ry}v18`)
          .join(''),
        'g-hull',
      ),
    ]),
  bow: (x, y, w, h) => [
    rect(x - 8, y + h, w + 16, 22, 'g-hullf', 2),
    ...ends(x, w, 90, 100).map((bx) => path(`M${bx} ${y + h + 22}v6q0 8 8 8h84q8 0 8 -8v-6`, 'g-hull')),
  ],
  vents: (x, y, w, h) => [
    path(
      upTo(0, (w - 80) / 14, 1)
        .map((i) => `M${x + 40 + i * 14} ${y + h - 12}l8 6`)
        .join(''),
      'g-tex',
    ),
  ],
  ears: (x, y, w, h) =>
    ends(x, w, 0, 14).flatMap((ex) => [
      rect(ex, y, 14, h, 'g-hullf'),
      path(`M${ex + 7} ${y + 14}v${Math.max(0, h - 28)}`, 'g-hull'),
    ]),
  panel: (x, y, w, h) => [
    circle(x + w - 28, y + 22, 8, 'g-tex'),
    ...upTo(0, Math.max(0, Math.floor((h - 54) / 12)), 1).map((i) => circle(x + w - 28, y + 44 + i * 12, 2, 'g-tex')),
  ],
};

export const trait = (t: Trait, x: number, y: number, w: number, h: number, r: number): Art[] => DRAW[t](x, y, w, h, r);
