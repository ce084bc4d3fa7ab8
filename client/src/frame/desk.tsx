import { createContext, useContext, useMemo, type ReactNode } from 'react';
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

/** What the screens of one job do; it stays what it is while the job changes, so that what only acts is not drawn anew. */
export type Acts = Pick<Desk, 'apply' | 'select' | 'take' | 'say'>;

const DeskContext = createContext<Desk | null>(null);
const ActsContext = createContext<Acts | null>(null);

export function OnDesk({ desk, children }: { desk: Desk; children: ReactNode }) {
  const { apply, select, take, say } = desk;
  const acts = useMemo(() => ({ apply, select, take, say }), [apply, select, take, say]);
  return (
    <ActsContext.Provider value={acts}>
      <DeskContext.Provider value={desk}>{children}</DeskContext.Provider>
    </ActsContext.Provider>
  );
}

const there = <T,>(value: T | null): T => {
  if (!value) throw new Error('No job around this screen.');
  return value;
};

export const useDesk = () => there(useContext(DeskContext));

export const useActs = () => there(useContext(ActsContext));
