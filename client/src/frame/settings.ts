import { useSyncExternalStore } from 'react';

/** Small settings of this browser: mode, single keys, heights of dividers. */
const listeners = new Set<() => void>();

export function setting(key: string, fallback: string): string {
  return localStorage.getItem(`irvak.${key}`) ?? fallback;
}

export function keepSetting(key: string, value: string) {
  localStorage.setItem(`irvak.${key}`, value);
  listeners.forEach((l) => l());
}

export function useSetting(key: string, fallback: string): string {
  return useSyncExternalStore(
    (l) => {
      listeners.add(l);
      return () => listeners.delete(l);
    },
    () => setting(key, fallback),
  );
}
