import { lazy, Suspense, useEffect, useState } from 'react';
import { keysInForce, type Shortcut } from './keys';

const PaletteDialog = lazy(() => import('./PaletteDialog'));

/** Ctrl K on any screen: all that can be done there, in plain verbs, found by typing. */
export function Palette() {
  const [doable, setDoable] = useState<Shortcut[] | null>(null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey || event.shiftKey || event.key.toLowerCase() !== 'k')
        return;
      event.preventDefault();
      // Under a dialog only what it holds can be done.
      if (!document.querySelector('[role=dialog]')) setDoable(keysInForce());
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    doable && (
      <Suspense>
        <PaletteDialog doable={doable} onClose={() => setDoable(null)} />
      </Suspense>
    )
  );
}
