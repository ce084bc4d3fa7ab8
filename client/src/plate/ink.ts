import type { SmallPlate, JobView, Unit } from '../api/types';
import type { Place, PlaceKind } from './cells/block';

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
  /** True when two sources differ here. */
  disputed?: boolean;
}

const sameWords = (a: string[], b: string[]) => a.length === b.length && a.every((w, i) => w === b[i]);

/** True when two inks draw the same. */
export const sameInk = (a: Ink, b: Ink): boolean =>
  a.state === b.state &&
  a.why === b.why &&
  a.other === b.other &&
  a.mark === b.mark &&
  !!a.disputed === !!b.disputed &&
  sameWords(a.has, b.has) &&
  sameWords(a.comes, b.comes);

export type Inked = Pick<JobView, 'found' | 'foundEmpty' | 'planned' | 'changes'> & {
  sheet?: JobView['sheet'];
  arrays?: JobView['arrays'];
  /** Places where two sources differ and nobody has chosen yet. */
  disputed?: string[];
};

/** Kinds of places inside a job, by the kind on the plate. */
const JOB_KIND: Record<PlaceKind, string> = {
  memory: 'slot',
  socket: 'socket',
  slot: 'card',
  m2: 'm2',
  bay: 'bay',
  board: 'board',
  supply: 'supply',
  battery: 'battery',
};

/** The name of a place inside the job: its kind and its name. */
export const jobPlace = (place: Pick<Place, 'kind' | 'id'>): string => `${JOB_KIND[place.kind]}:${place.id}`;

export const LETTER = {
  unbuffered: 'U',
  'unbuffered-ecc': 'E',
  registered: 'R',
  'load-reduced': 'LR',
  'fully-buffered': 'FB',
} as const;

/** Decimal size as drives are spoken of. */
export function driveSize(bytes: number): string {
  const [value, unit] = bytes >= 1e12 ? [bytes / 1e12, 'TB'] : [bytes / 1e9, 'GB'];
  return `${Number(value.toFixed(value >= 100 ? 0 : 2))} ${unit}`;
}

/** A unit in a few words, most important first: single figures for an upright bar, whole phrases where there is room. */
export function words(unit: Unit | null | undefined, place: Pick<Place, 'part'>): string[] {
  if (!unit) return [];
  if (unit.drive) {
    const d = unit.drive;
    const kind = [
      d.protocol === 'nvme' ? 'NVMe' : d.protocol?.toUpperCase(),
      d.form === 'usb' ? 'stick' : d.media === 'flash' ? 'SSD' : '',
    ]
      .filter((w) => w && !(w === 'SSD' && d.protocol === 'nvme'))
      .join(' ');
    return [d.bytes ? driveSize(d.bytes) : (d.model ?? 'drive'), kind, unit.memberOf ?? ''].filter(Boolean);
  }
  if (unit.card) return [unit.card.name];
  if (unit.accessory) return [unit.accessory.watt ? `${unit.accessory.watt} W` : unit.accessory.name];
  const m = unit.module;
  if (!m) return unit.processor ? [unit.processor.name] : [];
  const size = m.capacityMiB ? (m.capacityMiB % 1024 ? `${m.capacityMiB} MB` : `${m.capacityMiB / 1024}`) : '?';
  const type = m.type ? LETTER[m.type] : '';
  const rate = m.rateMTs ? `${m.rateMTs}` : '';
  if (place.part.rot) return [size, type, rate].filter(Boolean);
  return [`${size}${size.endsWith('MB') ? '' : ' GB'} ${type} ${rate}`.trim().replace(/ +/g, ' ')];
}

/** What comes with the machine and needs no looking: its supplies, its own boards, its battery. */
const BUILT_IN: PlaceKind[] = ['supply', 'board', 'battery'];

/** What a place looks like in this build. */
export function inkOf(place: Place, job: Inked, marks: Record<string, Mark>): Ink {
  const id = jobPlace(place);
  const ink: Ink = {
    state: 'empty',
    why: '',
    has: [],
    comes: [],
    other: null,
    mark: marks[id] ?? null,
    disputed: job.disputed?.includes(id),
  };
  const change = job.changes.find((c) => c.place === id);
  const found = job.found[id];
  // A drive that its array lost sits there still, and is none of it.
  const lost = (job.arrays?.found ?? []).some((a) => a.now?.out.includes(id));
  const had = (unit: Unit | null | undefined) =>
    words(lost && unit?.memberOf ? { ...unit, memberOf: `not in ${unit.memberOf}` } : unit, place);
  if (change?.movedFrom) return { ...ink, state: 'to', comes: words(change.in, place), other: change.movedFrom };
  if (change?.movedTo) return { ...ink, state: 'from', has: had(change.out), other: change.movedTo };
  if (change?.out && change.in)
    return {
      ...ink,
      state: ink.mark === 'seen' ? 'in' : 'swap',
      has: had(change.out),
      comes: words(change.in, place),
    };
  if (change?.in) return { ...ink, state: 'in', comes: words(change.in, place) };
  if (change?.out) return { ...ink, state: 'out', has: had(change.out) };
  if (found) return { ...ink, state: 'found', has: had(found) };
  const without = shadow(place, job);
  if (without) return { ...ink, ...without };
  if (BUILT_IN.includes(place.kind)) return { ...ink, state: 'found', has: place.about ?? [] };
  if (!job.foundEmpty.includes(id)) return { ...ink, state: 'unknown', why: 'nobody has looked yet' };
  return { ...ink, has: place.kind === 'memory' || place.kind === 'socket' ? [] : takes(place) };
}

/** What an empty place would take, where there is room to say it. */
const takes = (place: Place) =>
  place.kind === 'm2'
    ? (place.about ?? [])
    : place.kind === 'bay' && place.w > 120
      ? ['empty', place.about?.[1] ?? '']
      : ['empty'];

/** Why a place can't be used: its socket is empty, a thick card covers it, another place takes its lanes. */
function shadow(place: Place, job: Inked): Pick<Ink, 'state' | 'why'> | null {
  const root = place.root;
  // A soldered processor is there, named or not.
  const isSocket =
    !!root &&
    (job.sheet?.sockets ?? []).some((s) => s.id === root && (!s.soldered || job.foundEmpty.includes(`socket:${root}`)));
  if (isSocket && place.kind !== 'socket' && place.kind !== 'board' && !job.planned[`socket:${root}`])
    return job.foundEmpty.includes(`socket:${root}`)
      ? { state: 'dark', why: `needs ${root}` }
      : { state: 'unknown', why: `${root} is not known yet` };
  const slots = (job.sheet?.slots ?? []).map((s) => s.id);
  const at = place.kind === 'slot' ? slots.indexOf(place.id) : -1;
  for (let i = 0; i < at; i++) {
    const thick = job.planned[`card:${slots[i]}`]?.card?.thick ?? 1;
    if (at - i < thick) return { state: 'dark', why: `covered by ${slots[i]}` };
  }
  const taken = job.sheet?.exclusions?.find((e) => e.then === place.id && !e.lanes && holds(job, e.when));
  return taken ? { state: 'dark', why: `${taken.when} takes its lanes` } : null;
}

const holds = (job: Inked, name: string) => ['card', 'm2', 'bay'].some((kind) => job.planned[`${kind}:${name}`]);

const KIND_WORDS = {
  memory: 'slot',
  slot: 'card slot',
  m2: 'M.2 place',
  bay: 'bay',
  socket: 'socket',
  supply: 'supply',
  board: 'on the board',
  battery: 'battery',
};

/** The place as it is spoken: kind and name, where, part, state, reason, mark. */
export function spoken(place: Place, ink: Ink): string {
  const what = ['socket', 'supply', 'battery'].includes(place.kind)
    ? place.id
    : `${place.form ? 'place' : KIND_WORDS[place.kind]} ${place.id}`;
  const where = place.kind === 'memory' ? [`channel ${place.channel}`, place.root ?? ''] : (place.about ?? []);
  const has = ink.has.join(' ');
  const comes = ink.comes.join(' ');
  const other = ink.other?.slice(ink.other.indexOf(':') + 1);
  const does: Record<InkState, string[]> = {
    found: [BUILT_IN.includes(place.kind) && place.about?.join(' ') === has ? '' : has, 'stays'],
    in: [comes, 'comes in'],
    out: [has, 'goes out'],
    swap: [`${has} goes out`, `${comes} comes in`],
    from: [has, `moves to ${other}`],
    to: [comes, `comes from ${other}`],
    empty: ['empty, usable'],
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
  return [what, ...where, ...does[ink.state], mark, ink.disputed ? 'two sources differ' : '']
    .filter(Boolean)
    .join(', ');
}

/** A plate of the bench says which places hold something, not what: its ink is the one of a job with any parts there. */
export function inkedBench(plate: SmallPlate): Inked {
  const some = {} as Unit;
  return {
    found: Object.fromEntries(plate.found.map((p) => [p, some])),
    foundEmpty: plate.foundEmpty,
    planned: Object.fromEntries(
      Object.entries(plate.planned).map(([p, thick]) => [p, { card: { thick } } as unknown as Unit]),
    ),
    changes: plate.changes.map((c) => ({
      ...c,
      out: c.out ? some : null,
      in: c.in ? some : null,
      bringsPart: c.in,
      takesPart: c.out,
    })),
  };
}
