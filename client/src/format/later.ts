import { startTransition, useEffect, useLayoutEffect, useState } from 'react';

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

/**
 * A value that is drawn once there is time for it, in pieces between which keys and clicks get in.
 *
 * @param atOnce True for one that is drawn at once. What is shown never goes back to what was there before it.
 */
export function useInPieces<T>(value: T, atOnce: boolean): T {
  const [shown, set] = useState(value);
  // Not while it is drawn: beside an answer that still waits, what is set there would be forgotten.
  useLayoutEffect(() => {
    const when = atOnce ? now : startTransition;
    when(() => set(value));
  }, [value, atOnce]);
  return atOnce ? value : shown;
}

const now = (show: () => void) => show();
