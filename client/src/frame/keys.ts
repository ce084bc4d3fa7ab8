import { useEffect } from 'react';
import { setting } from './settings';

export interface Shortcut {
  key: string;
  what: string;
  run: () => void;
}

const inField = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** Single keys never fire in a field, with a modifier, under a dialog, or when switched off. */
export function useKeys(shortcuts: Shortcut[]) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.altKey || inField(event.target) || document.querySelector('[role=dialog]'))
        return;
      const undo = (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z';
      if (undo) {
        event.preventDefault();
        shortcuts.find((s) => s.key === (event.shiftKey ? 'r' : 'u'))?.run();
        return;
      }
      if (event.ctrlKey || event.metaKey || setting('keys', 'on') === 'off') return;
      const hit = shortcuts.find((s) => s.key === event.key);
      if (!hit) return;
      event.preventDefault();
      hit.run();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
}
