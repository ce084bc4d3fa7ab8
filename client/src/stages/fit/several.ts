import type { JobView } from '../../api/types';
import { short } from '../../format/numbers';

/** "12 × 8t sata": so many of what the words say; without a count one. "4x16" is four of 16. */
export function counted(text: string): { count: number; words: string } {
  const m = /^\s*(\d{1,3})\s*(?:[x×*]|of|mal)\s*(?=\S)(.+)$/i.exec(text);
  const count = m ? Number(m[1]) : 1;
  return m && count > 0 ? { count, words: m[2]!.trim() } : { count: 1, words: text };
}

/** Places like this one that are free in the plan, from this one on: slots in the order in which they are filled, bays and the rest in the
 * order of the machine. The place itself comes first, whatever sits there. Where a module sits in it, more of them come in the stead of
 * those like it first: who replaces one of twelve means the twelve. */
export function fromHere(job: JobView, place: string, count: number): string[] {
  const all = like(job, place);
  const free = all.filter((p) => p === place || !job.planned[p]);
  if (!place.startsWith('slot:')) return free.slice(Math.max(0, free.indexOf(place))).slice(0, count);
  // Of slots the order of filling counts, not where one begins to look.
  const here = job.planned[place]?.long;
  const same = here ? all.filter((p) => p !== place && job.planned[p]?.long === here) : [];
  return [place, ...same, ...free.filter((p) => p !== place)].slice(0, count);
}

function like(job: JobView, place: string): string[] {
  const sheet = job.sheet;
  if (place.startsWith('slot:'))
    return (job.memory?.ladder ?? [])
      .filter((s) => s.usable)
      .toSorted((a, b) => (a.order ?? 999) - (b.order ?? 999))
      .map((s) => `slot:${s.slot}`);
  if (place.startsWith('bay:'))
    return (sheet?.bays ?? [])
      .filter((b) => b.names.includes(short(place)))
      .flatMap((b) => b.names.map((n) => `bay:${n}`));
  if (place.startsWith('m2:'))
    return alike(sheet?.m2 ?? [], short(place), (m) => [m.form, m.key, m.lengths, m.protocols, m.singleSided]).map(
      (id) => `m2:${id}`,
    );
  if (place.startsWith('card:'))
    return alike(sheet?.slots ?? [], short(place), (s) => [s.bus, s.mech, s.openEnd, s.height, s.lengthMm]).map(
      (id) => `card:${id}`,
    );
  return [place];
}

/** Those that take the same: what goes into one goes into the others. */
function alike<T extends { id: string }>(all: readonly T[], id: string, takes: (one: T) => unknown): string[] {
  const its = all.find((one) => one.id === id);
  return its
    ? all.filter((one) => JSON.stringify(takes(one)) === JSON.stringify(takes(its))).map((one) => one.id)
    : [id];
}
