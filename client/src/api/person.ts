import { useSyncExternalStore } from 'react';

const KEY = 'irvak.person';
const listeners = new Set<() => void>();
let asking = false;
let waiting: ((name: string) => void)[] = [];

const changed = () => listeners.forEach((l) => l());
const subscribe = (l: () => void) => {
  listeners.add(l);
  return () => listeners.delete(l);
};

/** The name a person typed once in this browser; edits carry it. */
export const person = {
  get: () => localStorage.getItem(KEY) ?? '',
  set: (name: string) => {
    localStorage.setItem(KEY, name.trim());
    asking = false;
    const go = waiting;
    waiting = [];
    changed();
    go.forEach((run) => run(name.trim()));
  },
  /** The name; asked for when it is not known, and whatever waited for it then goes on by itself. */
  named: () =>
    new Promise<string>((resolve) => {
      if (person.get()) return resolve(person.get());
      waiting.push(resolve);
      person.ask();
    }),
  ask: () => {
    asking = true;
    changed();
  },
  leave: () => {
    asking = false;
    changed();
  },
};

export const usePerson = (): string => useSyncExternalStore(subscribe, person.get);

/** True while the name is asked for. */
export const useAsking = (): boolean => useSyncExternalStore(subscribe, () => asking);
