import { useEffect, useRef } from 'react';
import { setting } from '../theme/settings';

export interface Shortcut {
  key: string;
  what: string;
  run: () => void;
}

/** Letters of the frame around every stage; no stage gives them another meaning, so that a key pressed too early does nothing else. */
export const JOB_KEYS = { undo: 'u', redo: 'r', history: 'h', bench: '0' } as const;

interface Held {
  shortcuts: Shortcut[];
}

/** Keys of the screens that are there, the innermost first. */
const inForce: Held[] = [];

/** Every key that does something just now; of two with the same letter the innermost counts. */
export const keysInForce = (): Shortcut[] => {
  const all = inForce.flatMap((held) => held.shortcuts);
  return all.filter((s, i) => all.findIndex((o) => o.key === s.key) === i);
};

const inField = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** Single keys never fire in a field, with a modifier, under a dialog, or when switched off. */
function onKey(event: KeyboardEvent) {
  if (event.defaultPrevented || event.altKey || inField(event.target) || document.querySelector('[role=dialog]'))
    return;
  const undo = (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z';
  if (!undo && (event.ctrlKey || event.metaKey || setting('keys', 'on') === 'off')) return;
  const key = undo ? (event.shiftKey ? 'r' : 'u') : event.key;
  const hit = keysInForce().find((s) => s.key === key);
  if (!hit && !undo) return;
  event.preventDefault();
  hit?.run();
}

/** Keys of a screen. An inner one, such as a sheet within a stage, goes before the frame around it. */
export function useKeys(shortcuts: Shortcut[], inner = false) {
  const held = useRef<Held>({ shortcuts });
  useEffect(() => {
    held.current.shortcuts = shortcuts;
  });
  useEffect(() => {
    const mine = held.current;
    if (inner) inForce.unshift(mine);
    else inForce.push(mine);
    if (inForce.length === 1) window.addEventListener('keydown', onKey);
    return () => {
      inForce.splice(inForce.indexOf(mine), 1);
      if (inForce.length === 0) window.removeEventListener('keydown', onKey);
    };
  }, [inner]);
}
