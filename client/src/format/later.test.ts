import { act, renderHook, waitFor } from '@testing-library/react';
import { createElement } from 'react';
import { flushSync } from 'react-dom';
import { createRoot } from 'react-dom/client';
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

it('draws a guess at once, the answer later, and never what was there before again', async () => {
  const shown: string[] = [];
  function Drawn({ value, atOnce }: { value: string; atOnce: boolean }) {
    const drawn = useInPieces(value, atOnce);
    if (shown.at(-1) !== drawn) shown.push(drawn);
    return drawn;
  }
  // As in a browser: what is drawn later has not been drawn when the answer comes.
  vi.stubGlobal('IS_REACT_ACT_ENVIRONMENT', false);
  const root = createRoot(document.createElement('div'));
  const draw = (value: string, atOnce: boolean) =>
    flushSync(() => root.render(createElement(Drawn, { value, atOnce })));
  draw('before', false);
  draw('guess', true);
  draw('answer', false);
  expect(shown).toEqual(['before', 'guess']);
  await vi.waitFor(() => expect(shown).toEqual(['before', 'guess', 'answer']));
  draw('next guess', true);
  expect(shown.at(-1)).toBe('next guess');
  root.unmount();
  vi.unstubAllGlobals();
});
