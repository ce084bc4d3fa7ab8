import { renderHook } from '@testing-library/react';
import { expect, it } from 'vitest';
import { useLatest } from './latest';

it('stays the same and does what the newest drawing says', () => {
  const { result, rerender } = renderHook(({ n }) => useLatest({ add: (to: number) => to + n }), {
    initialProps: { n: 1 },
  });
  const first = result.current;
  expect(first.add(1)).toBe(2);
  rerender({ n: 10 });
  expect(result.current).toBe(first);
  expect(first.add(1)).toBe(11);
});
