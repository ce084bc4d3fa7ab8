import { describe, expect, it } from 'vitest';
import { inkedBench, inkOf } from './ink';
import type { Place } from './cells/block';

const at = (kind: Place['kind'], id: string) => ({ kind, id, part: { rot: 0 }, w: 40 }) as unknown as Place;

describe('the ink of a plate on the bench', () => {
  const job = {
    ...inkedBench({
      sheet: 'x',
      found: ['bay:1', 'bay:2', 'slot:A1'],
      foundEmpty: ['bay:4'],
      planned: { 'bay:1': 1, 'bay:3': 1, 'card:S1': 2 },
      changes: [
        { place: 'bay:2', out: true, in: false, movedFrom: null, movedTo: null },
        { place: 'bay:3', out: false, in: true, movedFrom: null, movedTo: null },
        { place: 'slot:A1', out: true, in: false, movedFrom: null, movedTo: 'slot:B1' },
        { place: 'slot:B1', out: false, in: true, movedFrom: 'slot:A1', movedTo: null },
      ],
    }),
    sheet: { slots: [{ id: 'S1' }, { id: 'S2' }], sockets: [] } as never,
  };
  it.each([
    ['bay', '1', 'found'],
    ['bay', '2', 'out'],
    ['bay', '3', 'in'],
    ['bay', '4', 'empty'],
    ['bay', '5', 'unknown'],
    ['memory', 'A1', 'from'],
    ['memory', 'B1', 'to'],
    // A card that is two slots thick covers the next one.
    ['slot', 'S2', 'dark'],
  ] as const)('%s %s is %s', (kind, id, state) => expect(inkOf(at(kind, id), job, {}).state).toBe(state));
});
