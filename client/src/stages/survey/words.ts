import type { Unknown } from '../../api/types';
import { optionName } from '../../frame/Choice';

/** The words of an answer; only where several can be given does a comma part them: “a controller, or the board’s firmware” is one. */
export const wordsIn = (value: string, ask: Pick<Unknown, 'kind'>): string[] =>
  ask.kind === 'several' ? value.split(',') : [value];

/** An answer as a person reads it: several words with commas, a number with its unit. */
export const answerWords = (value: string, ask: Pick<Unknown, 'kind' | 'unit'>): string =>
  ask.unit ? (value === '0' ? 'no limit' : `${value} ${ask.unit}`) : wordsIn(value, ask).map(optionName).join(', ');
