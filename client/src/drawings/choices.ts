import table from '../api/choices.json';
import type { ArrayUse } from '../api/types';

export interface UseChoice {
  value: ArrayUse;
  words: string;
  requestKiB: number;
  /** Share of reads, 0 to 1. */
  reads: number;
  inOrder: boolean;
}

const pairs = (rows: { value: string; words: string }[]) => rows.map((r): [string, string] => [r.value, r.words]);

/** What an array is planned from, as the core's tables have it: choices.json is written by the core. */
export const LEVELS = pairs(table.levels);
export const HOSTS = pairs(table.hosts);
export const USES = pairs(table.uses);

/** What each use asks of a volume, where nobody said otherwise. */
export const WORKLOADS: readonly UseChoice[] = table.uses as UseChoice[];

/** Strips that keepers offer, KiB. */
export const STRIPS: readonly number[] = table.strips;

/** Levels that may be nested in groups. */
export const NESTS = table.levels.filter((l) => l.nests).map((l) => l.value);

/** Levels that survive a failed drive: there is something to rebuild from. */
export const REDUNDANT = pairs(table.levels.filter((l) => l.redundant));
