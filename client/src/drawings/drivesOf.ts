import type { ArrayFigures } from '../api/types';

/** Drives that an array has, with those that it lost and that lie in no place any more. */
export const drivesOf = (array: Pick<ArrayFigures, 'plan' | 'now'>): number =>
  array.plan.members.length + (array.now?.unplaced ?? 0);
