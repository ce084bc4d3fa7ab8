import type { LaneBranch, LaneEnd, LaneSheet, RootLanes } from '../api/types';
import { short } from '../format/numbers';
import { fit, width } from '../plate/cells/text';

/** A box with its words; words never leave it. */
export interface Box {
  key: string;
  place: string | null;
  x: number;
  y: number;
  w: number;
  h: number;
  look: string;
  spoken: string;
  texts: Word[];
}

export interface Word {
  x: number;
  y: number;
  text: string;
  bold?: boolean;
  mono?: boolean;
  end?: boolean;
  look?: string;
}

/** One lane, or the dotted outline of a bundle nobody uses. */
export interface Thread {
  d: string;
  look: 'lane' | 'in' | 'loose' | 'unused' | 'out' | 'uplink';
}

export interface LoomLayout {
  w: number;
  h: number;
  boxes: Box[];
  threads: Thread[];
  /** Words beside threads: how many are loose or free. */
  notes: Word[];
}

export const W = 640;
const TOP = 8;
const ROOT = { x: 20, w: 120 };
const SLOT = { x: 296, w: 96 };
const END = { x: 456, w: 180 };
const PITCH = 2;
const GAP = 6;
/** Height and distance of the devices; closer together when there are many. */
const sizes = (ends: number) => (ends > 14 ? { h: 20, step: 22 } : { h: 24, step: 26 });

const gen = (g?: number | null) => (g ? ` gen ${g}` : '');

/** Roots on the left, places in the middle, devices on the right; every lane a line of its own. */
export function loom(sheet: LaneSheet): LoomLayout {
  const branches = inOrder(sheet);
  const size = sizes(branches.reduce((n, b) => n + b.ends.length, 0));
  const boxes: Box[] = [];
  const threads: Thread[] = [];
  const notes: Word[] = [];
  const spans = new Map<string, { from: number; to: number }>();
  let y = TOP;
  let root: string | null | undefined;
  for (const branch of branches) {
    if (root !== undefined && branch.root !== root) y += 2 * GAP;
    root = branch.root;
    // A note beside the lanes needs its own line where devices leave none.
    const rows = Math.max(1, branch.ends.length + (branch.loose > 0 && branch.ends.length < 2 ? 1 : 0));
    const h = Math.max(rows * size.step - (size.step - size.h), (branch.lanes ?? 0) * PITCH + 6);
    const at = y + (h - slotHeight(branch, size.h)) / 2;
    boxes.push(slotBox(branch, at, slotHeight(branch, size.h)));
    const first = y + (h - (rows * size.step - (size.step - size.h))) / 2;
    branch.ends.forEach((end, i) => boxes.push(endBox(branch, end, i, first + i * size.step, size.h)));
    toEnds(branch, at + slotHeight(branch, size.h) / 2, at + slotHeight(branch, size.h), first, size, threads, notes);
    const key = branch.root ?? '';
    const span = spans.get(key) ?? { from: y, to: y };
    spans.set(key, { from: span.from, to: y + h });
    y += h + GAP;
  }
  for (const r of sheet.roots) {
    if (spans.has(r.id)) continue;
    spans.set(r.id, { from: y, to: y + 52 });
    y += 52 + GAP;
  }
  const rootBoxes = new Map<string, Box>();
  let below = TOP;
  for (const [id, span] of [...spans].sort((a, b) => a[1].from - b[1].from)) {
    const known = sheet.roots.find((r) => r.id === id);
    const words = rootWords(known, id);
    const h = Math.max(span.to - span.from, words.length * 15 + 10);
    const top = Math.max(span.from, below);
    below = top + h + GAP;
    const box: Box = {
      key: `root:${id}`,
      place: null,
      x: ROOT.x,
      y: top,
      w: ROOT.w,
      h,
      look: known?.dark ? 'root dark' : 'root',
      spoken: words.join(', '),
      texts: words.map((text, i) => ({
        x: ROOT.x + 9,
        y: top + 17 + i * 15,
        text,
        bold: i === 0,
        look: i ? 'small' : '',
      })),
    };
    rootBoxes.set(id, box);
    boxes.unshift(box);
    fromRoot(
      branches.filter((b) => (b.root ?? '') === id),
      box,
      boxes,
      threads,
    );
  }
  for (const r of sheet.roots) uplink(r, rootBoxes, threads);
  return { w: W, h: Math.max(y, below) + TOP - GAP, boxes, threads, notes };
}

/** Branches by root in the order of the roots, so that no bundle crosses another. */
function inOrder(sheet: LaneSheet): LaneBranch[] {
  const rank = (b: LaneBranch) => {
    const at = sheet.roots.findIndex((r) => r.id === b.root);
    return at < 0 ? sheet.roots.length : at;
  };
  return [...sheet.branches].sort((a, b) => rank(a) - rank(b));
}

function rootWords(root: RootLanes | undefined, id: string): string[] {
  if (!root) return [id || 'not known', 'root not known'];
  const words = [root.id, root.gen ? `gen ${root.gen}` : 'gen not known'];
  if (root.dark) return [...words, 'not fitted'];
  words.push(root.lanes ? `${root.lanes} lanes, ${root.wired} wired` : `${root.wired} lanes wired`);
  if (root.uplink) words.push(`uplink ×${root.uplinkLanes ?? '?'}${gen(root.uplinkGen)}`);
  const room = ROOT.w - 16;
  return words
    .flatMap((w) => (width(w, 'part') <= room ? [w] : w.split(', ')))
    .map((w) => (width(w, 'part') <= room ? w : shortened(w, room)));
}

const slotHeight = (b: LaneBranch, least: number) => Math.max(least, Math.min((b.lanes ?? 0) * PITCH + 6, 44));

function slotBox(b: LaneBranch, y: number, h: number): Box {
  const name = short(b.place);
  const wide = b.bus
    ? 'PCI'
    : b.state === 'dark' && !b.lanes
      ? '–'
      : b.lanes == null
        ? '×?'
        : `×${b.lanes}${gen(b.gen)}`;
  const room = SLOT.w - 16;
  const both = width(name, 'bar') + 6 + width(wide, 'part') <= room;
  const middle = y + h / 2 + 4;
  return {
    key: `slot:${b.place}`,
    place: b.place,
    x: SLOT.x,
    y,
    w: SLOT.w,
    h,
    look: `slot ${b.state}${b.cardNew ? ' in' : ''}${b.loose > 0 ? ' stop' : ''}`,
    spoken: `${name}, ${b.bus ? 'conventional PCI' : `${b.lanes ?? 'unknown'} lanes${gen(b.gen)}`}${b.why ? `, ${b.why}` : ''}${
      b.card ? `, ${b.card}` : ''
    }, ${b.state}`,
    texts: [
      { x: SLOT.x + 8, y: middle, text: name, mono: true, bold: true },
      ...(both ? [{ x: SLOT.x + SLOT.w - 8, y: middle, text: wide, end: true, look: 'small' }] : []),
    ],
  };
}

const RUNS: Record<string, (e: LaneEnd) => string> = {
  unseen: () => 'not seen',
  empty: () => 'empty',
  out: () => 'goes out',
};

function endBox(b: LaneBranch, end: LaneEnd, i: number, y: number, h: number): Box {
  const runs =
    RUNS[end.state ?? 'full']?.(end) ??
    (b.bus ? 'shared bus' : end.width ? `×${end.width}${gen(end.gen)}` : 'no lanes');
  const room = END.w - 24 - width(runs, 'part');
  const name = end.state === 'empty' ? short(end.place) : end.name;
  const words = fit([name], { x: 0, y: 0, w: room, h, style: 'part' })[0] ?? shortened(name, room);
  const middle = y + h / 2 + 4;
  return {
    key: `end:${b.place}:${i}`,
    place: end.place,
    x: END.x,
    y,
    w: END.w,
    h,
    look: `end ${end.state}${end.new ? ' in' : ''}`,
    spoken: `${end.name}, ${runs}${end.why ? `, ${end.why}` : ''}${end.state === 'less' ? `, could do ×${end.wants}${gen(end.wantsGen)}` : ''}`,
    texts: [
      { x: END.x + 8, y: middle, text: words, bold: end.state !== 'empty' },
      { x: END.x + END.w - 8, y: middle, text: runs, end: true, look: end.state === 'less' ? 'less' : 'small' },
    ],
  };
}

/** Cuts a name at a word, so that a figure in it stays whole. */
function shortened(name: string, room: number): string {
  const words = name.split(' ');
  while (words.length > 1 && width(`${words.join(' ')} …`, 'part') > room) words.pop();
  return width(`${words.join(' ')} …`, 'part') <= room ? `${words.join(' ')} …` : '…';
}

const curve = (x1: number, y1: number, x2: number, y2: number) => {
  const m = (x1 + x2) / 2;
  const r = (n: number) => Math.round(n * 10) / 10;
  return `M${x1} ${r(y1)}C${m} ${r(y1)} ${m} ${r(y2)} ${x2} ${r(y2)}`;
};

/** Lanes from a root to its places, in their order. */
function fromRoot(branches: LaneBranch[], root: Box, boxes: Box[], threads: Thread[]) {
  const lanes = branches.map((b) => Math.max(1, Math.min(b.lanes ?? 1, 16)));
  const run = lanes.reduce((n, l) => n + l * PITCH, 0) + (branches.length - 1) * 4;
  const squeeze = Math.min(1, (root.h - 8) / Math.max(run, 1));
  let y = root.y + (root.h - run * squeeze) / 2;
  branches.forEach((b, i) => {
    const box = boxes.find((x) => x.key === `slot:${b.place}`)!;
    const n = lanes[i]!;
    const middle = box.y + box.h / 2;
    const own = Math.min(PITCH, (box.h - 4) / n);
    if (b.state === 'free' || b.state === 'not-looked-at' || b.state === 'dark' || b.bus || !b.used)
      threads.push({
        d: curve(ROOT.x + ROOT.w, y + (n * PITCH * squeeze) / 2, SLOT.x, middle),
        look: b.ends.some((e) => e.state === 'out') ? 'out' : b.bus && b.state === 'used' ? 'lane' : 'unused',
      });
    else
      for (let k = 0; k < n; k++) {
        const look =
          k < b.used ? (isIn(b, k) ? 'in' : 'lane') : b.loose > 0 && k < b.used + b.loose ? 'loose' : 'unused';
        if (look === 'unused' && k > b.used + b.loose) continue;
        threads.push({
          d: curve(ROOT.x + ROOT.w, y + (k + 0.5) * PITCH * squeeze, SLOT.x, middle - (n * own) / 2 + (k + 0.5) * own),
          look,
        });
      }
    y += (n * PITCH + 4) * squeeze;
  });
}

/** Whether the lane with this number belongs to something that comes in. */
function isIn(b: LaneBranch, lane: number): boolean {
  let at = 0;
  for (const e of b.ends) {
    if (lane >= at && lane < at + e.width) return !!e.new;
    at += e.width;
  }
  return !!b.cardNew;
}

/** Lanes from a place to its devices; what is never opened fans out as loose ends. */
function toEnds(
  b: LaneBranch,
  from: number,
  foot: number,
  first: number,
  size: { h: number; step: number },
  threads: Thread[],
  notes: Word[],
) {
  const x1 = SLOT.x + SLOT.w;
  const total = Math.max(1, b.ends.reduce((n, e) => n + e.width, 0) + b.loose);
  let y = from - (total * PITCH) / 2;
  let looseAt: number | null = null;
  b.ends.forEach((end, i) => {
    const middle = first + i * size.step + size.h / 2;
    if (end.state === 'out') threads.push({ d: curve(x1, from, END.x, middle), look: 'out' });
    else if (end.state === 'empty' || (end.width === 0 && end.state !== 'unseen'))
      threads.push({ d: curve(x1, from, END.x, middle), look: b.bus ? 'lane' : 'unused' });
    else if (end.width > 0) {
      for (let k = 0; k < end.width; k++)
        threads.push({
          d: curve(x1, y + (k + 0.5) * PITCH, END.x, middle - (end.width * PITCH) / 2 + (k + 0.5) * PITCH),
          look: end.new ? 'in' : 'lane',
        });
      y += end.width * PITCH;
    } else if (b.loose > 0) looseAt ??= middle;
  });
  if (b.loose > 0) {
    const at = looseAt ?? from;
    const n = Math.min(b.loose, 12);
    for (let k = 0; k < n; k++)
      threads.push({
        d: curve(x1, y + (k + 0.5) * PITCH, x1 + 14 + (k % 3) * 4, at - 10 + (k * 20) / n),
        look: 'loose',
      });
    notes.push({ x: x1 + 6, y: foot + 13, text: `${b.loose} loose`, look: 'stop', bold: true });
  } else if (b.ends.length === 0)
    notes.push({
      x: x1 + 12,
      y: from + 4,
      text:
        b.state === 'dark'
          ? (b.why ?? 'dark')
          : b.state === 'not-looked-at'
            ? '? nobody looked'
            : b.bus
              ? 'free'
              : `${b.lanes} free`,
      look: 'small',
    });
}

/** The bundle from a root up to the one it hangs from, left of both. */
function uplink(root: RootLanes, boxes: Map<string, Box>, threads: Thread[]) {
  const [own, up] = [boxes.get(root.id), root.uplink ? boxes.get(root.uplink) : undefined];
  if (!own || !up) return;
  const n = Math.min(root.uplinkLanes ?? 1, 8);
  for (let k = 0; k < n; k++) {
    const x = ROOT.x - 4 - k * PITCH;
    const [from, to] = [up.y + up.h - 10 - k * PITCH, own.y + 10 + k * PITCH];
    threads.push({ d: `M${ROOT.x} ${from}H${x}V${to}H${ROOT.x}`, look: 'uplink' });
  }
}
