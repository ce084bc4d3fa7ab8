import { optionName } from '../../frame/Choice';

/** An answer as a person reads it: several words with commas, a number with its unit. */
export const answerWords = (value: string, unit?: string | null): string =>
  unit ? (value === '0' ? 'no limit' : `${value} ${unit}`) : value.split(',').map(optionName).join(', ');
