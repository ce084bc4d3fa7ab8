import { expect, it } from 'vitest';
import type { MachineSheet } from '../api/types';
import { everyPlace } from './everyPlace';

it('names every place a part can sit in, and no kind that the machine lacks', () => {
  const sheet = {
    channels: [{ id: 'A', slots: ['A1', 'A2'] }],
    slots: [{ id: 'S1' }],
    boards: [
      { id: 'MZ', what: 'mezzanine' },
      { id: 'SATA', what: 'controller' },
    ],
    m2: [{ id: 'M1' }],
    bays: [
      { group: 'front', names: ['1', '2'] },
      { group: 'rear', names: ['R1'] },
    ],
  } as unknown as MachineSheet;
  expect(everyPlace(sheet)).toEqual([
    ['Memory', ['slot:A1', 'slot:A2']],
    ['Cards', ['card:S1', 'board:MZ']],
    ['M.2', ['m2:M1']],
    ['Bays', ['bay:1', 'bay:2', 'bay:R1']],
  ]);
  expect(everyPlace({} as MachineSheet)).toEqual([]);
});
