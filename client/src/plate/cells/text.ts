import metrics from '../metrics.json';

/** The drawing's fonts: which table of advance widths, and the size in units. */
const FONT = {
  name: { table: 'monob', px: 11 },
  tiny: { table: 'monob', px: 10 },
  bar: { table: 'mono', px: 11 },
  part: { table: 'arch', px: 12 },
  note: { table: 'arch', px: 11 },
} as const;

export type Style = keyof typeof FONT;
export const LINE = 13;

/** A rectangle promised to one text; rooms never meet, so labels can't. */
export interface Room {
  x: number;
  y: number;
  w: number;
  h: number;
  style: Style;
  align?: 'l' | 'c';
  rot?: boolean;
  lines?: number;
  text?: string[];
}

/** Width in units from the shipped table, not from the DOM: the layout is the same everywhere. */
export function width(text: string, style: Style): number {
  const { table, px } = FONT[style];
  const widths = metrics[table] as Record<string, number>;
  let sum = 0;
  for (const c of text) sum += (widths[c] ?? 700) - (c === ' ' && table === 'mono' ? 280 : 0);
  return (sum * px) / 1000;
}

/** Shortens words, never anything with a figure in it: half a number is a wrong number. */
function cut(text: string, room: number, style: Style): string {
  if (width(text, style) <= room) return text;
  if (/\d/.test(text)) return '';
  while (text && width(text + '…', style) > room) text = text.slice(0, -1);
  return text.length > 2 ? text.replace(/[ ·]+$/, '') + '…' : '';
}

function wrap(segments: string[], room: number, style: Style): string[] {
  const lines: string[] = [];
  for (const segment of segments) {
    const words = width(segment, style) > room ? segment.split(/ (?!\d{3}\b)/) : [segment];
    words.forEach((word, n) => {
      const last = lines[lines.length - 1];
      if (n && last !== undefined && width(last + ' ' + word, style) <= room)
        lines[lines.length - 1] = last + ' ' + word;
      else lines.push(word);
    });
  }
  return lines;
}

/** The most telling wording that fits: all segments, without the last ones, or cut. Segments come by importance. */
export function fit(segments: string[], room: Room): string[] {
  const all = segments.filter(Boolean);
  const run = room.rot ? room.h : room.w;
  if ((room.lines ?? 1) === 1) {
    for (let n = all.length; n > 0; n--)
      if (width(all.slice(0, n).join(' '), room.style) <= run) return [all.slice(0, n).join(' ')];
    const short = all[0] ? cut(all[0], run, room.style) : '';
    return short ? [short] : [];
  }
  for (let n = all.length; n > 0; n--) {
    const lines = wrap(all.slice(0, n), run, room.style);
    if (lines.length <= (room.lines ?? 1) && lines.every((l) => width(l, room.style) <= run)) return lines;
  }
  const short = wrap(all.slice(0, 1), run, room.style)
    .slice(0, room.lines)
    .map((l) => cut(l, run, room.style));
  return short.every(Boolean) ? short : [];
}
