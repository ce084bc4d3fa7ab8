import { useSyncExternalStore } from 'react';
import { guess } from './guess';
import type { Edit, JobView } from './types';

interface Flight {
  key: string;
  edit: Edit;
  /** Decided about, and not yet gone from what is shown. */
  isOver?: boolean;
}

// Changes of each job that this page has sent and heard no answer to, in their order.
const flying = new Map<string, Flight[]>();
const listeners = new Set<() => void>();

const tell = () => listeners.forEach((l) => l());

export function takeOff(number: string, flight: Flight) {
  flying.set(number, [...(flying.get(number) ?? []), { ...flight }]);
  tell();
}

/**
 * Somebody has decided about it. What is shown next is without its guess; that it is over is told with that, or when it is there.
 * @param show Shows what is so now; a promise where that must be asked for.
 */
export function land(number: string, key: string, show: () => Promise<void> | void): Promise<void> | void {
  const landed = flying.get(number)?.find((f) => f.key === key);
  if (landed) landed.isOver = true;
  const gone = () => {
    const left = (flying.get(number) ?? []).filter((f) => f.key !== key);
    if (left.length > 0) flying.set(number, left);
    else flying.delete(number);
    tell();
  };
  const shown = show();
  if (!shown) return gone();
  return shown.finally(gone);
}

/** An answer with the changes on top that were made since: none of them disappears while it waits. */
export const withFlying = (number: string, view: JobView): JobView =>
  (flying.get(number) ?? []).filter((f) => !f.isOver).reduce((now, f) => guess(now, f.edit), view);

const subscribe = (l: () => void) => {
  listeners.add(l);
  return () => listeners.delete(l);
};

/** True while numbers of this job are those from before a change. */
export const useFlying = (number: string): boolean =>
  useSyncExternalStore(subscribe, () => (flying.get(number)?.length ?? 0) > 0);
