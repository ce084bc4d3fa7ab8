import { expect, it } from 'vitest';
import type { JobView } from '../api/types';
import { workedOn } from './worked';

it('shows the one part that was worked on, and the whole where there are several', () => {
  const of = (...places: string[]) => workedOn(places.map((place) => ({ place })) as JobView['changes']);
  expect(of()).toBeNull();
  expect(of('bay:1', 'bay:2')).toBe('bays');
  expect(of('bay:1', 'm2:M1')).toBe('whole');
  expect(of('slot:A1', 'socket:CPU 1')).toBe('memory');
  expect(of('card:S1', 'm2:M1')).toBe('slots');
  expect(of('supply:PS1')).toBe('whole');
});
