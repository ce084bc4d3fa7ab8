import { useEffect, useRef, useState } from 'react';

/** So near to the window a thing is made ready. */
const NEAR = '300px';

/** Whether an element was ever near the part of the page that is seen; what is far away need not be drawn. */
export function useSeen<T extends Element>(): [React.RefObject<T | null>, boolean] {
  const ref = useRef<T>(null);
  const [seen, setSeen] = useState(typeof IntersectionObserver === 'undefined');
  useEffect(() => {
    if (seen || !ref.current) return;
    const watch = new IntersectionObserver((all) => all.some((one) => one.isIntersecting) && setSeen(true), {
      rootMargin: NEAR,
    });
    watch.observe(ref.current);
    return () => watch.disconnect();
  }, [seen]);
  return [ref, seen];
}
