import type { Room } from './text';

export type Art =
  | { kind: 'rect'; x: number; y: number; w: number; h: number; c: string; rx?: number }
  | { kind: 'path'; x: number; y: number; d: string; c: string }
  | { kind: 'circle'; x: number; y: number; r: number; c: string };

export type PlaceKind = 'memory' | 'slot' | 'm2' | 'bay' | 'socket' | 'supply' | 'board' | 'battery';
export type Region = 'memory' | 'slots' | 'bays';

export interface Place {
  id: string;
  kind: PlaceKind;
  x: number;
  y: number;
  w: number;
  h: number;
  name: Room;
  part: Room;
  mark: [number, number];
  /** Where the box divides when one part goes out and another comes in. */
  split: ['x' | 'y', number];
  /** False when the text stands beside the box. */
  inside: boolean;
  tall: boolean;
  r: number;
  art: Art[];
  channel?: string;
  root?: string;
  about?: string[];
  /** Form of the drives that a place on a carrier takes, where they are no M.2 modules. */
  form?: string;
}

export interface Box {
  x: number;
  y: number;
  w: number;
  h: number;
}

/** A packed piece of the drawing. */
export interface Block {
  w: number;
  h: number;
  places: Place[];
  rooms: Room[];
  art: Art[];
  boxes: Partial<Record<Region, Box[]>>;
}

export const block = (w = 0, h = 0): Block => ({ w, h, places: [], rooms: [], art: [], boxes: {} });

export const rect = (x: number, y: number, w: number, h: number, c: string, rx?: number): Art => ({
  kind: 'rect',
  x,
  y,
  w,
  h,
  c,
  rx,
});
export const path = (d: string, c: string, x = 0, y = 0): Art => ({ kind: 'path', d, c, x, y });
export const circle = (x: number, y: number, r: number, c: string): Art => ({ kind: 'circle', x, y, r, c });

/** Puts a piece into another at an offset. */
export function put(into: Block, b: Block, dx: number, dy: number): void {
  const moved = <T extends { x: number; y: number }>(t: T): T => ({ ...t, x: t.x + dx, y: t.y + dy });
  for (const p of b.places)
    into.places.push({ ...moved(p), name: moved(p.name), part: moved(p.part), mark: [p.mark[0] + dx, p.mark[1] + dy] });
  into.rooms.push(...b.rooms.map(moved));
  into.art.push(...b.art.map(moved));
  for (const [region, boxes] of Object.entries(b.boxes) as [Region, Box[]][])
    (into.boxes[region] ??= []).push(...boxes.map(moved));
}
