import { cleanup, render } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import type { MemoryNeed } from '../../api/types';
import { NeedBar } from './NeedBar';
import { fresh } from './Needs';

afterEach(cleanup);

const thing = (name: string, sumGiB: number | null) => ({
  thing: { name, kind: 'Guest', count: 1 },
  eachGiB: sumGiB,
  sumGiB,
  isUsual: true,
});
const NEED = {
  things: [thing('guests', 20), thing('ledger', 8), thing('it', null)],
  listGiB: 28,
  isLeast: true,
  listWishGiB: 32,
  load: { totalGiB: 16, inUseGiB: 12, swappedGiB: 2, wantsMore: false },
  loadWishGiB: 16,
} as unknown as MemoryNeed;

test('what runs on it lies end to end on one scale with what is there, planned and wished', () => {
  const { container } = render(<NeedBar need={NEED} found={16} planned={64} wish={null} />);
  const box = (part: Element) => ['x', 'width'].map((a) => Number(part.querySelector('rect')!.getAttribute(a)));
  const [guests, ledger, inUse, swap] = [...container.querySelectorAll('.need-part')].map(box);
  expect(guests![0]! + guests![1]!).toBeCloseTo(ledger![0]!);
  expect(guests![1]! / ledger![1]!).toBeCloseTo(20 / 8);
  expect(inUse![0]! + inUse![1]!).toBeCloseTo(swap![0]!);
  expect(inUse![1]! / guests![1]!).toBeCloseTo(12 / 20);
  // Of one thing nobody said what it needs: only that bar is open at its end.
  expect(container.querySelectorAll('.need-open')).toHaveLength(1);
  expect(container.querySelector('svg')!.getAttribute('aria-label')).toBe(
    'what runs on it at least 28 GiB, in use when it was captured 12 GiB, found 16 GiB, plan 64 GiB',
  );
  expect(container.querySelectorAll('.need-mark')).toHaveLength(2);
});

test('what is not known has no mark', () => {
  const { container } = render(<NeedBar need={NEED} found={null} planned={null} wish={32} />);
  expect([...container.querySelectorAll('.need-mark')].map((m) => m.textContent)).toEqual(['wish 32']);
});

test('a second of a kind gets a name of its own', () => {
  expect(fresh('database', [])).toBe('database');
  expect(fresh('database', ['database', 'database 2'])).toBe('database 3');
});
