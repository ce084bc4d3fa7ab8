import type { FiveAnswers, Purpose } from '../api/types';
import { keepSetting, setting } from '../theme/settings';

/** How the machine becomes known. */
export type Way = 'capture' | 'find' | 'answers' | 'like';

/** A machine that was chosen: a sheet, or a job that tells of it. */
export interface Chosen {
  sheet?: string;
  job?: string;
  name: string;
}

/** What was entered before there is a job; kept in this browser from the first letter on. */
export interface Draft {
  line: string;
  /** Null while it is made of the line. */
  title: string | null;
  owner: string;
  /** Null while they are those of the line. */
  purposes: Purpose[] | null;
  way: Way;
  words: string;
  chosen: Chosen | null;
  /** True where the machine of a job is this very one. */
  same: boolean;
  answers: FiveAnswers | null;
}

export const EMPTY: Draft = {
  line: '',
  title: null,
  owner: '',
  purposes: null,
  way: 'find',
  words: '',
  chosen: null,
  same: false,
  answers: null,
};

const KEY = 'begin.draft';

/** The draft as it was left; an empty one where there is none, or none that can be read. */
export function keptDraft(): Draft {
  try {
    return { ...EMPTY, ...(JSON.parse(setting(KEY, '{}')) as Partial<Draft>) };
  } catch {
    return EMPTY;
  }
}

export const keepDraft = (draft: Draft) => keepSetting(KEY, JSON.stringify(draft));

export const isEmpty = (draft: Draft) => JSON.stringify({ ...draft, way: EMPTY.way }) === JSON.stringify(EMPTY);
