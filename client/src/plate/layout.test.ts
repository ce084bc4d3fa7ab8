import { describe, expect, it } from 'vitest';
import torr from '../../../demo/sheets/brannick-torr-32.json';
import plover from '../../../demo/sheets/tarrowby-plover.json';
import type { MachineSheet } from '../api/types';
import { nextPlace } from './arrows';
import { layout } from './layout';
import { width } from './text';

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

const SHEETS: [string, MachineSheet][] = [
  ['Torr 32', torr as unknown as MachineSheet],
  ['Plover', plover as unknown as MachineSheet],
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
];

describe.each(SHEETS)('the plate of %s', (_, sheet) => {
  const drawing = layout(sheet);

  it('holds every slot and socket of the sheet exactly once', () => {
    const names = drawing.places.filter((p) => p.kind === 'memory' || p.kind === 'socket').map((p) => p.id);
    const wanted = [...(sheet.sockets ?? []).map((s) => s.id), ...(sheet.channels ?? []).flatMap((c) => c.slots)];
    expect([...names].sort()).toEqual([...wanted].sort());
  });

  it('is 864 wide and keeps every place inside, none over another', () => {
    expect(drawing.w).toBe(864);
    for (const p of drawing.places) {
      expect(p.x).toBeGreaterThanOrEqual(0);
      expect(p.x + p.w).toBeLessThanOrEqual(864);
      expect(p.y + p.h).toBeLessThanOrEqual(drawing.h);
      for (const q of drawing.places) {
        if (p === q) continue;
        const apart =
          p.x + p.w <= q.x + 0.5 || q.x + q.w <= p.x + 0.5 || p.y + p.h <= q.y + 0.5 || q.y + q.h <= p.y + 0.5;
        expect(apart, `${p.id} and ${q.id}`).toBe(true);
      }
    }
  });

  it('keeps name and part rooms apart', () => {
    for (const p of drawing.places) {
      const [a, b] = [p.name, p.part];
      const apart =
        a.x + a.w <= b.x + 0.5 || b.x + b.w <= a.x + 0.5 || a.y + a.h <= b.y + 0.5 || b.y + b.h <= a.y + 0.5;
      expect(apart, p.id).toBe(true);
    }
  });

  it('reaches every place with the arrow keys', () => {
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
    expect(seen.size).toBe(drawing.places.length);
  });

  it('does not look at the build: the same sheet gives the same drawing', () => expect(layout(sheet)).toEqual(drawing));
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
