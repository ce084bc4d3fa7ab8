import type { MachineSheet } from '../../api/types';
import { block, path, rect, type Art, type Block, type Place } from '../cells/block';
import { PAD, SLOT_MM, type ChassisKind } from '../cells/kinds';
import { LINE, width, type Room } from '../cells/text';

type Slot = NonNullable<MachineSheet['slots']>[number];

const isOld = (s: Slot) => s.bus === 'pci' || !s.mech;
const mm = (lanes: number) => SLOT_MM[lanes] ?? 89;
const sign = (s: Slot) => (isOld(s) ? 'PCI' : `×${s.elec}`);
const told = (s: Slot) => (isOld(s) ? ['conventional PCI'] : [`${s.mech} wide, ${s.elec} wired, generation ${s.gen}`]);

/** Fewer wired lanes: a tick where the contacts end. An old bus: its two key notches. */
function ticks(s: Slot, x: number, y: number, w: number, h: number, lying: boolean): Art[] {
  const at = isOld(s) ? [0.62, 0.82] : s.elec < s.mech ? [mm(s.elec) / mm(s.mech)] : [];
  return at.map((a) => path(lying ? `M${x + w * a} ${y}v${h}` : `M${x} ${y + h * a}h${w}`, 'g-ink'));
}

/** Card slots: hanging from the rear wall, or lying from it. */
export function slots(sheet: MachineSheet, kind: ChassisKind, w: number | null): Block {
  const list = sheet.slots ?? [];
  if (!list.length) return block();
  const out = kind.slots === 'side' ? lying(list, kind, w) : hanging(list, kind, w);
  out.boxes.slots = [{ x: 0, y: 0, w: out.w, h: out.h }];
  return out;
}

function lying(list: Slot[], kind: ChassisKind, w: number | null): Block {
  const out = block();
  const [pitch, lead] = [kind.pitch ?? 27, 12];
  const length = (s: Slot) => mm(s.mech) * kind.mm;
  const longest = Math.max(...list.map(length));
  const names = Math.max(20, ...list.map((s) => width(s.id, 'name') + 3));
  const room = (w ?? 400) - lead - longest - 12;
  list.forEach((s, i) => {
    const [y, n, tx] = [i * pitch, length(s), lead + longest + 8];
    out.places.push({
      ...base(s),
      x: lead,
      y: y + 4,
      w: n,
      h: 15,
      tall: false,
      mark: [lead + n - 9, y + 11.5],
      split: ['x', n * 0.34],
      name: { x: tx, y: y + 5, w: names, h: 14, style: 'name' },
      part: { x: tx + names + 30, y: y + 5, w: Math.max(0, room - names - 30), h: 14, style: 'part' },
    });
    out.rooms.push({ x: tx + names + 3, y: y + 5, w: 26, h: 14, style: 'note', text: [sign(s)] });
    out.art.push(rect(-PAD - 3, y + 2, 6, 19, 'found'));
    out.places[i]!.art.push(...ticks(s, 0, 0, n, 15, true));
  });
  out.w = lead + longest + 8 + room;
  out.h = list.length * pitch;
  return out;
}

/** More rows when one would leave no room for the text beside them. */
function hanging(list: Slot[], kind: ChassisKind, w: number | null): Block {
  const out = block();
  const length = (s: Slot) => mm(s.mech) * kind.mm;
  const rows = w && w / list.length < 54 ? Math.max(2, Math.ceil((list.length * 46) / w)) : 1;
  const per = Math.ceil(list.length / rows);
  const pitch = w ? Math.min(92, w / per) : 84;
  const high = Math.max(70, ...list.map(length)) + 12;
  list.forEach((s, i) => {
    const [x, y, n] = [(i % per) * pitch, Math.floor(i / per) * high, length(s)];
    const tx = x + 18;
    const nameWidth = Math.min(pitch - 21, width(s.id, 'name') + 3);
    out.places.push({
      ...base(s),
      x,
      y,
      w: 14,
      h: n,
      tall: true,
      mark: [x + 7, y + 9],
      split: ['y', n * 0.34],
      name: { x: tx, y, w: nameWidth, h: 13, style: 'name' },
      part: {
        x: tx,
        y: y + 15,
        w: pitch - 21,
        h: high - 22,
        style: 'part',
        lines: Math.floor((high - 22) / LINE),
      },
    });
    if (pitch - 21 - nameWidth > 18) {
      const note: Room = { x: tx + nameWidth, y, w: pitch - 21 - nameWidth, h: 13, style: 'note', text: [sign(s)] };
      out.rooms.push(note);
    }
    if (i < per) out.art.push(rect(x + 1, -PAD - 4, 12, 7, 'found'));
    out.places[i]!.art.push(...ticks(s, 0, 0, 14, n, false));
  });
  out.w = Math.max(per * pitch, w ?? 0);
  out.h = rows * high - 4;
  return out;
}

const base = (s: Slot): Pick<Place, 'id' | 'kind' | 'inside' | 'r' | 'root' | 'about' | 'art'> => ({
  id: s.id,
  kind: 'slot',
  inside: false,
  r: 0,
  root: s.root ?? undefined,
  about: told(s),
  art: [],
});
