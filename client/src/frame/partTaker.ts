import { useEffect, useRef } from 'react';
import type { PartView } from '../api/types';

type Take = (part: PartView) => void;

/** What takes parts in hand on the screen that stands; none outside a job. */
const takers: Take[] = [];

export const takerInForce = (): Take | undefined => takers.at(-1);

/** A screen that takes parts in hand, as long as it stands. */
export function useTaker(take: Take) {
  const held = useRef(take);
  useEffect(() => {
    held.current = take;
  });
  useEffect(() => {
    const mine: Take = (part) => held.current(part);
    takers.push(mine);
    return () => {
      takers.splice(takers.indexOf(mine), 1);
    };
  }, []);
}
