import { useSyncExternalStore } from 'react';
import { isAway } from './client';

const listeners = new Set<() => void>();
let waiting = 0;
let fragile = 0;

function count(change: number, kept: boolean) {
  waiting += change;
  if (!kept) fragile += change;
  listeners.forEach((l) => l());
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * Sends the same again, under the same key, until somebody decides about it: while the host or its database is away nothing that was
 * typed is lost. It goes on in a window that nobody looks at, too.
 * @param kept True when it is kept beyond this page, so that the page may be closed.
 */
export async function persist<T>(send: () => Promise<T>, kept = false): Promise<T> {
  let counted = false;
  try {
    for (let tries = 0; ; tries++) {
      try {
        return await send();
      } catch (error) {
        if (!isAway(error)) throw error;
        if (!counted) count(1, kept);
        counted = true;
        await pause(Math.min(500 * 2 ** tries, 4000));
      }
    }
  } finally {
    if (counted) count(-1, kept);
  }
}

const subscribe = (l: () => void) => {
  listeners.add(l);
  return () => listeners.delete(l);
};

/** True while something waits because the host or its database is away. */
export const useWaiting = (): boolean => useSyncExternalStore(subscribe, () => waiting > 0);

/** True while something waits that would be gone with this page. */
export const useFragile = (): boolean => useSyncExternalStore(subscribe, () => fragile > 0);

let since: number | null = null;

/** Notes that what is shown was seen earlier, at this time; null when it comes from the host. */
export function shownSince(when: number | null) {
  if (since === when) return;
  since = when;
  listeners.forEach((l) => l());
}

/** When what is shown was seen; null when it comes from the host. */
export const useShownSince = (): number | null => useSyncExternalStore(subscribe, () => since);

export const isShownLater = () => since !== null;
