import type { MachineSheet } from '../api/types';
import { block, circle, path, put, rect, type Art, type Block, type Box, type Region } from './block';
import { GAP, kindOf, PAD, WIDTH, type ChassisKind, type Tree } from './kinds';
import { bays } from './leaves/bays';
import { fans, ports, supplies } from './leaves/edges';
import { flow } from './leaves/flow';
import { memory } from './leaves/memory';
import { slots } from './leaves/slots';

export interface Layout extends Block {
  /** View boxes of the crops; only regions that the machine has. */
  crops: Partial<Record<Region | 'whole', Box>>;
}

/** sheet → drawing. Never looks at the build, so nothing moves during edits. One unit is one pixel; always 864 wide. */
export function layout(sheet: MachineSheet): Layout {
  const kind = kindOf(sheet.chassis?.kind ?? 'board');
  const body = pack(kind.tree, sheet, kind, kind.w - 2 * PAD, kind.h - 2 * PAD);
  const h = Math.max(kind.h, body.h + 2 * PAD);
  const outside = supplies(sheet, kind, true);
  const beside = outside.w ? outside.w + 30 : 0;
  const x = (WIDTH - beside - kind.w) / 2 + beside;
  const y = 14;
  const out = block(WIDTH, 0);
  out.art.push(...silhouette(kind, x, y, kind.w, h));
  put(out, body, x + PAD, y + (h - body.h) / 2);
  let bottom = y + h + (kind.silhouette.includes('stand') ? 32 : 0);
  if (kind.faceBelow && sheet.bays?.length) bottom = face(out, sheet, kind, x, y + h);
  if (beside) {
    const ey = y + h * 0.55;
    put(out, outside, x - beside, ey);
    out.art.push(path(`M${x - beside + outside.w} ${ey + outside.h / 2}h12v${-(h * 0.2)}H${x - 1}`, 'g-cable'));
  }
  const assumed = !sheet.map && (sheet.channels?.length ?? 0) > 1 && sheet.memory?.form !== 'sodimm';
  out.rooms.push({
    x: WIDTH / 2 - 220,
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

function face(out: Block, sheet: MachineSheet, kind: ChassisKind, x: number, y: number): number {
  const [fx, fy, fw] = [x - 8, y + 8, kind.w + 16];
  const front = bays(sheet, fw - 44);
  const h = front.h + 20;
  out.art.push(
    rect(fx, fy, fw, h, 'g-body'),
    path(`M${x} ${y}L${fx} ${fy}M${x + kind.w} ${y}L${fx + fw} ${fy}`, 'g-tex'),
  );
  for (const ear of [fx, fx + fw - 14])
    out.art.push(rect(ear, fy, 14, h, 'g-hullf'), path(`M${ear + 7} ${fy + 14}v${h - 28}`, 'g-hull'));
  put(out, front, fx + 22, fy + 10);
  return fy + h;
}

function silhouette(kind: ChassisKind, x: number, y: number, w: number, h: number): Art[] {
  const art: Art[] = [];
  if (kind.silhouette.includes('stand'))
    art.push(
      path(`M${x + w * 0.3} ${y + h}l-14 22h${w * 0.4 + 28}l-14 -22`, 'g-hullf'),
      rect(x + w * 0.14, y + h + 22, w * 0.72, 9, 'g-hullf', 4),
    );
  art.push(rect(x, y, w, h, 'g-body', kind.r));
  return art;
}

function leaf(name: string, sheet: MachineSheet, kind: ChassisKind, w: number | null): Block {
  const [head = '', list] = name.replace(/\*$/, '').split(':');
  const [what, wide] = head.split('@');
  switch (what) {
    case 'memory':
      return memory(sheet, kind, w ?? 600);
    case 'slots':
      return slots(sheet, kind, w);
    case 'flow':
      return flow(sheet, kind, w ?? (wide ? Number(wide) : null), list?.split(',') ?? []);
    case 'supplies':
      return supplies(sheet, kind, false);
    case 'ports':
      return ports(sheet, kind);
    case 'fans':
      return fans(sheet, w ?? 120);
    default:
      throw new Error(`unknown leaf ${name}`);
  }
}

const isStar = (t: Tree) => (typeof t === 'string' ? t : t[0]).endsWith('*');

/** Row: children of their own width first, then the '*' child gets what is left. Column: all as wide as the column. */
function pack(tree: Tree, sheet: MachineSheet, kind: ChassisKind, w: number | null, h = 0): Block {
  if (typeof tree === 'string') return leaf(tree, sheet, kind, w);
  const [head, ...kids] = tree as [string, ...Tree[]];
  const how = head.replace('*', '');
  if (how === 'board') return onBoard(pack(['col', ...kids], sheet, kind, w && w - 2 * PAD), w);
  return how === 'row'
    ? packRow(kids, sheet, kind, w)
    : packColumn(
        kids.map((k) => pack(k, sheet, kind, w)),
        h,
      );
}

function onBoard(inner: Block, w: number | null): Block {
  const out = block(Math.max(inner.w + 2 * PAD, w ?? 0), inner.h + 2 * PAD);
  out.art.push(rect(0, 0, out.w, out.h, 'g-board'));
  for (const cx of [6, out.w - 6]) for (const cy of [6, out.h - 6]) out.art.push(circle(cx, cy, 2.5, 'g-tex'));
  put(out, inner, PAD, PAD);
  return out;
}

function packRow(kids: Tree[], sheet: MachineSheet, kind: ChassisKind, w: number | null): Block {
  const done = kids.map((k) => (isStar(k) ? null : pack(k, sheet, kind, null)));
  const used = done.reduce((sum, b) => sum + (b?.w ? b.w + GAP : 0), 0);
  kids.forEach((k, i) => {
    if (isStar(k)) done[i] = pack(k, sheet, kind, w ? Math.max(40, w - used) : null);
  });
  const real = done.filter((b): b is Block => !!b?.w);
  const free = Math.max(0, (w ?? 0) - real.reduce((sum, b) => sum + b.w + GAP, -GAP));
  const out = block();
  let x = 0;
  for (const b of real) {
    put(out, b, x, 0);
    x += b.w + GAP + (real.length > 1 ? free / (real.length - 1) : 0);
    out.h = Math.max(out.h, b.h);
  }
  out.w = Math.max(
    w ?? 0,
    real.reduce((sum, b) => sum + b.w + GAP, -GAP),
  );
  return out;
}

function packColumn(kids: Block[], h: number): Block {
  const out = block();
  const real = kids.filter((b) => b.h);
  const natural = real.reduce((sum, b) => sum + b.h + GAP + 2, -GAP - 2);
  const gap = GAP + 2 + (real.length > 1 ? Math.max(0, h - natural) / (real.length - 1) : 0);
  let y = 0;
  for (const b of real) {
    put(out, b, 0, y);
    y += b.h + gap;
    out.w = Math.max(out.w, b.w);
    out.h = y - gap;
  }
  return out;
}

function crops(l: Block): Layout['crops'] {
  const all: Layout['crops'] = { whole: { x: 0, y: 0, w: l.w, h: l.h } };
  for (const region of ['memory', 'slots', 'bays'] as const) {
    const boxes = l.boxes[region];
    if (!boxes?.length) continue;
    const left = Math.min(...boxes.map((b) => b.x)) - 8;
    const top = Math.min(...boxes.map((b) => b.y)) - (region === 'slots' ? 20 : 8);
    const right = Math.max(...boxes.map((b) => b.x + b.w)) + 8;
    const bottom = Math.max(...boxes.map((b) => b.y + b.h)) + 8;
    const w = Math.max(432, right - left);
    all[region] = { x: Math.max(0, left - (w - (right - left)) / 2), y: Math.max(0, top), w, h: bottom - top };
  }
  return all;
}
