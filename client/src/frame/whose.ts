import type { Word } from '../api/types';

/** Whose word a value is, as people say it. */
export const WHOSE: Record<Word, string> = {
  maker: 'the maker’s sheet',
  seller: 'a seller’s page',
  firmware: 'the firmware',
  colleague: 'a colleague',
  stranger: 'a stranger',
};
