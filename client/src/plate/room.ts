import type { Place } from './cells/block';

type Box = Pick<Place, 'id' | 'x' | 'y' | 'w' | 'h'>;

/** What a frame must leave alone: places, and the words that stand beside theirs. */
export const obstacles = (places: readonly Place[]): Box[] =>
  places.flatMap((p) => [p, ...(p.inside ? [] : [p.name, p.part].map((room) => ({ ...room, id: `beside ${p.id}` })))]);

/** Free room between a place and its nearest neighbour, in units of the drawing; places within each other don't count. */
export function roomAround(place: Box, places: readonly Box[]): number {
  const apart = (other: Box) => {
    const dx = Math.max(other.x - (place.x + place.w), place.x - (other.x + other.w));
    const dy = Math.max(other.y - (place.y + place.h), place.y - (other.y + other.h));
    return dx < 0 && dy < 0 ? Infinity : Math.max(dx, dy, 0);
  };
  return Math.min(Infinity, ...places.filter((p) => p.id !== place.id).map(apart));
}
