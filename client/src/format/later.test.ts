import { act, renderHook, waitFor } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { useInPieces, useLater } from './later';

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

it('waits as long as it is told to, and never shows what was overtaken meanwhile', () => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'requestAnimationFrame', 'cancelAnimationFrame'] });
  const { result, rerender } = renderHook(({ value, ms }) => useLater(value, ms), {
    initialProps: { value: 'answer', ms: 0 },
  });
  const later = (ms: number) => act(() => vi.advanceTimersByTime(ms));
  const frame = 16;
  rerender({ value: 'guess', ms: 150 });
  later(frame + 149);
  expect(result.current).toBe('answer');
  rerender({ value: 'next answer', ms: 0 });
  later(frame + 1);
  expect(result.current).toBe('next answer');
  rerender({ value: 'slow guess', ms: 150 });
  later(frame + 150);
  expect(result.current).toBe('slow guess');
  vi.useRealTimers();
});

it('draws a guess at once, and never what was there before it again', async () => {
  const shown: string[] = [];
  const { rerender } = renderHook(
    ({ value, atOnce }) => {
      const drawn = useInPieces(value, atOnce);
      if (shown.at(-1) !== drawn) shown.push(drawn);
    },
    { initialProps: { value: 'before', atOnce: false } },
  );
  rerender({ value: 'guess', atOnce: true });
  expect(shown).toEqual(['before', 'guess']);
  rerender({ value: 'answer', atOnce: false });
  await waitFor(() => expect(shown).toEqual(['before', 'guess', 'answer']));
  rerender({ value: 'next guess', atOnce: true });
  expect(shown.at(-1)).toBe('next guess');
});
