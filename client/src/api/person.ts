import { useSyncExternalStore } from 'react';

const KEY = 'irvak.person';
const listeners = new Set<() => void>();

/** The name a person typed once in this browser; edits carry it. */
export const person = {
  get: () => localStorage.getItem(KEY) ?? '',
  set: (name: string) => {
    localStorage.setItem(KEY, name.trim());
    listeners.forEach((l) => l());
  },
};

export function usePerson(): string {
  return useSyncExternalStore((l) => {
    listeners.add(l);
    return () => listeners.delete(l);
  }, person.get);
}
