import { act, render } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { useSeen } from './seen';

function Probe() {
  const [ref, seen] = useSeen<HTMLSpanElement>();
  return <span ref={ref}>{seen ? 'drawn' : 'not drawn'}</span>;
}

afterEach(() => vi.unstubAllGlobals());

it('draws at once where nothing tells what is seen', () => {
  expect(render(<Probe />).container.textContent).toBe('drawn');
});

it('draws what comes near, and leaves it drawn', () => {
  let tell: (all: { isIntersecting: boolean }[]) => void = () => undefined;
  const gone = vi.fn();
  vi.stubGlobal(
    'IntersectionObserver',
    class {
      constructor(heard: typeof tell) {
        tell = heard;
      }
      observe = () => undefined;
      disconnect = gone;
    },
  );
  const { container } = render(<Probe />);
  act(() => tell([{ isIntersecting: false }]));
  expect(container.textContent).toBe('not drawn');
  act(() => tell([{ isIntersecting: true }]));
  expect(container.textContent).toBe('drawn');
  expect(gone).toHaveBeenCalled();
});
