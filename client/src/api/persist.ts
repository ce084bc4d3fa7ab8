import { useSyncExternalStore } from 'react';
import { isAway } from './client';

const listeners = new Set<() => void>();
let waiting = 0;

function count(change: number) {
  waiting += change;
  listeners.forEach((l) => l());
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * Sends the same again, under the same key, until somebody decides about it: while the host or its database is away nothing that was
 * typed is lost. It goes on in a window that nobody looks at, too.
 */
export async function persist<T>(send: () => Promise<T>): Promise<T> {
  let counted = false;
  try {
    for (let tries = 0; ; tries++) {
      try {
        return await send();
      } catch (error) {
        if (!isAway(error)) throw error;
        if (!counted) count(1);
        counted = true;
        await pause(Math.min(500 * 2 ** tries, 4000));
      }
    }
  } finally {
    if (counted) count(-1);
  }
}

/** True while something waits because the host or its database is away. */
export const useWaiting = (): boolean =>
  useSyncExternalStore(
    (l) => {
      listeners.add(l);
      return () => listeners.delete(l);
    },
    () => waiting > 0,
  );
