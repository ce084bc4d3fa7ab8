import { startTransition, useEffect, useState } from 'react';

/**
 * A value as it was until what stands beside it has been painted with the new one: what a page shows first comes first, and the rest is a
 * drawing of its own. A page out of sight paints nothing, and goes on when it is looked at.
 *
 * @param ms How long a newer value is waited for; with one in between, this one is never drawn.
 */
export function useLater<T>(value: T, ms = 0): T {
  const [later, set] = useState(value);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const frame = requestAnimationFrame(() => {
      timer = setTimeout(() => startTransition(() => set(value)), ms);
    });
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(timer);
    };
  }, [value, ms]);
  return later;
}
