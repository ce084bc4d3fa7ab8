import type { MachineSheet } from '../api/types';
import { block, circle, put, rect, type Block } from './cells/block';
import { GAP, PAD, type ChassisKind, type Tree } from './cells/kinds';
import { bays } from './leaves/bays';
import { battery, cage, fans, ports, rotors, supplies } from './leaves/edges';
import { flow } from './leaves/flow';
import { memory } from './leaves/memory';
import { slots } from './leaves/slots';

const isStar = (t: Tree) => (typeof t === 'string' ? t : t[0]).endsWith('*');

function leaf(name: string, sheet: MachineSheet, kind: ChassisKind, w: number | null): Block {
  const [head = '', list] = name.replace(/\*$/, '').split(':');
  const [what, wide] = head.split('@');
  switch (what) {
    case 'memory':
      return memory(sheet, kind, w ?? 0);
    case 'bars':
      // Kinds that usually lay their modules flat still draw full modules when a sheet has them.
      return sheet.memory?.form === 'sodimm' || !sheet.channels?.length ? block() : memory(sheet, kind, w ?? 0, true);
    case 'slots':
      return slots(sheet, kind, w);
    case 'flow':
      return flow(sheet, kind, w ?? (wide ? Number(wide) : null), list?.split(',') ?? []);
    case 'strip':
      return flow(sheet, kind, w, ['m2'], true);
    case 'supplies':
      return supplies(sheet, kind, false);
    case 'inner':
    case 'bays':
      return bays(sheet, w);
    case 'ports':
      return ports(sheet, kind);
    case 'fans':
      return fans(sheet, kind, w);
    case 'rotors':
      return rotors(sheet, w);
    case 'battery':
      return battery(sheet, w ?? 400);
    case 'cage':
      return cage(w);
    default:
      throw new Error(`unknown leaf ${name}`);
  }
}

/** Row: children of their own width first, then the '*' child gets what is left. Column: all as wide as the column. */
export function pack(tree: Tree, sheet: MachineSheet, kind: ChassisKind, w: number | null, h = 0): Block {
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
  if (!inner.h) return block();
  const out = block(Math.max(inner.w + 2 * PAD, w ?? 0), inner.h + 2 * PAD);
  out.art.push(rect(0, 0, out.w, out.h, 'g-board'));
  for (const cx of [6, out.w - 6]) for (const cy of [6, out.h - 6]) out.art.push(circle(cx, cy, 2.5, 'g-tex'));
  put(out, inner, PAD, PAD);
  return out;
}

const wideOf = (list: (Block | null)[]) => list.reduce((sum, b) => sum + (b?.w ? b.w + GAP : 0), 0);

function packRow(kids: Tree[], sheet: MachineSheet, kind: ChassisKind, w: number | null): Block {
  const done = kids.map((k) => (isStar(k) ? null : pack(k, sheet, kind, null)));
  const stars = kids.filter(isStar).length;
  if (w) {
    const left = w - wideOf(done);
    kids.forEach((k, i) => {
      if (isStar(k)) done[i] = pack(k, sheet, kind, Math.max(40, left / stars));
    });
    // Too wide: the widest child packs again, narrower.
    let over = wideOf(done) - GAP - w;
    for (const i of done.map((_, n) => n).sort((a, b) => (done[b]?.w ?? 0) - (done[a]?.w ?? 0))) {
      if (over <= 0) break;
      const was = done[i]?.w ?? 0;
      done[i] = pack(kids[i]!, sheet, kind, Math.max(96, was - over));
      over -= was - (done[i]?.w ?? 0);
    }
  } else
    kids.forEach((k, i) => {
      if (isStar(k)) done[i] = pack(k, sheet, kind, null);
    });
  const real = done.filter((b): b is Block => !!b?.w);
  if (!real.length) return block();
  const free = Math.max(0, (w ?? 0) - wideOf(real) + GAP);
  const out = block();
  let x = 0;
  for (const b of real) {
    put(out, b, x, 0);
    x += b.w + GAP + (real.length > 1 ? free / (real.length - 1) : 0);
    out.h = Math.max(out.h, b.h);
  }
  out.w = Math.max(w ?? 0, wideOf(real) - GAP);
  return out;
}

function packColumn(kids: Block[], h: number): Block {
  const out = block();
  const real = kids.filter((b) => b.h);
  const natural = real.reduce((sum, b) => sum + b.h + GAP + 2, -GAP - 2);
  // Spare height opens the gaps.
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
