import { expect, test } from 'vitest';
import { daysTo, later, promised, todayHere } from './days';

test('a day is told by how far it is, the year only where it is another one', () => {
  expect(promised('2026-12-02', '2026-12-02')).toBe('today');
  expect(promised('2026-12-03', '2026-12-02')).toBe('tomorrow');
  expect(promised('2026-12-04', '2026-12-02')).toBe('Fri 4 Dec');
  expect(promised('2027-01-04', '2026-12-31')).toBe('Mon 4 Jan 2027');
});

test('days are counted over the changes of the clock', () => {
  expect(daysTo('2026-03-30', '2026-03-28')).toBe(2);
  expect(daysTo('2026-11-30', '2026-12-02')).toBe(-2);
  expect(later('2026-12-31', 1)).toBe('2027-01-01');
  expect(todayHere(new Date(2026, 0, 5, 23, 59))).toBe('2026-01-05');
});
