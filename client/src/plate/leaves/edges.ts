import type { MachineSheet } from '../../api/types';
import { block, circle, path, put, rect, type Art, type Block } from '../block';
import { cell } from '../cell';
import { PAD, type ChassisKind } from '../kinds';
import { width } from '../text';

function rotor(x: number, y: number, r: number): Art[] {
  const q = r * 0.28;
  const blades = Array.from({ length: 6 }, (_, i) => (i * Math.PI * 2) / 6)
    .map(
      (a) =>
        `M${(q * Math.cos(a)).toFixed(1)} ${(q * Math.sin(a)).toFixed(1)}L${(r * Math.cos(a + 0.5)).toFixed(1)} ${(r * Math.sin(a + 0.5)).toFixed(1)}`,
    )
    .join('');
  return [circle(x, y, r, 'g-tex'), circle(x, y, q, 'g-tex'), path(blades, 'g-tex', x, y)];
}

/** Supplies in the chassis, or beside it on a cable. */
export function supplies(sheet: MachineSheet, kind: ChassisKind, outside: boolean): Block {
  const out = block();
  const [w, h] = kind.supply;
  (sheet.supplies ?? [])
    .filter((s) => s.external === outside)
    .forEach((s, i) => {
      const place = cell(s.id, 'supply', w, h, 'stack', { about: s.watt ? [`${s.watt} W`] : [] });
      if (!outside && h > 75) {
        place.name = { x: 12, y: 36, w: w - 16, h: 13, style: 'name' };
        place.part = { x: 12, y: 51, w: w - 16, h: 26, style: 'part', lines: 2 };
        place.art = rotor(w / 2 - 6, 20, 13);
      }
      if (outside) place.r = 10;
      put(out, { ...block(), places: [place] }, i * (w + 6), 0);
      out.w = i * (w + 6) + w;
      out.h = h;
    });
  if (out.places.length) out.boxes.slots = [{ x: 0, y: 0, w: out.w, h: out.h }];
  return out;
}

/** Outside sockets, drawn through the rear wall: texture with a label, not places. */
export function ports(sheet: MachineSheet, kind: ChassisKind): Block {
  const out = block();
  const side = kind.silhouette.includes('stand');
  let at = 0;
  for (const p of sheet.ports ?? []) {
    const label = p.n > 1 ? `${p.n} × ${p.what}` : p.what;
    const w = width(label, 'note') + 4;
    for (let j = 0; j < p.n; j++)
      out.art.push(side ? rect(-PAD - 4, at + j * 11, 9, 9, 'found') : rect(at + j * 14, -PAD - 4, 11, 10, 'found'));
    out.rooms.push({ x: side ? 2 : at, y: side ? at - 1 : 0, w, h: 12, style: 'note', text: [label] });
    if (side) {
      out.w = Math.max(out.w, w + 6);
      at += p.n * 11 + 8;
      out.h = at - 8;
    } else {
      at += Math.max(p.n * 14, w) + 8;
      out.w = at - 8;
      out.h = 13;
    }
  }
  return out;
}

/** The row of fans between board and front. */
export function fans(sheet: MachineSheet, w: number): Block {
  const n = sheet.fans ?? 0;
  if (!n) return block();
  const u = (w - 6 * (n - 1)) / n;
  const out = block(w, 14);
  for (let i = 0; i < n; i++)
    out.art.push(rect(i * (u + 6), 0, u, 14, 'g-texf'), rect(i * (u + 6) + u / 2 - 16, 4, 32, 6, 'g-tex'));
  return out;
}
