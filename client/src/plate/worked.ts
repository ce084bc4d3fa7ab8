import type { JobView } from '../api/types';
import type { View } from './Plate';

/** The view of the plate that shows a kind of place. */
const REGION: Record<string, View> = {
  slot: 'memory',
  socket: 'memory',
  card: 'slots',
  m2: 'slots',
  board: 'slots',
  bay: 'bays',
};

/** The part of the machine that was worked on; null when nothing was. */
export function workedOn(changes: JobView['changes']): View | null {
  const touched = new Set(changes.map((c) => REGION[c.place.split(':')[0]!] ?? 'whole'));
  return touched.size > 1 ? 'whole' : ([...touched][0] ?? null);
}
