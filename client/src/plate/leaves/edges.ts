import type { MachineSheet } from '../../api/types';
import { block, circle, path, put, rect, type Art, type Block } from '../cells/block';
import { cell } from '../cells/cell';
import { PAD, type ChassisKind } from '../cells/kinds';
import { width } from '../cells/text';

function rotor(x: number, y: number, r: number, blades = 6): Art[] {
  const q = r * 0.28;
  const d = Array.from({ length: blades }, (_, i) => (i * Math.PI * 2) / blades)
    .map(
      (a) =>
        `M${(q * Math.cos(a)).toFixed(1)} ${(q * Math.sin(a)).toFixed(1)}L${(r * Math.cos(a + 0.5)).toFixed(1)} ${(r * Math.sin(a + 0.5)).toFixed(1)}`,
    )
    .join('');
  return [circle(x, y, r, 'g-tex'), circle(x, y, q, 'g-tex'), path(d, 'g-tex', x, y)];
}

/** Supplies in the chassis, or beside it on a cable. */
export function supplies(sheet: MachineSheet, kind: ChassisKind, outside: boolean): Block {
  const out = block();
  const [w, h] = kind.supply;
  const low = h < 75 || w > 120;
  (sheet.supplies ?? [])
    .filter((s) => (s.external ?? false) === outside)
    .forEach((s, i) => {
      const about = [s.watt ? `${s.watt} W` : '', s.input ?? ''].filter(Boolean);
      const place = cell(s.id, 'supply', w, h, 'stack', { about });
      if (!outside && !low) {
        place.name = { x: 12, y: 36, w: w - 16, h: 13, style: 'name' };
        place.part = { x: 12, y: 51, w: w - 16, h: 26, style: 'part', lines: 2 };
        place.split = ['y', 66];
      }
      if (!outside && h >= 50)
        place.art = s.input?.includes('DC')
          ? [path([0, 1, 2].map((j) => `M${w / 2 - 22 + j * 16} 8h12v16h-12z`).join(''), 'g-tex')]
          : rotor(low ? w - 42 : w / 2 - 6, low ? h - 36 : 20, low ? 26 : 13);
      if (outside) place.r = 10;
      put(out, { ...block(), places: [place] }, i * (w + 6), 0);
      out.w = i * (w + 6) + w;
      out.h = h;
    });
  if (out.places.length) out.boxes.slots = [{ x: 0, y: 0, w: out.w, h: out.h }];
  return out;
}

/** The pack of a laptop: first out, last in, so it is drawn large. */
export function battery(sheet: MachineSheet, w: number): Block {
  const packs = sheet.battery ?? [];
  if (!packs.length) return block();
  const out = block(w, 84);
  const each = (w - 8 * (packs.length - 1)) / packs.length;
  packs.forEach((b, i) => {
    const place = cell(b.id, 'battery', each, 84, 'stack', { about: b.wh ? [`${b.wh} Wh`] : [], r: 4 });
    place.art = [0, 1, 2, 3].map((c) => rect(each * (0.4 + c * 0.15), 8, each * 0.13, 68, 'g-tex', 6));
    place.part = { ...place.part, w: each * 0.4 - 18 };
    put(out, { ...block(), places: [place] }, i * (each + 8), 0);
  });
  out.boxes.slots = [{ x: 0, y: 0, w, h: 84 }];
  return out;
}

/** Outside sockets, drawn through the rear wall: texture with a label, not places. */
export function ports(sheet: MachineSheet, kind: ChassisKind): Block {
  const out = block();
  const side = kind.slots === 'side' && !kind.traits.includes('hinge');
  let at = 0;
  for (const p of sheet.ports ?? []) {
    const label = p.n > 1 ? `${p.n} × ${p.what}` : p.what;
    const w = width(label, 'note') + 4;
    const shown = Math.min(p.n, 8);
    for (let j = 0; j < shown; j++)
      out.art.push(side ? rect(-PAD - 4, at + j * 11, 9, 9, 'found') : rect(at + j * 14, -PAD - 4, 11, 10, 'found'));
    out.rooms.push({ x: side ? 2 : at, y: side ? at - 1 : 0, w, h: 12, style: 'note', text: [label] });
    if (side) {
      out.w = Math.max(out.w, w + 6);
      at += Math.max(14, shown * 11 + 8);
      out.h = at - 8;
    } else {
      at += Math.max(shown * 14, w) + 8;
      out.w = at - 8;
      out.h = 13;
    }
  }
  return out;
}

/** The row of fans between board and front; larger where a shelf shows them from above. */
export function fans(sheet: MachineSheet, kind: ChassisKind, wide: number | null): Block {
  const n = sheet.fans ?? 0;
  if (!n) return block();
  const w = wide ?? 120;
  const h = kind.face ? 14 : 46;
  const u = (w - 6 * (n - 1)) / n;
  const out = block(w, h);
  for (let i = 0; i < n; i++) {
    const x = i * (u + 6);
    out.art.push(rect(x, 0, u, h, 'g-texf'));
    if (h < 30) out.art.push(rect(x + Math.max(2, u / 2 - 16), 4, Math.min(32, u - 4), 6, 'g-tex'));
    else out.art.push(...rotor(x + u / 2, h / 2, Math.min(u, h) / 2 - 5));
  }
  return out;
}

/** Large fans seen from above. */
export function rotors(sheet: MachineSheet, wide: number | null): Block {
  const n = sheet.fans ?? 0;
  if (!n) return block();
  const r = wide && wide > 300 ? 46 : 36;
  const w = wide ?? 2 * r * n;
  const out = block(w, 2 * r);
  for (let i = 0; i < n; i++) {
    const x = ((i + 0.5) * w) / n;
    out.art.push(...rotor(x, r, r, 9), circle(x, r, r * 0.86, 'g-tex'));
  }
  return out;
}

/** The rest of a tower: a grille where nothing is fitted. */
export function cage(wide: number | null): Block {
  const w = wide ?? 90;
  const bars = [];
  for (let x = 10; x < w - 4; x += 10) bars.push(`M${x} 8v68`);
  const out = block(w, 84);
  out.art.push(rect(0, 0, w, 84, 'g-texf'), path(bars.join(''), 'g-tex'));
  return out;
}
