import { useMutation, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { plural } from '../format/numbers';
import { delta, jobOf } from './answers';
import { api, newKey, Refusal, unwrap } from './client';
import { catchUp } from './follow';
import { guess } from './guess';
import { jobKey, leftOutKey, type Piece } from './hooks';
import { canKeep, decided, keep, keepSeen, leftBehind, refresh, type KeptEdit } from './kept';
import { persist } from './persist';
import { person } from './person';
import type { Edit, JobView } from './types';

type Sent = Pick<KeptEdit, 'edit' | 'key'> & Partial<KeptEdit>;

/** Sends edits one after another, each with the number it last saw; shows the change itself at once. */
export function useEdits(number: string, onRefused: (refusal: Refusal, again?: () => void) => void) {
  const client = useQueryClient();
  const mutation = useMutation({
    mutationKey: jobKey(number),
    scope: { id: `job ${number}` },
    retry: false,
    mutationFn: async ({ edit, key, who: before }: Sent) => {
      const who = before || (await person.named());
      const send = async () => {
        const lastSeen = client.getQueryData<JobView>(jobKey(number))?.lastNumber ?? 0;
        return jobOf(
          number,
          await api.POST('/api/jobs/{number}/edits', {
            params: { path: { number } },
            headers: delta(number),
            body: { key, lastSeen, who, edit },
          }),
        );
      };
      try {
        return await persist(send, canKeep);
      } finally {
        await decided(key);
      }
    },
    onMutate: async ({ edit, key, who, at }: Sent) => {
      const begun = client.getQueryData<JobView>(jobKey(number))?.begunAt ?? '';
      keep({ key, number, begun, edit, who: who || person.get(), at });
      await client.cancelQueries({ queryKey: jobKey(number) });
      // Read after the wait: a change made in the meantime has its guess there already.
      client.setQueryData<JobView>(jobKey(number), (now) => now && guess(now, edit));
    },
    onSuccess: (view) => settle(client, number, view),
    onSettled: () => queueMicrotask(() => catchUp(client, number)),
    onError: async (error, { edit }) => {
      // Takes the guess back and learns the newest number, so that a second try counts as seen.
      await client.invalidateQueries({ queryKey: jobKey(number) });
      if (error instanceof Refusal)
        onRefused(
          error,
          error.problem.type.endsWith('/clash') ? () => mutation.mutate({ edit, key: newKey() }) : undefined,
        );
    },
  });
  const { mutate } = mutation;
  const tell = useRef(onRefused);
  useEffect(() => void (tell.current = onRefused));
  // What an earlier page left without an answer is sent first, in its order and under its keys.
  useEffect(() => {
    const begun = client.getQueryData<JobView>(jobKey(number))?.begunAt;
    if (begun === undefined) return;
    void leftBehind(number, begun).then(async ({ own, strange }) => {
      for (const row of own) mutate(row);
      if (strange > 0) tell.current(notSent(strange, number));
      await refresh();
    });
  }, [number, mutate, client]);
  return {
    apply: (edit: Edit) => mutation.mutate({ edit, key: newKey() }),
    applyAsync: (edit: Edit) => mutation.mutateAsync({ edit, key: newKey() }),
    pending: mutation.isPending,
  };
}

const notSent = (count: number, number: string) =>
  new Refusal({
    type: '/problems/another-job',
    title: 'Not sent',
    status: 409,
    detail: `${plural(count, 'change that this browser kept belongs', 'changes that this browser kept belong')} to an earlier job ${number}, which this host does not have. Nothing of it was sent.`,
  });

/** A late answer never overwrites a newer one. */
function settle(client: QueryClient, number: string, view: JobView) {
  const seen = client.getQueryData<JobView>(jobKey(number));
  if (seen && seen.lastNumber > view.lastNumber) return;
  client.setQueryData(jobKey(number), view);
  void keepSeen(view);
}

export function useUndo(number: string, onRefused: (refusal: Refusal, again?: () => void) => void) {
  const client = useQueryClient();
  const mutation = useMutation({
    mutationKey: jobKey(number),
    scope: { id: `job ${number}` },
    retry: false,
    mutationFn: async ({
      way,
      withDependents,
      key,
    }: {
      way: 'undo' | 'redo';
      withDependents: boolean;
      key: string;
    }) => {
      const who = await person.named();
      return persist(async () =>
        jobOf(
          number,
          await api.POST(way === 'undo' ? '/api/jobs/{number}/undo' : '/api/jobs/{number}/redo', {
            params: { path: { number } },
            headers: delta(number),
            body: { key, who, withDependents },
          }),
        ),
      );
    },
    onSuccess: (view) => settle(client, number, view),
    onSettled: () => queueMicrotask(() => catchUp(client, number)),
    onError: (error) => {
      if (!(error instanceof Refusal)) return;
      const both = error.problem.dependents
        ? () => mutation.mutate({ way: 'undo', withDependents: true, key: newKey() })
        : undefined;
      onRefused(error, both);
    },
  });
  return {
    undo: () => mutation.mutate({ way: 'undo', withDependents: false, key: newKey() }),
    redo: () => mutation.mutate({ way: 'redo', withDependents: false, key: newKey() }),
  };
}

export function useTakeCapture(number: string) {
  const client = useQueryClient();
  return useMutation({
    mutationKey: jobKey(number),
    scope: { id: `job ${number}` },
    retry: false,
    mutationFn: async (piece: Piece & { phase: 'before' | 'after' }) => {
      const { body, columns, machine, phase } = piece;
      // One key for one capture, however often it must be sent.
      const [who, key] = [await person.named(), newKey()];
      return persist(async () => {
        const lastSeen = client.getQueryData<JobView>(jobKey(number))?.lastNumber ?? 0;
        return unwrap(
          await api.POST('/api/jobs/{number}/captures', {
            params: { path: { number }, query: { phase, key, lastSeen, who, columns, machine } },
            body: body as string,
            bodySerializer: (b) => b as string,
            headers: { 'Content-Type': 'text/plain' },
          }),
        );
      });
    },
    onSuccess: (taken) => {
      settle(client, number, taken.job as JobView);
      client.setQueryData(leftOutKey(number), taken.reading.leftOut);
      void client.invalidateQueries({ queryKey: ['captures', number] });
    },
  });
}
