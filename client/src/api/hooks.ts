import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { delta, jobOf, shared } from './answers';
import { api, isAway, newKey, Refusal, unwrap } from './client';
import { withFlying } from './flights';
import { keepSeen, seenJob } from './kept';
import { usePaused } from './paused';
import { persist, shownSince } from './persist';
import { person } from './person';
import type {
  BayFill,
  KeeperSide,
  StripTable,
  FoundParts,
  LeftOut,
  LaneLayoutView,
  BuyingView,
  ControllersView,
  JobView,
  PathFigures,
  ReadView,
  Rehearsal,
  Rule,
  SimulationQuestion,
  SimulationView,
} from './types';

export const jobKey = (number: string) => ['job', number];

const jobQuery = (number: string) =>
  queryOptions({
    queryKey: jobKey(number),
    structuralSharing: shared,
    queryFn: async ({ client }) => {
      try {
        const view = await jobOf(
          number,
          await api.GET('/api/jobs/{number}', { params: { path: { number } }, headers: delta(number) }),
        );
        shownSince(null);
        keepSeen(view);
        return withFlying(number, view);
      } catch (error) {
        // A page that opens while the host is away shows what it saw last, and says so.
        const seen = isAway(error) && !client.getQueryData(jobKey(number)) ? await seenJob(number) : undefined;
        if (!seen) throw error;
        shownSince(seen.when);
        return seen.view;
      }
    },
    retry: (count, error) => !(error instanceof Refusal) && count < 3,
  });

export const useJob = (number: string) => useQuery(jobQuery(number));

/** A job that is open as its newest answer has it, for what is to be drawn before the rest of the page. */
export const useNewest = (job: JobView) => useQuery({ ...jobQuery(job.number), refetchOnMount: false }).data ?? job;

/** What the aim could lead to: ideas for space, how far each wish can be met, what each policy changes. */
export const useAim = (job: JobView) =>
  useQuery({
    queryKey: ['aim', job.number, job.lastNumber],
    queryFn: async ({ signal }) =>
      unwrap(await api.GET('/api/jobs/{number}/aim', { params: { path: { number: job.number } }, signal })),
    placeholderData: (old) => old,
  });

export const useCaptures = (job: JobView) =>
  useQuery({
    queryKey: ['captures', job.number, job.lastNumber],
    queryFn: async () =>
      unwrap(await api.GET('/api/jobs/{number}/captures', { params: { path: { number: job.number } } })),
    placeholderData: (old) => old,
  });

export const useHistory = (number: string, lastNumber: number, open: boolean) =>
  useQuery({
    queryKey: ['history', number, lastNumber],
    enabled: open,
    queryFn: async () => unwrap(await api.GET('/api/jobs/{number}/history', { params: { path: { number } } })),
  });

/** What is looked for on the shelf, and how many of it are shown. */
export interface Looked {
  words: string;
  job?: string;
  kind?: 'module' | 'drive' | 'processor' | 'card';
  most: number;
  /** The place that it is to go into: then only what does is found. */
  place?: string;
  /** What does not go in instead. */
  misfits?: boolean;
}

const shelfQuery = ({ words, ...rest }: Looked) =>
  queryOptions({
    queryKey: ['shelf', words, rest],
    queryFn: async ({ signal }) =>
      unwrap(await api.GET('/api/shelf', { params: { query: { q: words, ...rest } }, signal })),
  });

/**
 * Parts of the shelf by words; asked for at a pause in typing, and not any more once the words are others. Until the shelf answers those of
 * the words before stand there, or none; `away` when it does not.
 */
export function useShelf(looked: Looked, on = true): { found?: FoundParts; away: boolean } {
  const asked = useQuery({
    ...shelfQuery({ ...looked, words: usePaused(looked.words) }),
    enabled: on,
    placeholderData: (old) => old,
  });
  return { found: asked.data, away: asked.isError };
}

/** The parts of these very words, for a hand that is faster than the pause. */
export function useShelfNow() {
  const client = useQueryClient();
  return (looked: Looked) => client.ensureQueryData(shelfQuery(looked));
}

export const useSheets = () =>
  useQuery({ queryKey: ['sheets'], queryFn: async () => unwrap(await api.GET('/api/sheets')) });

/** One sheet as a document, with fields that are not known here; none is asked for without a name. */
export const useSheet = (id: string | null | undefined) =>
  useQuery({
    queryKey: ['sheet', id],
    enabled: !!id,
    queryFn: async () => unwrap(await api.GET('/api/sheets/{id}', { params: { path: { id: id! } } })),
  });

export const useRules = () =>
  useQuery({ queryKey: ['rules'], queryFn: async () => unwrap(await api.GET('/api/rules')) as Rule[] });

export const useEvidence = () =>
  useQuery({ queryKey: ['evidence'], queryFn: async () => unwrap(await api.GET('/api/evidence')) });

/** Reads a capture without storing anything; for the line under a paste field. */
export async function readCapture({ body, columns }: Piece): Promise<ReadView> {
  return unwrap(
    await api.POST('/api/captures/read', {
      params: { query: { columns } },
      body: body as string,
      bodySerializer: (b) => b as string,
      headers: { 'Content-Type': 'text/plain' },
    }),
  );
}

/** One capture to send: text, or the bytes of a file; the columns' meanings when it is a table of drives. */
export interface Piece {
  body: string | Blob;
  columns?: string;
  /** The machine that a person chose, where files tell of several. */
  machine?: string;
}

/** Files of the last capture taken that are of other machines; they stay told until the next one. */
export const useLeftOut = (number: string) =>
  useQuery<LeftOut[]>({ queryKey: leftOutKey(number), enabled: false, initialData: [], queryFn: () => [] }).data;
export const leftOutKey = (number: string) => ['left out', number];

/** Reads a label, or a drive as it is spoken of, into a part. */
export const readLabel = async (text: string) =>
  unwrap(await api.GET('/api/shelf/read', { params: { query: { text: text.slice(0, 400) } } }));

/** Computes where the modules go; changes nothing. */
export const usePlacement = (job: JobView, add: { partId: string; count: number }[], open: boolean) =>
  useQuery({
    queryKey: ['placement', job.number, job.lastNumber, add],
    enabled: open,
    retry: false,
    queryFn: async ({ signal }) =>
      unwrap(
        await api.POST('/api/jobs/{number}/placement', {
          params: { path: { number: job.number } },
          body: { add },
          signal,
        }),
      ),
  });

/** Ways to buy the memory wanted; changes nothing. */
export const useBuying = (job: JobView, memoryGiB: number, rateMTs: number) =>
  useQuery<BuyingView>({
    queryKey: ['buying', job.number, job.lastNumber, memoryGiB, rateMTs],
    enabled: memoryGiB > 0,
    retry: false,
    placeholderData: (old) => old,
    queryFn: async ({ signal }) =>
      unwrap(
        await api.POST('/api/jobs/{number}/buying', {
          params: { path: { number: job.number } },
          body: { memoryGiB, rateMTs },
          signal,
        }),
      ),
  });

const photosKey = (number: string) => ['photos', number];

export const usePhotos = (number: string) =>
  useQuery({
    queryKey: photosKey(number),
    queryFn: async () => unwrap(await api.GET('/api/jobs/{number}/photos', { params: { path: { number } } })),
  });

export function usePhotoEdits(number: string) {
  const client = useQueryClient();
  const onSettled = () => void client.invalidateQueries({ queryKey: photosKey(number) });
  const add = useMutation({
    mutationFn: async ({ file, about, note }: { file: Blob; about: string; note: string }) => {
      const [who, key] = [await person.named(), newKey()];
      return persist(async () =>
        unwrap(
          await api.POST('/api/jobs/{number}/photos', {
            params: { path: { number }, query: { key, who, about, note } },
            body: file as unknown as string,
            bodySerializer: (b) => b as string,
            headers: { 'Content-Type': 'image/jpeg' },
          }),
        ),
      );
    },
    onSettled,
  });
  const drop = useMutation({
    mutationFn: async (id: number) => {
      await api.DELETE('/api/jobs/{number}/photos/{id}', { params: { path: { number, id } } });
    },
    onSettled,
  });
  return { add, drop };
}

/** An array of the plan with some of its drives taken as failed; changes nothing. */
export const useRehearsal = (job: JobView, array: string, failed: string[], open: boolean) =>
  useQuery<Rehearsal>({
    queryKey: ['rehearsal', job.number, job.lastNumber, array, failed],
    enabled: open,
    retry: false,
    placeholderData: (old) => old,
    queryFn: async ({ signal }) =>
      unwrap(
        await api.POST('/api/jobs/{number}/rehearsal', {
          params: { path: { number: job.number } },
          body: { array, failed },
          signal,
        }),
      ),
  });

/** A simulation that runs on the server; asked after until it has ended. */
export function useSimulation(job: JobView, array: string) {
  const begin = useMutation({
    mutationFn: async (question: SimulationQuestion) =>
      unwrap(
        await api.POST('/api/jobs/{number}/simulations', {
          params: { path: { number: job.number } },
          body: { array, question },
        }),
      ),
  });
  const id = begin.data?.id;
  const client = useQueryClient();
  const key = ['simulation', id];
  const state = useQuery({
    queryKey: key,
    enabled: !!id,
    refetchInterval: (query) => (query.state.data?.ended ? false : 300),
    queryFn: async () =>
      unwrap(await api.GET('/api/simulations/{id}', { params: { path: { id: id! } } })) as SimulationView,
  });
  const cancel = async () => {
    if (id) await api.DELETE('/api/simulations/{id}', { params: { path: { id } } });
    await client.invalidateQueries({ queryKey: key });
  };
  return { begin, view: id ? (state.data ?? begin.data) : undefined, cancel };
}

/** Every controller of the machine and the shelf, for the drives of the plan. */
export const useControllers = (job: JobView) =>
  useQuery<ControllersView>({
    queryKey: ['controllers', job.number, job.lastNumber],
    placeholderData: (old) => old,
    queryFn: async () =>
      unwrap(await api.GET('/api/jobs/{number}/controllers', { params: { path: { number: job.number } } })),
  });

/** What one drive for many bays makes of the plan; changes nothing. */
export const useFill = (
  job: JobView,
  ask: { partId: string; count: number | null; over: string[] | null; oneKeeper: boolean } | null,
) =>
  useQuery<BayFill>({
    queryKey: ['fill', job.number, job.lastNumber, ask],
    enabled: ask !== null,
    retry: false,
    queryFn: async ({ signal }) =>
      unwrap(
        await api.POST('/api/jobs/{number}/fill', {
          params: { path: { number: job.number } },
          body: ask!,
          signal,
        }),
      ),
  });

/** Who can keep an array, side by side. */
export const useKeepers = (job: JobView, array: string) =>
  useQuery<KeeperSide[]>({
    queryKey: ['keepers', job.number, job.lastNumber, array],
    placeholderData: (old) => old,
    queryFn: async () =>
      unwrap(
        await api.GET('/api/jobs/{number}/arrays/{array}/keepers', {
          params: { path: { number: job.number, array } },
        }),
      ),
  });

/** Both schools of strips for an array, with numbers. */
export const useStrips = (job: JobView, array: string) =>
  useQuery<StripTable>({
    queryKey: ['strips', job.number, job.lastNumber, array],
    placeholderData: (old) => old,
    queryFn: async () =>
      unwrap(
        await api.GET('/api/jobs/{number}/arrays/{array}/strips', {
          params: { path: { number: job.number, array } },
        }),
      ),
  });

export const useLayOut = (job: JobView) =>
  useMutation<LaneLayoutView>({
    mutationFn: async () =>
      unwrap(await api.POST('/api/jobs/{number}/lanes', { params: { path: { number: job.number } } })),
  });

/** A path with another line or another count of drives; the planned one where neither is asked. */
export const usePath = (job: JobView, path: string, networkGbs: number | null, drives: number | null, always = false) =>
  useQuery<PathFigures>({
    queryKey: ['path', job.number, job.lastNumber, path, networkGbs, drives],
    placeholderData: (old) => (old?.name === path ? old : undefined),
    enabled: always || networkGbs !== null || drives !== null,
    retry: false,
    queryFn: async () =>
      unwrap(
        await api.POST('/api/jobs/{number}/path', {
          params: { path: { number: job.number } },
          body: { path, networkGbs, drives },
        }),
      ),
  });
