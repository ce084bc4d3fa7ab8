import { createContext, useContext } from 'react';
import type { Edit, JobView, PartView, Unit } from '../api/types';

/** A part that was taken up: from the shelf, or from a place of the machine. */
export type Hand = { from: 'shelf'; unit: Unit } | { from: 'place'; place: string; unit: Unit };

/** A piece of a shelf part, as it is taken in hand. */
export function shelfUnit({ part, short, long, homes }: PartView): Unit {
  const { module, processor, drive, card, accessory } = part;
  return { module, processor, drive, card, accessory, source: 'shelf', shelfPartId: part.id, short, long, homes };
}

/** What the screens of one job share. */
export interface Desk {
  job: JobView;
  apply: (edit: Edit) => void;
  pending: boolean;
  selected: string | null;
  select: (place: string | null) => void;
  hand: Hand | null;
  take: (hand: Hand | null) => void;
  say: (text: string) => void;
}

export const DeskContext = createContext<Desk | null>(null);

export function useDesk(): Desk {
  const desk = useContext(DeskContext);
  if (!desk) throw new Error('No job around this screen.');
  return desk;
}
