import type { AimPicture, Distance, JobView, PathIdea, SpaceIdea, Topic, WishKind } from '../../api/types';
import { euro, gib, group } from '../../format/numbers';

/** A wish for the whole machine, and the distance that answers it. */
export interface WishRow {
  wish: WishKind;
  id: string;
  label: string;
  unit: string;
  distance: string;
  /** Staying below is good. */
  isLimit: boolean;
  /** What it is about; null for every job. */
  about: readonly Topic[] | null;
}

const SPACE: readonly Topic[] = ['bays'];
const PATH: readonly Topic[] = ['arrays', 'cards'];

const row = (
  wish: WishKind,
  id: string,
  label: string,
  unit: string,
  distance: string,
  about: readonly Topic[] | null,
  isLimit = false,
): WishRow => ({ wish, id: `wish-${id}`, label, unit, distance, about, isLimit });

export const WISHES: readonly WishRow[] = [
  row('memoryGiB', 'memory', 'Memory', 'GiB', 'Memory', ['memory', 'processor']),
  row('usableTB', 'space', 'Usable space', 'TB', 'Usable', SPACE),
  row('failures', 'failures', 'Failures to survive', 'drives', 'Survives', SPACE),
  row('lossPercent', 'loss', 'Loss in 5 years, under', '%', 'Loss in 5 years', SPACE, true),
  row('readMBs', 'read', 'Read, at the user’s end', 'MB/s', 'Reads at best', PATH),
  row('writeMBs', 'write', 'Write, at the user’s end', 'MB/s', 'Writes at best', PATH),
  row('moneyLimitEur', 'money', 'Money, at most', '€', 'Money', null, true),
  row('awayHours', 'away', 'Machine off, at most', 'h', 'Machine off', null, true),
  row('watts', 'watts', 'All at work, at most', 'W', 'At work', null, true),
];

/** What of the aim answers a wish. */
export const wished = (job: JobView, wish: WishKind): number | null => job.aim[wish] ?? null;

export const isAbout = (w: WishRow, job: JobView) =>
  wished(job, w.wish) != null || !w.about || w.about.some((t) => job.topics.includes(t));

/** Like drives in free bays, or a network card in a free slot. */
export type Idea = SpaceIdea | PathIdea;

/** A card changes the way to the user, and what every part changes. */
const OF_CARDS: readonly WishKind[] = ['readMBs', 'writeMBs', 'moneyLimitEur', 'awayHours', 'watts'];

/** Ideas that change what a wish is about. */
export const ideasFor = (w: Pick<WishRow, 'wish'>, picture: AimPicture | undefined): Idea[] => [
  ...(picture?.ideas ?? []),
  ...(OF_CARDS.includes(w.wish) ? (picture?.cards ?? []) : []),
];

/** A value as its wish writes it, without the unit. */
export function figure(w: Pick<WishRow, 'unit'>, value: number): string {
  if (w.unit === '€') return euro(value).replace(/^€\s*/, '');
  if (w.unit === 'GiB') return gib(value);
  if (w.unit === 'TB') return value.toFixed(1);
  if (w.unit === '%') return chance(value);
  if (w.unit === 'h') return value < 10 ? `${Math.round(value * 10) / 10}` : group(value);
  return group(value);
}

/** Percent with the figures that count, however small. */
export const chance = (percent: number) =>
  percent === 0 ? '0' : percent < 0.0001 ? '< 0.0001' : `${Number(percent.toPrecision(2))}`;

export const distanceOf = (job: JobView, w: WishRow): Distance | undefined =>
  job.ledge.find((d) => d.name === w.distance);

/** How a wish is as found. What is bought or takes time was not there before. */
export function foundWords(job: JobView, w: WishRow): string {
  if (w.wish === 'moneyLimitEur' || w.wish === 'awayHours') return '–';
  const found = distanceOf(job, w)?.found;
  return found == null ? 'not known' : figure(w, found);
}
