import { expect, it } from 'vitest';
import { guess } from './guess';
import type { JobView, Unit } from './types';

const unit = (name: string): Unit => ({ source: name });
const view = {
  found: { 'slot:A1': unit('old') },
  planned: { 'slot:A1': unit('old') },
  changes: [],
  ticks: {},
  lastNumber: 7,
} as unknown as JobView;

it('shows a part at once and keeps the number that was seen', () => {
  const next = guess(view, { type: 'fit', place: 'slot:B1', unit: unit('new') });
  expect(next.planned['slot:B1']?.source).toBe('new');
  expect(next.changes).toHaveLength(1);
  expect(next.lastNumber).toBe(7);
});

it('moves a part and leaves its old place empty', () => {
  const next = guess(view, { type: 'move', from: 'slot:A1', to: 'slot:B1' });
  expect(next.planned['slot:A1']).toBeUndefined();
  expect(next.changes.find((c) => c.place === 'slot:B1')?.movedFrom).toBe('slot:A1');
});

it('guesses no computed number', () =>
  expect(guess(view, { type: 'setWish', wish: 'memoryGiB', value: 8 })).toBe(view));
