import { path, rect, type Place, type PlaceKind } from './block';
import { LINE, width } from './text';

/** A box with its text inside. 'line': name, part and mark in one row; 'stack': name and mark on top, part below. */
export function cell(
  id: string,
  kind: PlaceKind,
  w: number,
  h: number,
  how: 'line' | 'stack',
  about: Partial<Place> = {},
  label = id,
): Place {
  const nameWidth = Math.max(16, width(label, 'name') + 2);
  const shared = { id, kind, x: 0, y: 0, w, h, inside: true, r: 0, art: [], ...about };
  if (how === 'line') {
    const mx = w - 9 - (w > 150 ? 18 : 0);
    return {
      ...shared,
      tall: false,
      split: ['x', Math.max(w * 0.34, 52 + nameWidth)],
      mark: [mx, h / 2],
      name: { x: 12, y: h / 2 - 6.5, w: nameWidth, h: 13, style: 'name' },
      part: { x: 18 + nameWidth, y: h / 2 - 7, w: mx - nameWidth - 42, h: 14, style: 'part' },
    };
  }
  if (w < 42)
    return {
      ...shared,
      tall: true,
      split: ['y', h * 0.42],
      mark: [w / 2, 25],
      name: { x: 10, y: 4, w: w - 10, h: 13, style: 'name' },
      part: { x: 0, y: 40, w, h: h - 44, style: 'part', rot: true },
    };
  const edge = w < 70 ? 5 : 12;
  return {
    ...shared,
    tall: h > w,
    mark: [w - 9, 11],
    split: h >= 60 ? ['y', 34] : ['x', Math.max(w * 0.34, 14 + nameWidth)],
    name: { x: 12, y: 4, w: w - (w < 70 ? 28 : 44), h: 13, style: 'name' },
    part: {
      x: edge,
      y: 19,
      w: w - edge - 4,
      h: h - 23,
      style: 'part',
      lines: Math.max(1, Math.floor((h - (h > w ? 34 : 21)) / LINE)),
    },
  };
}

/** A processor socket. */
export function chip(id: string, w: number, h: number): Place {
  return {
    ...cell(id, 'socket', w, h, 'stack'),
    r: 2,
    split: ['y', 40],
    name: { x: 12, y: 9, w: w - 28, h: 13, style: 'name' },
    part: { x: 12, y: 25, w: w - 20, h: h - 31, style: 'part', lines: Math.max(1, Math.floor((h - 31) / LINE)) },
    art: [rect(5, 5, w - 10, h - 10, 'g-tex'), path('M5 13L13 5', 'g-tex')],
  };
}
