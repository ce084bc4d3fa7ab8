import type { MachineSheet } from '../../api/types';
import { block, circle, put, rect, type Block, type Place, type Region } from '../cells/block';
import { cell, chip } from '../cells/cell';
import { GAP, type ChassisKind } from '../cells/kinds';
import { width } from '../cells/text';
import { briefNames } from './memory';

/** Length of an E1.S drive, mm (SFF-TA-1006). */
const E1S_MM = 111;

/** Lying things in rows, left to right: chips, mezzanine, SO-DIMM slots, M.2 places with a post at every length. */
export function flow(sheet: MachineSheet, kind: ChassisKind, w: number | null, wanted: string[], rest = false): Block {
  const k = kind.k;
  const items: [Place, Region][] = [];
  const short = briefNames(sheet);
  for (const what of wanted) {
    if (what === 'socket') for (const s of sheet.sockets ?? []) items.push([chip(s.id, 104 * k, 64 * k), 'memory']);
    if (what === 'dimm' && sheet.memory?.form === 'sodimm')
      for (const c of sheet.channels ?? [])
        for (const n of c.slots)
          items.push([
            named(
              cell(n, 'memory', 136 * k, 40 * k, 'stack', {
                channel: c.id,
                root: c.socket,
                art: [rect(3, 40 * k, 136 * k - 6, 4, 'g-texf')],
              }),
              short[n],
            ),
            'memory',
          ]);
    if (what === 'm2')
      for (const m of m2Here(sheet, kind, rest)) {
        // A place for another drive than a module has no stand-offs: it is drawn as long as an E1.S drive is.
        const longest = Math.max(...(m.lengths.length > 0 ? m.lengths : [E1S_MM]));
        const wide = Math.max(longest * 1.15 * k, 46 + width(m.id, 'name'));
        items.push([
          cell(m.id, 'm2', wide, 36 * k, 'stack', {
            root: m.root ?? undefined,
            form: m.form ?? undefined,
            about: m.form
              ? [m.form.toUpperCase(), m.wired]
              : m.key === 'msata' || m.lengths.length === 0
                ? [m.wired]
                : [`22${m.lengths.join('/')}`, m.wired],
            art: [
              rect(-4, 3, 4, 36 * k - 6, 'g-texf'),
              ...m.lengths.map((l) => circle((l / longest) * (wide - 2), 36 * k, 2.5, 'g-post')),
            ],
          }),
          'slots',
        ]);
      }
    if (what === 'chip' || what === 'mezzanine')
      for (const b of sheet.boards ?? [])
        if ((b.what === 'mezzanine') === (what === 'mezzanine'))
          items.push([
            cell(b.id, 'board', Math.max(what === 'mezzanine' ? 108 : 80, width(b.id, 'name') + 32), 36, 'stack', {
              root: b.root ?? undefined,
              about: [b.what],
            }),
            'slots',
          ]);
  }
  if (!items.length) return block();
  const out = block();
  const room = w ?? items.reduce((sum, [p]) => sum + p.w + GAP, -GAP);
  const rows: [Place, Region][][] = [];
  for (const item of items) {
    const row = rows[rows.length - 1];
    if (row && row.reduce((sum, [p]) => sum + p.w + GAP, 0) + item[0].w <= room + 0.5) row.push(item);
    else rows.push([item]);
  }
  let y = 0;
  for (const row of rows) {
    const spare = (room - row.reduce((sum, [p]) => sum + p.w, 0)) / Math.max(1, row.length);
    const gap = row.length > 1 ? Math.min(24, Math.max(GAP, spare)) : 0;
    const high = Math.max(...row.map(([p]) => p.h));
    let x = 0;
    for (const [p, region] of row) {
      put(
        out,
        { ...block(), places: [p], boxes: { [region]: [{ x: 0, y: 0, w: p.w, h: high }] } },
        x,
        y + (high - p.h) / 2,
      );
      x += p.w + gap;
    }
    out.w = Math.max(out.w, x - gap);
    y += high + 10;
  }
  out.w = Math.max(out.w, room);
  out.h = Math.max(0, y - 10);
  return out;
}

/** The place under a shorter name; the spoken one stays whole. */
export const named = (place: Place, text: string | undefined): Place => {
  place.name.text = [text ?? place.id];
  return place;
};

/** The rear row takes the first M.2 places, a strip of its own the rest. */
function m2Here(sheet: MachineSheet, kind: ChassisKind, rest: boolean) {
  const all = sheet.m2 ?? [];
  const most = kind.rearM2 ?? all.length;
  return rest ? all.slice(most) : all.slice(0, most);
}
