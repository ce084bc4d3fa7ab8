import { useSyncExternalStore } from 'react';
import { guess } from './guess';
import type { Edit, JobView } from './types';

interface Flight {
  key: string;
  edit: Edit;
}

// Changes of each job that this page has sent and heard no answer to, in their order.
const flying = new Map<string, Flight[]>();
const listeners = new Set<() => void>();

const tell = () => listeners.forEach((l) => l());

export function takeOff(number: string, flight: Flight) {
  flying.set(number, [...(flying.get(number) ?? []), flight]);
  tell();
}

/** Somebody has decided about it. What is shown next is without its guess; that it is over is told after that, with the answer. */
export function land(number: string, key: string, show: () => void) {
  flying.set(
    number,
    (flying.get(number) ?? []).filter((f) => f.key !== key),
  );
  show();
  tell();
}

/** An answer with the changes on top that were made since: none of them disappears while it waits. */
export const withFlying = (number: string, view: JobView): JobView =>
  (flying.get(number) ?? []).reduce((now, f) => guess(now, f.edit), view);

const subscribe = (l: () => void) => {
  listeners.add(l);
  return () => listeners.delete(l);
};

/** True while numbers of this job are those from before a change. */
export const useFlying = (number: string): boolean =>
  useSyncExternalStore(subscribe, () => (flying.get(number)?.length ?? 0) > 0);
