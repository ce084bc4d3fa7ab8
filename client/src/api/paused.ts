import { useEffect, useState } from 'react';

/** A pause in typing that is long enough to ask. */
export const PAUSE_MS = 150;

/** A text as it stood at the last pause: what is typed in one go is asked for once. An empty text is taken at once. */
export function usePaused(text: string): string {
  const [paused, setPaused] = useState(text);
  useEffect(() => {
    if (text === paused) return;
    const soon = setTimeout(() => setPaused(text), text ? PAUSE_MS : 0);
    return () => clearTimeout(soon);
  }, [text, paused]);
  return paused;
}
