import type { MachineSheet } from '../api/types';
import { block, circle, path, put, rect, type Block, type Box, type Region } from './cells/block';
import { GAP, kindOf, PAD, WIDTH, type ChassisKind } from './cells/kinds';
import { bays } from './leaves/bays';
import { supplies } from './leaves/edges';
import { pack } from './pack';
import { reach, trait } from './cells/silhouette';

export interface Layout extends Block {
  /** View boxes of the crops; only regions that the machine has. */
  crops: Partial<Record<Region | 'whole', Box>>;
}

const drawn = new WeakMap<MachineSheet, Layout>();

/** sheet → drawing. Never looks at the build, so nothing moves during edits. One unit is one pixel; always 864 wide. */
export function layout(sheet: MachineSheet): Layout {
  const known = drawn.get(sheet);
  if (known) return known;
  const made = draw(sheet);
  drawn.set(sheet, made);
  return made;
}

function draw(sheet: MachineSheet): Layout {
  const kind = kindOf(sheet.chassis?.kind ?? 'board');
  const all = sheet.bays ?? [];
  const front = kind.face ? all.filter((g) => g.group !== 'inner') : [];
  const inside = { ...sheet, bays: kind.face ? all.filter((g) => g.group === 'inner') : all };
  const body = pack(kind.tree, inside, kind, kind.w - 2 * PAD, kind.h - 2 * PAD);
  const faceWidth = kind.face === 'right' ? (kind.faceWidth ?? 0) : 0;
  // A tall column of bays makes the whole machine taller; a little of it first fills what is there.
  const column = faceWidth && front.length ? bays({ ...sheet, bays: front }, faceWidth - 20) : block();
  const h = Math.max(kind.h, body.h + 2 * PAD, column.h + 58);
  const outside = supplies(sheet, kind, true);
  const beside = outside.w ? outside.w + 30 : 0;
  const [left, top, right, below] = reach(kind.traits);
  const total = beside + left + kind.w + right + (faceWidth ? faceWidth + GAP : 0);
  const x = (WIDTH - total) / 2 + beside + left;
  const y = 10 + Math.max(top, 4);
  const out = block(WIDTH, 0);
  for (const t of kind.traits) out.art.push(...trait(t, x, y, kind.w, h, kind.r));
  put(out, body, x + PAD, y + (h - body.h) / 2);
  let bottom = y + h + below;
  if (kind.face === 'below' && front.length) bottom = faceBelow(out, { ...sheet, bays: front }, kind, x, y + h);
  if (kind.face === 'right') faceBeside(out, { ...sheet, bays: front }, kind, x + kind.w + right + GAP, y, h);
  if (beside) {
    const ex = x - left - beside;
    const ey = y + h * 0.55;
    put(out, outside, ex, ey);
    out.art.push(path(`M${ex + outside.w} ${ey + outside.h / 2}h12v${-(h * 0.2)}H${x - 1}`, 'g-cable'));
  }
  const assumed = !sheet.map && (sheet.channels?.length ?? 0) > 1 && sheet.memory?.form !== 'sodimm';
  const middle = x + (kind.w + faceWidth) / 2;
  out.rooms.push({
    x: Math.min(Math.max(middle - 220, 4), WIDTH - 444),
    y: bottom + 6,
    w: 440,
    h: 13,
    style: 'note',
    align: 'c',
    text: [kind.caption + (assumed ? ' · no map: order of the memory slots assumed' : '')],
  });
  out.h = Math.ceil(bottom + 24);
  return { ...out, crops: crops(out) };
}

function faceBelow(out: Block, sheet: MachineSheet, kind: ChassisKind, x: number, y: number): number {
  const traits = kind.faceTraits ?? [];
  const [fx, fy, fw] = [x - 8, y + 8, kind.w + 16];
  const edge = traits.includes('ears') ? 22 : 18;
  const front = bays(sheet, fw - 2 * edge - (traits.includes('panel') ? 40 : 0));
  const h = front.h + 20;
  out.art.push(
    rect(fx, fy, fw, h, 'g-body', Math.min(kind.r, 8)),
    path(`M${x} ${y}L${fx} ${fy}M${x + kind.w} ${y}L${fx + fw} ${fy}`, 'g-tex'),
  );
  for (const t of traits) out.art.push(...trait(t, fx, fy, fw, h, 0));
  put(out, front, fx + edge, fy + 10);
  return fy + h + (traits.includes('feet') ? 14 : 0);
}

/** A front folded to the right: bays on top, a grille where nothing is. */
function faceBeside(out: Block, sheet: MachineSheet, kind: ChassisKind, x: number, y: number, h: number): void {
  const w = kind.faceWidth ?? 0;
  const front = sheet.bays?.length ? bays(sheet, w - 20, h - 56) : block();
  out.art.push(rect(x, y, w, h, 'g-body', kind.r), circle(x + w / 2, y + 22, 7, 'g-tex'));
  const lines = [];
  for (let gy = y + 46 + front.h; gy < y + h - 12; gy += 7) lines.push(`M${x + 10} ${gy}h${w - 20}`);
  if (lines.length) out.art.push(path(lines.join(''), 'g-tex'));
  if (kind.traits.includes('feet') && w > 160) out.art.push(...trait('feet', x, y, w, h, 0));
  put(out, front, x + 10, y + 38);
}

function crops(l: Block): Layout['crops'] {
  const all: Layout['crops'] = { whole: { x: 0, y: 0, w: l.w, h: l.h } };
  for (const region of ['memory', 'slots', 'bays'] as const) {
    const boxes = l.boxes[region];
    if (!boxes?.length) continue;
    const left = Math.min(...boxes.map((b) => b.x)) - 8;
    const top = Math.max(0, Math.min(...boxes.map((b) => b.y)) - (region === 'slots' ? 20 : 8));
    const right = Math.max(...boxes.map((b) => b.x + b.w)) + 8;
    const bottom = Math.min(l.h, Math.max(...boxes.map((b) => b.y + b.h)) + 8);
    const w = Math.min(l.w, Math.max(432, right - left));
    all[region] = {
      x: Math.min(l.w - w, Math.max(0, (left + right - w) / 2)),
      y: top,
      w,
      h: bottom - top,
    };
  }
  return all;
}
