import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { api, unwrap } from './client';
import { hear } from './live';
import { isShownLater, shownSince } from './persist';
import type { JobView } from './types';

// The newest entry of each job that was heard of.
const heardOf = new Map<string, number>();

const shown = (client: QueryClient, number: string) => client.getQueryData<JobView>(['job', number])?.lastNumber;

/** Fetches a job when there is something newer than what is shown; while an edit is under way, its answer does it. */
export function catchUp(client: QueryClient, number: string) {
  const known = shown(client, number);
  if (known === undefined || client.isMutating({ mutationKey: ['job', number] })) return;
  if ((heardOf.get(number) ?? 0) > known) void client.invalidateQueries({ queryKey: ['job', number] });
}

/** Compares the number shown with the stored one: what happened while nobody listened is fetched. */
async function compare(client: QueryClient, number: string) {
  const known = shown(client, number);
  if (known === undefined) return;
  try {
    const stored = unwrap(await api.GET('/api/jobs/{number}/number', { params: { path: { number } } }));
    heardOf.set(number, stored);
    // What was seen before the host was away may have other neighbours now: parts, evidence, another version of the host.
    const later = isShownLater();
    shownSince(null);
    // A database that was brought back from a copy may know fewer entries than this window.
    if (stored < known || (later && !client.isMutating({ mutationKey: ['job', number] })))
      await client.invalidateQueries({ queryKey: ['job', number] });
    else catchUp(client, number);
  } catch {
    // Away again: the next opening of the stream asks anew.
  }
}

/** Follows what other windows and people do in this job. */
export function useLive(number: string) {
  const client = useQueryClient();
  useEffect(
    () =>
      hear((heard) => {
        if (heard.kind === 'listening') void compare(client, number);
        if (heard.kind === 'edit' && heard.job === number) {
          heardOf.set(number, Math.max(heardOf.get(number) ?? 0, heard.number ?? 0));
          catchUp(client, number);
        }
        if (heard.kind === 'shelf' || heard.kind === 'listening')
          for (const key of ['shelf', 'sheets', 'evidence']) void client.invalidateQueries({ queryKey: [key] });
        // Stock and evidence are part of what a job shows.
        if (heard.kind === 'shelf' && !client.isMutating({ mutationKey: ['job', number] }))
          void client.invalidateQueries({ queryKey: ['job', number] });
      }),
    [client, number],
  );
}

/** The bench is fetched again soon after anything changed; many changes at once are one. */
export function useLiveBench() {
  const client = useQueryClient();
  useEffect(() => {
    let soon: ReturnType<typeof setTimeout> | undefined;
    const leave = hear(() => {
      soon ??= setTimeout(() => {
        soon = undefined;
        void client.invalidateQueries({ queryKey: ['bench'] });
      }, 300);
    });
    return () => {
      leave();
      clearTimeout(soon);
    };
  }, [client]);
}
