import { useEffect, useRef } from 'react';
import { useDesk } from './desk';

/**
 * A set that is sent whole: what was pressed a moment ago and is not drawn yet, so that a quick second press goes on from it and takes
 * nothing of the first back.
 */
export function useUndrawn<T>(drawn: readonly T[]) {
  const { job, pending } = useDesk();
  const sent = useRef<readonly T[] | null>(null);
  useEffect(() => {
    if (!pending) sent.current = null;
  }, [pending, job]);
  return {
    now: () => sent.current ?? drawn,
    sent: (value: readonly T[]) => {
      sent.current = value;
    },
  };
}
