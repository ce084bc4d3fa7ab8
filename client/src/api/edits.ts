import { useMutation, useQueryClient, type MutationOptions, type QueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import { plural } from '../format/numbers';
import { delta, jobOf } from './answers';
import { api, newKey, Refusal, unwrap } from './client';
import { catchUp } from './follow';
import { land, takeOff, useFlying, withFlying } from './flights';
import { guess } from './guess';
import { jobKey, leftOutKey, type Piece } from './hooks';
import { canKeep, decided, keep, keepSeen, leftBehind, refresh, type KeptEdit } from './kept';
import { persist } from './persist';
import { person } from './person';
import type { Edit, JobView } from './types';

type Sent = Pick<KeptEdit, 'edit' | 'key'> & Partial<KeptEdit>;

type OnRefused = (refusal: Refusal, again?: () => void) => void;

/** A request that changes a job: those of one job go one after another. */
const inTurn = <T, V>(client: QueryClient, number: string, how: MutationOptions<T, Error, V>) =>
  client.getMutationCache().build(client, {
    mutationKey: jobKey(number),
    scope: { id: `job ${number}` },
    retry: false,
    onSettled: () => queueMicrotask(() => catchUp(client, number)),
    ...how,
  });

/** What came of it was told where it was asked for. */
const toldThere = () => undefined;

/** Shows a change at once and sends it; its answer, or what is without it, is shown when it is there. */
function change(client: QueryClient, number: string, sent: Sent, refused: OnRefused): Promise<JobView> {
  const { edit, key, who, at } = sent;
  // What is on its way was asked before this change.
  void client.cancelQueries({ queryKey: jobKey(number) });
  client.setQueryData<JobView>(jobKey(number), (now) => now && guess(now, edit));
  takeOff(number, sent);
  return inTurn<JobView, void>(client, number, {
    mutationFn: () => deliver(client, number, sent),
    onMutate: () => {
      const begun = client.getQueryData<JobView>(jobKey(number))?.begunAt ?? '';
      keep({ key, number, begun, edit, who: who || person.get(), at });
    },
    onSuccess: (view) => land(number, key, () => settle(client, number, view)),
    onError: async (error) => {
      // Takes the guess back and learns the newest number, so that a second try counts as seen.
      await land(number, key, () => client.invalidateQueries({ queryKey: jobKey(number) }));
      if (!(error instanceof Refusal)) return;
      const again = () => void change(client, number, { edit, key: newKey() }, refused).catch(toldThere);
      refused(error, error.problem.type.endsWith('/clash') ? again : undefined);
    },
  }).execute();
}

/** Sends edits one after another, each with the number it last saw. A change and that it waits are drawn together, and so is its answer. */
export function useEdits(number: string, onRefused: OnRefused) {
  const client = useQueryClient();
  const tell = useRef(onRefused);
  useEffect(() => void (tell.current = onRefused));
  const run = useCallback(
    (sent: Sent) => change(client, number, sent, (refusal, again) => tell.current(refusal, again)),
    [client, number],
  );
  const apply = useCallback((edit: Edit) => void run({ edit, key: newKey() }).catch(toldThere), [run]);
  const applyAsync = useCallback((edit: Edit) => run({ edit, key: newKey() }), [run]);
  // What an earlier page left without an answer is sent first, in its order and under its keys.
  useEffect(() => {
    const begun = client.getQueryData<JobView>(jobKey(number))?.begunAt;
    if (begun === undefined) return;
    void leftBehind(number, begun).then(async ({ own, strange }) => {
      for (const row of own) run(row).catch(toldThere);
      if (strange > 0) tell.current(notSent(strange, number));
      await refresh();
    });
  }, [number, run, client]);
  const pending = useFlying(number);
  return useMemo(() => ({ apply, applyAsync, pending }), [apply, applyAsync, pending]);
}

/** Sends one change until somebody decides about it. */
async function deliver(client: QueryClient, number: string, { edit, key, who: before }: Sent): Promise<JobView> {
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
    // The answer does not wait for it: should the page end before, the same is sent again under its key, and changes nothing.
    void decided(key);
  }
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
  client.setQueryData(jobKey(number), withFlying(number, view));
  keepSeen(view);
}

export function useUndo(number: string, onRefused: OnRefused) {
  const client = useQueryClient();
  const tell = useRef(onRefused);
  useEffect(() => void (tell.current = onRefused));
  return useMemo(() => {
    const go = (way: 'undo' | 'redo', withDependents: boolean) => {
      const key = newKey();
      void inTurn<JobView, void>(client, number, {
        mutationFn: async () => {
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
        onError: (error) => {
          if (error instanceof Refusal)
            tell.current(error, error.problem.dependents ? () => go('undo', true) : undefined);
        },
      })
        .execute()
        .catch(toldThere);
    };
    return { undo: () => go('undo', false), redo: () => go('redo', false) };
  }, [client, number]);
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
