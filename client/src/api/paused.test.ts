import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { PAUSE_MS, usePaused } from './paused';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

it('asks once for what is typed in one go', () => {
  const { result, rerender } = renderHook(({ text }) => usePaused(text), { initialProps: { text: 'a' } });
  expect(result.current).toBe('a');
  for (const text of ['ab', 'abc']) {
    rerender({ text });
    act(() => void vi.advanceTimersByTime(PAUSE_MS - 1));
    expect(result.current).toBe('a');
  }
  act(() => void vi.advanceTimersByTime(1));
  expect(result.current).toBe('abc');
});

it('takes an emptied field at once', () => {
  const { result, rerender } = renderHook(({ text }) => usePaused(text), { initialProps: { text: 'a' } });
  rerender({ text: '' });
  act(() => void vi.advanceTimersByTime(0));
  expect(result.current).toBe('');
});
