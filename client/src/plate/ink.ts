import type { BenchJob, JobView, MachineSheet, Unit } from '../api/types';
import type { Place } from './block';

export type InkState = 'found' | 'in' | 'out' | 'swap' | 'from' | 'to' | 'empty' | 'dark' | 'unknown';
export type Mark = 'seen' | 'deviates' | 'stop' | null;

export interface Ink {
  state: InkState;
  /** Why a place can't be used, or what is not known. */
  why: string;
  has: string[];
  comes: string[];
  other: string | null;
  mark: Mark;
}

export type Inked = Pick<JobView, 'found' | 'foundEmpty' | 'planned' | 'changes'> & { sheet?: JobView['sheet'] };

/** The name of a place inside the job: its kind and its name. Other kinds than memory are drawn, not yet worked on. */
export function jobPlace(place: Pick<Place, 'kind' | 'id'>): string | null {
  return place.kind === 'memory' ? `slot:${place.id}` : place.kind === 'socket' ? `socket:${place.id}` : null;
}

const LETTER = { unbuffered: 'U', 'unbuffered-ecc': 'E', registered: 'R', 'load-reduced': 'LR' } as const;

/** A unit in a few words, most important first: single figures for an upright bar, whole phrases where there is room. */
function words(unit: Unit | null | undefined, place: Place): string[] {
  const m = unit?.module;
  if (!m) return unit?.processor ? [unit.processor.name] : [];
  const size = m.capacityMiB ? (m.capacityMiB % 1024 ? `${m.capacityMiB} MB` : `${m.capacityMiB / 1024}`) : '?';
  const type = m.type ? LETTER[m.type] : '';
  const rate = m.rateMTs ? `${m.rateMTs}` : '';
  if (place.part.rot) return [size, type, rate].filter(Boolean);
  return [`${size}${size.endsWith('MB') ? '' : ' GB'} ${type} ${rate}`.trim().replace(/ +/g, ' ')];
}

/** What a place looks like in this build. */
export function inkOf(place: Place, job: Inked, marks: Record<string, Mark>): Ink {
  const none: Ink = { state: 'empty', why: '', has: [], comes: [], other: null, mark: null };
  const id = jobPlace(place);
  const socketEmpty = (name: string | undefined) =>
    !!name && socketNames(job.sheet).has(name) && !job.planned[`socket:${name}`];
  if (!id) {
    if (place.kind === 'supply' || place.kind === 'board') return { ...none, state: 'found', has: place.about ?? [] };
    if (place.kind !== 'bay' && socketEmpty(place.root)) return dark(none, job, place.root!);
    return { ...none, has: place.kind === 'm2' ? (place.about ?? []) : [], why: 'not part of this job' };
  }
  const ink = { ...none, mark: marks[id] ?? null };
  const change = job.changes.find((c) => c.place === id);
  const found = job.found[id];
  if (change?.movedFrom) return { ...ink, state: 'to', comes: words(change.in, place), other: change.movedFrom };
  if (change?.movedTo) return { ...ink, state: 'from', has: words(change.out, place), other: change.movedTo };
  if (change?.out && change.in)
    return {
      ...ink,
      state: ink.mark === 'seen' ? 'in' : 'swap',
      has: words(change.out, place),
      comes: words(change.in, place),
    };
  if (change?.in) return { ...ink, state: 'in', comes: words(change.in, place) };
  if (change?.out) return { ...ink, state: 'out', has: words(change.out, place) };
  if (found) return { ...ink, state: 'found', has: words(found, place) };
  if (place.kind === 'memory' && socketEmpty(place.root)) return dark(ink, job, place.root!);
  if (!job.foundEmpty.includes(id)) return { ...ink, state: 'unknown', why: 'nobody has looked yet' };
  return ink;
}

const dark = (ink: Ink, job: Inked, root: string): Ink =>
  job.foundEmpty.includes(`socket:${root}`)
    ? { ...ink, state: 'dark', why: `needs ${root}` }
    : { ...ink, state: 'unknown', why: `${root} is not known yet` };

const socketNames = (sheet: MachineSheet | null | undefined) => new Set((sheet?.sockets ?? []).map((s) => s.id));

const KIND_WORDS = {
  memory: 'slot',
  slot: 'card slot',
  m2: 'M.2 place',
  bay: 'bay',
  socket: 'socket',
  supply: 'supply',
  board: 'on the board',
};

/** The place as it is spoken: kind and name, where, part, state, reason, mark. */
export function spoken(place: Place, ink: Ink): string {
  const what = place.kind === 'socket' || place.kind === 'supply' ? place.id : `${KIND_WORDS[place.kind]} ${place.id}`;
  const where = place.kind === 'memory' ? [`channel ${place.channel}`, place.root ?? ''] : (place.about ?? []);
  const has = ink.has.join(' ');
  const comes = ink.comes.join(' ');
  const other = ink.other?.slice(ink.other.indexOf(':') + 1);
  const does: Record<InkState, string[]> = {
    found: [has, place.kind === 'memory' || place.kind === 'socket' ? 'stays' : ''],
    in: [comes, 'comes in'],
    out: [has, 'goes out'],
    swap: [`${has} goes out`, `${comes} comes in`],
    from: [has, `moves to ${other}`],
    to: [comes, `comes from ${other}`],
    empty: [ink.why || 'empty, usable'],
    dark: ["can't be used", ink.why],
    unknown: ['not known', ink.why],
  };
  const mark =
    ink.mark === 'seen'
      ? 'seen as expected'
      : ink.mark === 'deviates'
        ? 'deviates'
        : ink.mark === 'stop'
          ? 'a stop sits here'
          : '';
  return [what, ...where, ...does[ink.state], mark].filter(Boolean).join(', ');
}

/** A bench job carries the same four fields as a job. */
export const inkedBench = (job: BenchJob): Inked => ({ ...job, sheet: job.sheet });
