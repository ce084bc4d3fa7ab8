import { infiniteQueryOptions, useInfiniteQuery, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, unwrap } from './client';
import { usePaused } from './paused';
import type { Stage } from './types';

/** The newest jobs of each stage. */
export const useBench = () =>
  useQuery({ queryKey: ['bench'], queryFn: async () => unwrap(await api.GET('/api/jobs')), refetchOnMount: 'always' });

/** Jobs of one stage that are older than those of the bench. */
export const useOlder = (stage: Stage, before: number | undefined, open: boolean) =>
  useInfiniteQuery({
    queryKey: ['bench', 'older', stage, before],
    enabled: open && before !== undefined,
    initialPageParam: before ?? 0,
    queryFn: async ({ pageParam }) =>
      unwrap(await api.GET('/api/jobs', { params: { query: { stage, before: pageParam } } })),
    getNextPageParam: (page) => page.jobs.at(-1)?.id,
  });

/** Which jobs are looked for; empty is what nobody asked for. */
export interface JobFilter {
  words: string;
  owner: string;
  by: string;
  machine: string;
  stage: Stage | '';
  /** Promised for this day or an earlier one: year-month-day. */
  dueBy: string;
}

export const NO_FILTER: JobFilter = { words: '', owner: '', by: '', machine: '', stage: '', dueBy: '' };

/** True when something is asked for beside the words. */
export const filters = (f: JobFilter) => !!(f.owner || f.by || f.machine || f.stage || f.dueBy);

const foundQuery = (f: JobFilter) =>
  infiniteQueryOptions({
    queryKey: ['bench', 'found', f],
    initialPageParam: undefined as number | undefined,
    queryFn: async ({ pageParam, signal }) => {
      const asked = Object.fromEntries(Object.entries(f).filter(([, value]) => value !== ''));
      // A stage alone would be the bench's own question; with words, be there none, it is a search.
      if (f.stage) asked.words = f.words;
      return unwrap(await api.GET('/api/jobs', { params: { query: { ...asked, before: pageParam } }, signal }));
    },
    getNextPageParam: (page) => page.more ?? undefined,
  });

/** Jobs of this filter, the newest first; words are asked for at a pause in typing. What was found stays until the next is there. */
export const useFoundJobs = (f: JobFilter) => {
  const words = usePaused(f.words.trim());
  const asked = { ...f, words };
  return useInfiniteQuery({ ...foundQuery(asked), enabled: words !== '' || filters(f), placeholderData: (old) => old });
};

/** The newest job of these very words, for a hand that is faster than the pause. */
export function useFoundNow() {
  const client = useQueryClient();
  return async (f: JobFilter) =>
    (await client.ensureInfiniteQueryData(foundQuery({ ...f, words: f.words.trim() }))).pages[0]?.jobs[0];
}

/** What is due and what the shelf lacks, beside the planks. */
export const useBeside = () =>
  useQuery({ queryKey: ['bench', 'beside'], queryFn: async () => unwrap(await api.GET('/api/bench/beside')) });

/** What jobs can be filtered by. */
export const useJobChoices = (open: boolean) =>
  useQuery({
    queryKey: ['bench', 'choices'],
    enabled: open,
    queryFn: async () => unwrap(await api.GET('/api/bench/choices')),
  });
