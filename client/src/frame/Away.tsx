import { useIsMutating } from '@tanstack/react-query';
import { useEffect } from 'react';
import { refresh, useLeftBehind } from '../api/kept';
import { hear } from '../api/live';
import { useFragile, useShownSince, useWaiting } from '../api/persist';
import { clock } from '../format/numbers';

/** Says on every page that something waits because the host or its database is away, and asks before a window is closed with what would be lost. */
export function Away() {
  const waiting = useWaiting();
  const fragile = useFragile();
  const since = useShownSince();
  const left = useLeftBehind();
  const kept = useIsMutating();
  useEffect(() => {
    void refresh();
    return hear(() => void refresh());
  }, []);
  useEffect(() => {
    if (!fragile) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [fragile]);
  const jobs = [...new Set(left.map((r) => r.number))];
  const lines = [
    (waiting || since !== null) && 'The host or its database is away.',
    since !== null && `This is what was seen at ${clock(since)}.`,
    waiting &&
      `${kept > 1 ? `Your ${kept} changes are kept and are` : 'Your change is kept and is'} sent again by itself.`,
  ].filter(Boolean);
  return (
    <div role="status" className={lines.length > 0 || jobs.length > 0 ? 'away' : 'skip'}>
      {lines.join(' ')}
      {jobs.map((number) => (
        <span key={number}>
          {' '}
          This browser holds changes that were not sent: <a href={`/jobs/${number}`}>open job {number}</a>, and they
          are.
        </span>
      ))}
    </div>
  );
}
