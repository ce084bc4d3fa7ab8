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

const dark = typeof matchMedia === 'function' ? matchMedia('(prefers-color-scheme: dark)') : null;

/** Day or night: as chosen, else as the system has it. */
export function useMode(): 'day' | 'night' {
  const chosen = useSetting('mode', '');
  const system = useSyncExternalStore(
    (l) => {
      dark?.addEventListener('change', l);
      return () => dark?.removeEventListener('change', l);
    },
    () => dark?.matches ?? false,
  );
  return chosen === 'day' || chosen === 'night' ? chosen : system ? 'night' : 'day';
}
