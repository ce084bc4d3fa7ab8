import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { Stream } from './Stream';
import { flow } from './flow.fixture';
import { stream, W } from './layout';

afterEach(cleanup);

describe('the stream', () => {
  it('is as wide as each stage lets through, to scale, and cut where it would not fit', () => {
    const s = stream(flow(500, 1000, 100_000));
    expect(s.columns[1]!.half! / s.columns[0]!.half!).toBeCloseTo(2, 5);
    expect(s.columns.map((c) => c.cut)).toEqual([false, false, true]);
    expect(s.flow).toBe(s.columns[0]!.half);
    expect(s.after).toBe(s.columns[1]!.half);
  });

  it('draws what is not known without a width', () => {
    const s = stream(flow(500, null, 800));
    expect(s.columns[1]!.half).toBeNull();
    expect(s.columns[1]!.value).toBe('not known');
  });

  it('stands when nothing passes', () => {
    const s = stream(flow(0, 1000));
    expect(s.columns.every((c) => c.half! >= 0 && c.half! < 60)).toBe(true);
    expect(s.outline).not.toContain('NaN');
  });

  it('shares its width among the stages', () => {
    const s = stream(flow(1, 2, 3, 4, 5, 6, 7, 8));
    expect(s.columns.reduce((n, c) => n + c.w, 0)).toBeCloseTo(W, 6);
  });

  it('tells the stage that is looked at, by pointer and by keys', () => {
    const at = vi.fn();
    render(<Stream flow={flow(500, 1000)} at={0} onAt={at} />);
    const [first, second] = screen.getAllByRole('button');
    expect(first!.getAttribute('aria-label')).toBe('Stage 0, detail of Stage 0, 500 MB/s, the pinch');
    first!.focus();
    fireEvent.keyDown(first!, { key: 'ArrowRight' });
    expect(document.activeElement).toBe(second);
    expect(at).toHaveBeenLastCalledWith(1);
  });
});
