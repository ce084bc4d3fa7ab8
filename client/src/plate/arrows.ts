import type { Place } from './cells/block';

export type Direction = 'left' | 'right' | 'up' | 'down';

const ALONG: Record<Direction, [number, number]> = { left: [-1, 0], right: [1, 0], up: [0, -1], down: [0, 1] };

/** The nearest place in a direction: within 60°, cost along² + 4·across². Where none is, the nearest that lies that way at all. */
export function nextPlace(places: readonly Place[], from: Place, direction: Direction): Place | null {
  return nearest(places, from, direction, Math.tan(Math.PI / 3)) ?? nearest(places, from, direction, Infinity);
}

function nearest(places: readonly Place[], from: Place, direction: Direction, slope: number): Place | null {
  const [dx, dy] = ALONG[direction];
  let best: Place | null = null;
  let least = Infinity;
  for (const p of places) {
    if (p === from) continue;
    const x = p.x + p.w / 2 - from.x - from.w / 2;
    const y = p.y + p.h / 2 - from.y - from.h / 2;
    const along = x * dx + y * dy;
    const across = Math.abs(x * dy - y * dx);
    if (along <= 0.5 || across > along * slope) continue;
    const cost = along * along + 4 * across * across;
    if (cost < least) [best, least] = [p, cost];
  }
  return best;
}
