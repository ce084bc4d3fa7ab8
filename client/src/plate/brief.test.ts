import { expect, it } from 'vitest';
import { brief } from './leaves/memory';

it.each([
  [
    ['CPU1_DIMM_A1', 'CPU1_DIMM_B1'],
    ['A1', 'B1'],
  ],
  [
    ['ChannelA-DIMM1', 'ChannelB-DIMM0'],
    ['A-DIMM1', 'B-DIMM0'],
  ],
  [
    ['ChannelA-DIMM1', 'ChannelA-DIMM0'],
    ['DIMM1', 'DIMM0'],
  ],
  [
    ['Slot1', 'Slot2'],
    ['1', '2'],
  ],
  [
    ['DIMMA1', 'DIMMB1'],
    ['DIMMA1', 'DIMMB1'],
  ],
  [
    ['A1', 'A2'],
    ['A1', 'A2'],
  ],
  [
    ['Bottom', 'Bottle'],
    ['Bottom', 'Bottle'],
  ],
])('draws %s as %s', (names, drawn) => expect(Object.values(brief(names))).toEqual(drawn));
