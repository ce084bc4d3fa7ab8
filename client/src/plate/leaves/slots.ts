import type { MachineSheet } from '../../api/types';
import { block, path, rect, type Block } from '../block';
import { PAD, SLOT_MM, type ChassisKind } from '../kinds';
import { LINE, width } from '../text';

/** Card slots that hang from the rear wall; length by mechanical width, a tick where the contacts end. */
export function slots(sheet: MachineSheet, kind: ChassisKind, w: number | null): Block {
  const list = sheet.slots ?? [];
  const out = block();
  if (!list.length) return out;
  const length = (mech: number) => (SLOT_MM[mech] ?? 89) * kind.mm;
  const pitch = w ? Math.min(92, w / list.length) : 84;
  const high = Math.max(70, ...list.map((s) => length(s.mech))) + 12;
  list.forEach((s, i) => {
    const x = i * pitch;
    const n = length(s.mech);
    const tx = x + 18;
    const nameWidth = width(s.id, 'name') + 3;
    out.places.push({
      id: s.id,
      kind: 'slot',
      x,
      y: 0,
      w: 14,
      h: n,
      inside: false,
      tall: true,
      r: 0,
      mark: [x + 7, 9],
      split: ['y', n * 0.34],
      root: s.root ?? undefined,
      about: [`${s.mech} wide, ${s.elec} wired, generation ${s.gen}`],
      art: [],
      name: { x: tx, y: 0, w: nameWidth, h: 13, style: 'name' },
      part: { x: tx, y: 15, w: pitch - 21, h: high - 22, style: 'part', lines: Math.floor((high - 22) / LINE) },
    });
    if (pitch - 21 - nameWidth > 18)
      out.rooms.push({
        x: tx + nameWidth,
        y: 0,
        w: pitch - 21 - nameWidth,
        h: 13,
        style: 'note',
        text: [`×${s.elec}`],
      });
    out.art.push(rect(x + 1, -PAD - 4, 12, 7, 'found'));
    if (s.elec < s.mech)
      out.art.push(path(`M${x} ${(n * (SLOT_MM[s.elec] ?? 89)) / (SLOT_MM[s.mech] ?? 89)}h14`, 'g-ink'));
  });
  out.w = Math.max(list.length * pitch, w ?? 0);
  out.h = high - 4;
  out.boxes.slots = [{ x: 0, y: 0, w: out.w, h: out.h }];
  return out;
}
