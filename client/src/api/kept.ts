import { createStore, del, get, keys, set, values } from 'idb-keyval';
import { useSyncExternalStore } from 'react';
import type { Edit, JobView } from './types';

/** One change that this browser has not heard an answer to. Its key makes it harmless to send it twice. */
export interface KeptEdit {
  key: string;
  number: string;
  /** When its job was begun: another database may have another job of this number. */
  begun: string;
  who: string;
  edit: Edit;
  /** Order in which the changes were made. */
  at: number;
}

/** A job as it was last seen, for a page that is opened while the host is away. */
export interface SeenJob {
  number: string;
  when: number;
  view: JobView;
}

/** As text it is stored in no time; as what it stands for it would be copied piece by piece. */
type Stored = Omit<SeenJob, 'view'> & { text: string };

// As many jobs as one visit needs; the oldest goes.
const MOST_SEEN = 20;
const YOUNG_MS = 5000;

const store = (name: string) => (typeof indexedDB === 'undefined' ? null : createStore(`irvak-${name}`, name));
const edits = store('edits');
const jobs = store('seen');
const listeners = new Set<() => void>();
// Changes that this page is sending, with the moment they are stored.
const flying = new Map<string, Promise<unknown>>();
let waiting: KeptEdit[] = [];
let last = 0;

function tell(rows: KeptEdit[]) {
  waiting = rows;
  listeners.forEach((l) => l());
}

/** False where nothing can be kept beyond this page. */
export const canKeep = edits !== null;

/** A browser without its own database, or with a full one, works as before: what was typed is kept while the page is open. */
async function quietly<T>(work: () => Promise<T>): Promise<T | undefined> {
  try {
    return await work();
  } catch {
    return undefined;
  }
}

/** Every change without an answer, in the order in which they were made. */
export const keptEdits = async (): Promise<KeptEdit[]> =>
  ((edits && (await quietly(() => values<KeptEdit>(edits)))) ?? []).sort((a, b) => a.at - b.at);

/** Keeps a change from the moment it is made until somebody has decided about it, also when the page is closed before. */
export function keep(row: Omit<KeptEdit, 'at'> & { at?: number }): void {
  last = Math.max(last + 1, Date.now());
  const kept = { ...row, at: row.at ?? last };
  const stored = edits ? quietly(() => set(row.key, kept, edits)) : Promise.resolve();
  flying.set(row.key, stored);
}

/** Somebody has decided about it. */
export async function decided(key: string): Promise<void> {
  await flying.get(key);
  if (edits) await quietly(() => del(key, edits));
  flying.delete(key);
}

/** Looks again at what waits without being under way; what is younger is most likely being sent by another window. */
export async function refresh() {
  const left = (await keptEdits()).filter((r) => !flying.has(r.key));
  const old = left.filter((r) => r.at < Date.now() - YOUNG_MS);
  tell(old);
  if (old.length < left.length) setTimeout(() => void refresh(), YOUNG_MS);
}

/** Changes of a job that an earlier page left behind, to be sent again in their order; those of another job of this number are let go. */
export async function leftBehind(number: string, begun: string): Promise<{ own: KeptEdit[]; strange: number }> {
  const rows = (await keptEdits()).filter((r) => r.number === number && !flying.has(r.key));
  const strange = rows.filter((r) => r.begun !== begun);
  for (const row of strange) await decided(row.key);
  return { own: rows.filter((r) => r.begun === begun), strange: strange.length };
}

/** Numbers of the jobs with changes that nothing sends at the moment. */
export const useLeftBehind = (): KeptEdit[] =>
  useSyncExternalStore(
    (l) => {
      listeners.add(l);
      return () => listeners.delete(l);
    },
    () => waiting,
  );

// The newest view of each job that is still to be stored.
const toKeep = new Map<string, JobView>();

/** Keeps a job as it is shown now, when nothing else is to be done: nobody waits for it. */
export function keepSeen(view: JobView): void {
  if (!jobs) return;
  if (toKeep.size === 0) idle(() => void storeSeen());
  toKeep.set(view.number, view);
}

const IDLE_MS = 2000;

const idle = (work: () => void) =>
  typeof requestIdleCallback === 'undefined' ? setTimeout(work, 0) : requestIdleCallback(work, { timeout: IDLE_MS });

// A page that is left keeps what it showed last.
if (typeof document !== 'undefined')
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden') void storeSeen();
  });

export async function storeSeen(): Promise<void> {
  if (!jobs) return;
  const views = [...toKeep.values()];
  toKeep.clear();
  await quietly(async () => {
    for (const view of views)
      await set(
        view.number,
        { number: view.number, when: Date.now(), text: JSON.stringify(view) } satisfies Stored,
        jobs,
      );
    if ((await keys(jobs)).length <= MOST_SEEN) return;
    const all = (await values<Stored>(jobs)).sort((a, b) => b.when - a.when);
    for (const old of all.slice(MOST_SEEN)) await del(old.number, jobs);
  });
}

export const seenJob = async (number: string): Promise<SeenJob | undefined> =>
  jobs
    ? quietly(async () => {
        const stored = await get<Stored>(number, jobs);
        return stored && { number, when: stored.when, view: JSON.parse(stored.text) as JobView };
      })
    : undefined;
