import { useIsMutating } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useWaiting } from '../api/persist';

/** Says on every page that something waits because the host or its database is away, and asks before the window with it is closed. */
export function Away() {
  const waiting = useWaiting();
  const kept = useIsMutating();
  useEffect(() => {
    if (!waiting) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [waiting]);
  return (
    <div role="status" className={waiting ? 'away' : 'skip'}>
      {waiting &&
        `The host or its database is away. ${kept > 1 ? `Your ${kept} changes are kept and are` : 'Your change is kept and is'} sent again by itself.`}
    </div>
  );
}
