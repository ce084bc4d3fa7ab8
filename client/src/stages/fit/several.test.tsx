import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import type { JobView } from '../../api/types';
import { Misfits } from '../../frame/Misfits';
import { counted, fromHere } from './several';

afterEach(cleanup);

test('a count before the words is a count, and words that begin with a number are words', () => {
  expect(counted('12 × 8t sata')).toEqual({ count: 12, words: '8t sata' });
  expect(counted('4x16 reg')).toEqual({ count: 4, words: '16 reg' });
  expect(counted('2 of 960g')).toEqual({ count: 2, words: '960g' });
  expect(counted('8t sata')).toEqual({ count: 1, words: '8t sata' });
  expect(counted('16 2666')).toEqual({ count: 1, words: '16 2666' });
  expect(counted('0x16')).toEqual({ count: 1, words: '0x16' });
  expect(counted('4 x')).toEqual({ count: 1, words: '4 x' });
  expect(counted('')).toEqual({ count: 1, words: '' });
});

const slot = (id: string, order: number | null, usable = true) => ({ slot: id, order, usable });
const JOB = {
  planned: { 'bay:2': {}, 'slot:B1': {} },
  sheet: {
    bays: [{ names: ['1', '2', '3', '4'] }, { names: ['9'] }],
    m2: [
      { id: 'M1', key: 'M' },
      { id: 'M2', key: 'M' },
      { id: 'E', key: 'E' },
    ],
    slots: [],
  },
  memory: { ladder: [slot('A1', 1), slot('A2', 3), slot('B1', 2), slot('B2', 4), slot('C1', null, false)] },
} as unknown as JobView;

test('like ones go into free places of the same kind, from this one on; slots in the order in which they are filled', () => {
  expect(fromHere(JOB, 'bay:1', 3)).toEqual(['bay:1', 'bay:3', 'bay:4']);
  expect(fromHere(JOB, 'bay:3', 12)).toEqual(['bay:3', 'bay:4']);
  // What sits in the place itself gives way, as it does for one.
  expect(fromHere(JOB, 'bay:2', 2)).toEqual(['bay:2', 'bay:3']);
  expect(fromHere(JOB, 'slot:A2', 3)).toEqual(['slot:A2', 'slot:A1', 'slot:B2']);
  // Who replaces one of several like modules means them all; then come free slots.
  const full = {
    ...JOB,
    planned: { 'slot:A1': { long: '16 GB' }, 'slot:B1': { long: '16 GB' }, 'slot:A2': { long: '8 GB' } },
  } as unknown as JobView;
  expect(fromHere(full, 'slot:A1', 3)).toEqual(['slot:A1', 'slot:B1', 'slot:B2']);
  expect(fromHere(full, 'slot:A2', 2)).toEqual(['slot:A2', 'slot:B2']);
  // A place of another key takes other modules.
  expect(fromHere(JOB, 'm2:M1', 3)).toEqual(['m2:M1', 'm2:M2']);
  expect(fromHere(JOB, 'socket:CPU 1', 2)).toEqual(['socket:CPU 1']);
});

vi.mock('../../api/hooks', () => ({
  useShelf: (looked: { misfits?: boolean }) => ({
    away: false,
    found: {
      parts: looked.misfits ? [{ part: { id: 'x', inStock: 3, priceEur: 12 }, short: 'X', long: 'Part X' }] : [],
      total: looked.misfits ? 1 : 0,
      whys: looked.misfits ? ['of DDR3'] : [],
    },
  }),
}));

test('what does not go in is counted by why, and listed when it is asked for', () => {
  const [onOpen, onPick] = [vi.fn(), vi.fn()];
  const misfits = [
    { why: 'of DDR3', count: 8 },
    { why: 'registered', count: 4 },
  ];
  const shown = (open: boolean) => (
    <Misfits looked={{ words: '16', most: 5 }} misfits={misfits} open={open} onOpen={onOpen} onPick={onPick} />
  );
  const { rerender } = render(shown(false));
  expect(document.body.textContent).toContain('12 others do not go in: 8 of DDR3, 4 registered.');
  fireEvent.click(screen.getByText('Show them'));
  expect(onOpen).toHaveBeenCalledOnce();
  rerender(shown(true));
  expect(document.body.textContent).toContain('of DDR3 · 3 here');
  fireEvent.click(screen.getByText('Part X'));
  expect(onPick.mock.calls[0]![0]).toMatchObject({ part: { id: 'x' } });
});
