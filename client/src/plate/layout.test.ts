import { describe, expect, it } from 'vitest';
import type { MachineSheet } from '../api/types';
import { nextPlace } from './arrows';
import type { Place } from './cells/block';
import { layout, type Layout } from './layout';
import { demoSheets, randomSheet, sheetOf128 } from './sheets.fixture';
import { fit, width, type Room } from './cells/text';

/** A bare board with so many slots on each channel, on one or two sockets. */
function board(sockets: number[][], form = 'dimm'): MachineSheet {
  let letter = 0;
  const channels = sockets.flatMap((counts, s) =>
    counts.map((n) => {
      const id = String.fromCharCode(65 + letter++);
      return { id, socket: `CPU ${s + 1}`, slots: Array.from({ length: n }, (_, i) => `${id}${i + 1}`) };
    }),
  );
  return {
    id: 'b',
    name: 'b',
    chassis: { kind: 'board', units: 0 },
    sockets: sockets.map((_, i) => ({ id: `CPU ${i + 1}`, soldered: false })),
    channels,
    memory: { form },
  } as MachineSheet;
}

type Rect = Pick<Room, 'x' | 'y' | 'w' | 'h'>;
const apart = (a: Rect, b: Rect) =>
  a.x + a.w <= b.x + 0.6 || b.x + b.w <= a.x + 0.6 || a.y + a.h <= b.y + 0.6 || b.y + b.h <= a.y + 0.6;
const within = (a: Rect, w: number, h: number) =>
  a.x >= -0.5 && a.y >= -0.5 && a.x + a.w <= w + 0.5 && a.y + a.h <= h + 0.5;

/** The boxes that text of a place really takes, by the shipped widths. */
function textBoxes(p: Place): Rect[] {
  return [p.name].flatMap((room) =>
    fit(room.text ?? [p.id], room).map((line, i) => {
      const n = width(line, room.style);
      return room.rot
        ? { x: room.x + room.w / 2 - 5.5, y: room.y + room.h - n, w: 11, h: n }
        : { x: room.x + (room.align === 'c' ? (room.w - n) / 2 : 0), y: room.y + 1 + i * 13, w: n, h: 11 };
    }),
  );
}

/** Every place the sheet names, as kind and name. */
const wanted = (s: MachineSheet) =>
  [
    ...(s.sockets ?? []).map((x) => `socket ${x.id}`),
    ...(s.channels ?? []).flatMap((c) => c.slots.map((x) => `memory ${x}`)),
    ...(s.slots ?? []).map((x) => `slot ${x.id}`),
    ...(s.m2 ?? []).map((x) => `m2 ${x.id}`),
    ...(s.boards ?? []).map((x) => `board ${x.id}`),
    ...(s.bays ?? []).flatMap((g) => g.names.map((x) => `bay ${x}`)),
    ...(s.supplies ?? []).map((x) => `supply ${x.id}`),
    ...(s.battery ?? []).map((x) => `battery ${x.id}`),
  ].sort();

function reached(drawing: Layout): number {
  const seen = new Set([drawing.places[0]!]);
  const queue = [...seen];
  while (queue.length) {
    const at = queue.pop()!;
    for (const d of ['left', 'right', 'up', 'down'] as const) {
      const next = nextPlace(drawing.places, at, d);
      if (next && !seen.has(next)) {
        seen.add(next);
        queue.push(next);
      }
    }
  }
  return seen.size;
}

/** What holds for every plate; one sentence per breach. */
function breaches(sheet: MachineSheet, highest = 760, drawing = layout(sheet)): string[] {
  const bad: string[] = [];
  const names = drawing.places.map((p) => `${p.kind} ${p.id}`).sort();
  if (JSON.stringify(names) !== JSON.stringify(wanted(sheet)))
    bad.push(`places ${names.length} of ${wanted(sheet).length}: ${wanted(sheet).filter((n) => !names.includes(n))}`);
  if (drawing.w !== 864) bad.push('not 864 wide');
  if (drawing.h > highest + 6 * Math.max(0, drawing.places.length - 80)) bad.push(`${drawing.h} high`);
  drawing.places.forEach((p, i) => {
    if (!within(p, drawing.w, drawing.h)) bad.push(`${p.id} leaves the drawing`);
    if (Math.min(p.w, p.h) < 12 || p.w * p.h < 200) bad.push(`${p.id} is too small: ${p.w} × ${p.h}`);
    if (!apart(p.name, p.part) && p.part.w > 0 && p.part.h > 0) bad.push(`name and part of ${p.id} meet`);
    if (textBoxes(p).length === 0) bad.push(`the name of ${p.id} is not drawn`);
    for (const q of drawing.places.slice(i + 1)) {
      if (!apart(p, q)) bad.push(`${p.id} lies over ${q.id}`);
      for (const a of textBoxes(p))
        for (const b of textBoxes(q)) if (!apart(a, b)) bad.push(`${p.id} and ${q.id} are written over each other`);
      if (!q.inside) continue;
      if (!p.inside && p.part.w > 0 && !apart(p.part, q)) bad.push(`the text of ${p.id} runs into ${q.id}`);
    }
  });
  for (const room of drawing.rooms) {
    if (!within(room, drawing.w, drawing.h)) bad.push(`“${room.text}” leaves the drawing`);
    if (!fit(room.text ?? [], room).length) bad.push(`“${room.text}” has no room`);
    for (const p of drawing.places) {
      if (!apart(room, p)) bad.push(`“${room.text}” lies over ${p.id}`);
      for (const t of textBoxes(p)) if (!apart(room, t)) bad.push(`“${room.text}” and the name of ${p.id} meet`);
      if (!p.inside && p.part.w > 0 && !apart(room, p.part)) bad.push(`“${room.text}” and the part of ${p.id} meet`);
    }
  }
  for (const [name, c] of Object.entries(drawing.crops))
    if (c && !within(c, drawing.w, drawing.h)) bad.push(`crop ${name} leaves the drawing`);
  if (reached(drawing) !== drawing.places.length)
    bad.push(`arrow keys reach ${reached(drawing)} of ${drawing.places.length}`);
  return bad;
}

const BOARDS: [string, MachineSheet][] = [
  ['2 2 1 1', board([[2, 2, 1, 1]])],
  ['one slot', board([[1]])],
  [
    'three per channel, two sockets',
    board([
      [3, 3, 3, 3],
      [3, 3, 3, 3],
    ]),
  ],
  ['two SO-DIMM', board([[1, 1]], 'sodimm')],
  ['26 channels', board([Array(13).fill(2), Array(13).fill(2)])],
  ['128 places', sheetOf128()],
];

describe('every plate', () => {
  it.each([...demoSheets, ...BOARDS])('of %s keeps what it promises', (_, sheet) =>
    expect(breaches(sheet)).toEqual([]),
  );

  it('of 400 sheets nobody thought of keeps it too', () => {
    for (let seed = 1; seed <= 400; seed++) expect(breaches(randomSheet(seed), 980), `seed ${seed}`).toEqual([]);
  });

  it('covers what it draws: places take 5 to 75 % of the nine', () => {
    for (const [name, sheet] of demoSheets) {
      const d = layout(sheet);
      const share = d.places.reduce((sum, p) => sum + p.w * p.h, 0) / (d.w * d.h);
      expect(share, name).toBeGreaterThan(0.05);
      expect(share, name).toBeLessThan(0.75);
    }
  });

  it('differs in outline between kinds: no two of the nine have the same silhouette', () => {
    const outlines = demoSheets.map(([, s]) =>
      layout(s)
        .art.filter((a) => /g-hull|g-body|g-fin/.test(a.c))
        .map((a) => (a.kind === 'rect' ? `${a.c}${Math.round(a.w / a.h)}${a.rx ?? 0}` : a.c))
        .join(),
    );
    expect(new Set(outlines).size).toBe(demoSheets.length);
  });
});

it('does not look at the build: the same sheet gives the same drawing', () =>
  expect(layout(sheetOf128())).toEqual(layout(sheetOf128())));

it('puts unequal channels where they differ least, slot 1 farthest out', () => {
  // From the layout method of the design: 2, 2, 1, 1 becomes A A B B | D C.
  const bars = layout(board([[2, 2, 1, 1]]))
    .places.filter((p) => p.kind !== 'slot')
    .sort((a, b) => a.x - b.x)
    .map((p) => p.id);
  expect(bars).toEqual(['A1', 'A2', 'B1', 'B2', 'CPU 1', 'D1', 'C1']);
});

it('leaves off what all names share in front', () => {
  const sheet = board([[1, 1]]);
  sheet.channels![0]!.slots = ['CPU1_DIMM_A1'];
  sheet.channels![1]!.slots = ['CPU1_DIMM_B1'];
  expect(
    layout(sheet)
      .places.filter((p) => p.kind === 'memory')
      .map((p) => p.name.text),
  ).toEqual([['A1'], ['B1']]);
});

it('measures by the shipped table', () => expect(width('A1', 'name')).toBeCloseTo(14.3, 1));

describe('bays', () => {
  const shelf = (n: number, cols: number, stance = 'top', form = '3.5') =>
    layout({
      id: 's',
      name: 's',
      chassis: { kind: 'shelf', units: 4 },
      memory: {},
      bays: [{ group: 'deck', form, stance, names: Array.from({ length: n }, (_, i) => `${i + 1}`), cols, bus: 'SAS' }],
    } as MachineSheet);
  const columns = (drawing: Layout) =>
    new Set(drawing.places.filter((p) => p.kind === 'bay').map((p) => Math.round(p.x))).size;

  it.each([
    [60, 12],
    [60, 10],
    [36, 9],
    [6, 4],
    [7, 5],
    [5, 5],
    [1, 1],
  ])('%i stand in %i columns, as the sheet says', (n, cols) => expect(columns(shelf(n, cols))).toBe(cols));
  it.each(['flat', 'upright'])('%s bays keep four columns', (stance) => expect(columns(shelf(12, 4, stance))).toBe(4));
});

it('draws a place without stand-offs, as a carrier for E1.S has it, in finite numbers', () => {
  const [, sheet] = demoSheets.find(([, s]) => s.id === 'tarrowby-gannet')!;
  const drawn = layout({
    ...sheet,
    m2: [...(sheet.m2 ?? []), { id: 'S1.1', lengths: [], wired: '×4 gen 4', form: 'e1.s', on: 'S1' }],
  } as MachineSheet);
  const place = drawn.places.find((p) => p.id === 'S1.1')!;
  expect([place.x, place.y, place.w, place.h].every(Number.isFinite)).toBe(true);
  expect(place.w).toBeGreaterThan(40);
  expect(place.form).toBe('e1.s');
  expect([drawn.w, drawn.h].every(Number.isFinite)).toBe(true);
});
