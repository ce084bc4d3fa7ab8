import { useQuery, type QueryClient } from '@tanstack/react-query';
import { api, unwrap } from './client';
import { lines } from './lines';
import type { JobView, WaysView } from './types';

/** What a finding and its ways are known by. */
export const about = (of: { code: string; places: string[] }) => `${of.code} ${of.places.join()}`;

/** Ways that were found, and of findings that were not looked at again yet those of the state before. */
export function withOlder(looked: WaysView[], older: WaysView[]): WaysView[] {
  const seen = new Set(looked.map(about));
  return [...looked, ...older.filter((w) => !seen.has(about(w)))].filter((w) => w.ways.length > 0);
}

/** The newest ways of a job that this page holds. */
const held = (client: QueryClient, number: string) =>
  client
    .getQueriesData<WaysView[]>({ queryKey: ['ways', number] })
    .map(([of, ways]) => ({ at: of[2] as number, ways }))
    .filter((h) => h.ways)
    .sort((a, b) => b.at - a.at)[0]?.ways ?? [];

// A page that is not in sight draws nothing: it waits no longer than this.
const UNSEEN_MS = 100;

/** What is there is painted first: the search would take the processor from it. */
const painted = () =>
  Promise.race([
    new Promise((done) => requestAnimationFrame(() => setTimeout(done))),
    new Promise((done) => setTimeout(done, UNSEEN_MS)),
  ]);

/**
 * Ways out are searched for apart from the edit, so that an edit answers at once; each finding's stand as soon as they are found.
 */
export const useWays = (job: JobView) =>
  useQuery({
    queryKey: ['ways', job.number, job.lastNumber],
    queryFn: async ({ signal, client, queryKey }) => {
      const older = held(client, job.number);
      await painted();
      const answer = await api.GET('/api/jobs/{number}/ways', {
        params: { path: { number: job.number } },
        parseAs: 'stream',
        signal,
      });
      const looked: WaysView[] = [];
      for await (const more of lines<WaysView>(unwrap(answer)!)) {
        looked.push(...more);
        client.setQueryData(queryKey, withOlder(looked, older));
      }
      return withOlder(looked, []);
    },
    placeholderData: (old) => old,
  });
