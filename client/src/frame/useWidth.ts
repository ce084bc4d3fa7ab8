import { useEffect, useRef, useState } from 'react';

/** The width that an element has, in whole pixels; the usual one until it is measured. */
export function useWidth<T extends Element>(usual: number) {
  const ref = useRef<T>(null);
  const [width, setWidth] = useState(usual);
  useEffect(() => {
    if (!ref.current || typeof ResizeObserver === 'undefined') return;
    const watch = new ResizeObserver(
      ([e]) => e && e.contentRect.width > 0 && setWidth(Math.round(e.contentRect.width)),
    );
    watch.observe(ref.current);
    return () => watch.disconnect();
  }, []);
  return [ref, width] as const;
}
