import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, unwrap } from '../api/client';
import { usePaused } from '../api/paused';
import type { BeginRequest, JobView } from '../api/types';

const lineQuery = (line: string) =>
  queryOptions({
    queryKey: ['begin', 'line', line],
    queryFn: async ({ signal }) => unwrap(await api.GET('/api/begin/line', { params: { query: { line } }, signal })),
  });

/** This very line as it is read, for a hand that is faster than the pause. */
export function useLineNow() {
  const client = useQueryClient();
  return async (typed: string) => (typed.trim() ? await client.ensureQueryData(lineQuery(typed)) : undefined);
}

/** The line as the host reads it, with the machines that it may mean. */
export const useLine = (typed: string) => {
  const line = usePaused(typed.trim() ? typed : '');
  return useQuery({
    ...lineQuery(line),
    enabled: line !== '',
    placeholderData: (old) => (line === '' ? undefined : old),
  });
};

/** Machines that jobs told of and sheets, by words; with none typed, sheets alone. */
export const useMachines = (typed: string, open: boolean) => {
  const words = usePaused(typed.trim());
  return useQuery({
    queryKey: ['begin', 'machines', words],
    enabled: open,
    queryFn: async ({ signal }) => unwrap(await api.GET('/api/machines', { params: { query: { words } }, signal })),
    placeholderData: (old) => old,
  });
};

/** The job as it would be; undefined while no machine is chosen. */
export const useTrial = (body: BeginRequest, open: boolean) => {
  const asked = usePaused(open ? JSON.stringify(body) : '');
  return useQuery({
    queryKey: ['begin', 'trial', asked],
    enabled: asked !== '' && open,
    queryFn: async ({ signal }) =>
      unwrap(await api.POST('/api/begin/trial', { body: JSON.parse(asked) as BeginRequest, signal })) as JobView,
    placeholderData: (old) => old,
    retry: false,
  });
};
