import { renderHook, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import { useLater } from './later';

it('shows the newest value after the next paint, and none that was overtaken', async () => {
  const shown: string[] = [];
  const { rerender } = renderHook(
    ({ value }) => {
      const later = useLater(value);
      if (shown.at(-1) !== later) shown.push(later);
    },
    { initialProps: { value: 'one' } },
  );
  expect(shown).toEqual(['one']);
  rerender({ value: 'two' });
  expect(shown).toEqual(['one']);
  rerender({ value: 'three' });
  await waitFor(() => expect(shown).toEqual(['one', 'three']));
});
