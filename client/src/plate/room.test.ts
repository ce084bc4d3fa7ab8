import { describe, expect, it } from 'vitest';
import { obstacles, roomAround } from './room';

const box = (id: string, x: number, y: number, w = 10, h = 40) => ({ id, x, y, w, h });

describe('the room around a place', () => {
  it('is the gap to the nearest neighbour beside, above or below it', () => {
    const at = box('B2', 0, 0);
    expect(roomAround(at, [at, box('B1', 13, 0), box('C1', -15, 0)])).toBe(3);
    expect(roomAround(at, [at, box('X', 0, 47)])).toBe(7);
    expect(roomAround(at, [at, box('far', 40, 60)])).toBe(30);
  });

  it('is none where two touch, and not limited by what lies within it or by nobody', () => {
    const at = box('S1', 0, 0, 100, 100);
    expect(roomAround(at, [at, box('S2', 100, 0)])).toBe(0);
    expect(roomAround(at, [at, box('inside', 20, 20)])).toBe(Infinity);
    expect(roomAround(at, [at])).toBe(Infinity);
  });

  it('ends at the words beside a place', () => {
    const text = { x: 13, y: 0, w: 30, h: 12, style: 'id' };
    const slot = { ...box('S1', 0, 0), name: text, part: { ...text, y: 14 }, inside: false };
    const room = (inside: boolean) => roomAround(slot, obstacles([{ ...slot, inside } as never]));
    expect(room(false)).toBe(3);
    expect(room(true)).toBe(Infinity);
  });
});
