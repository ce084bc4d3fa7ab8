import type { PathFlow, PathStage } from '../api/types';
import { group, mbs } from '../format/numbers';
import { fit, width } from '../plate/cells/text';

export interface Column {
  stage: PathStage;
  x: number;
  w: number;
  /** Half the height of the band here; null when its rate is not known. */
  half: number | null;
  /** True when the band would not fit and is cut. */
  cut: boolean;
  pinch: boolean;
  next: boolean;
  name: string[];
  value: string;
  detail: string[];
}

export interface StreamLayout {
  w: number;
  h: number;
  middle: number;
  /** Half the height of what really flows. */
  flow: number;
  /** Half the height of what would flow with the pinch lifted; null when there is no next. */
  after: number | null;
  columns: Column[];
  outline: string;
  pinchLabel: string;
  nextLabel: string | null;
}

export const W = 864;
const H = 206;
const MIDDLE = 106;
const FLOW = 9;
const MOST = 52;
const TURN = 26;

/** Stages from the drives to the user as a band as wide as each lets through. To scale; what would not fit is cut. */
export function stream(flow: PathFlow): StreamLayout {
  const step = W / flow.stages.length;
  const scale = flow.endMBs > 0 ? FLOW / flow.endMBs : 0;
  const half = (mbs: number | null | undefined) =>
    mbs == null ? null : Math.min(MOST, Math.max(mbs === 0 ? 0.5 : 2, mbs * (scale || MOST)));
  const columns = flow.stages.map((stage, i): Column => {
    const room = { x: 0, y: 0, w: step - 8, h: 15, style: 'part' as const };
    const value = stage.mBs == null ? 'not known' : group(stage.mBs);
    return {
      stage,
      x: i * step,
      w: step,
      half: half(stage.mBs),
      cut: stage.mBs != null && stage.mBs * scale > MOST,
      pinch: i === flow.pinch,
      next: i === flow.next,
      name: fit([stage.name], { ...room, lines: 2 }).length
        ? fit([stage.name], { ...room, lines: 2 })
        : [clip(stage.name, room.w)],
      value,
      detail: wrapped(stage.detail, room.w),
    };
  });
  const after = flow.next == null ? null : half(flow.stages[flow.next]!.mBs);
  return {
    w: W,
    h: H,
    middle: MIDDLE,
    flow: flow.endMBs > 0 ? FLOW : 0.5,
    after,
    columns,
    outline: outline(columns),
    pinchLabel: mbs(flow.endMBs),
    nextLabel: flow.next == null ? null : `next: ${group(flow.stages[flow.next]!.mBs!)}`,
  };
}

/** At most three lines of words; the last one cut at a word. */
function wrapped(text: string, room: number): string[] {
  const lines: string[] = [];
  for (const word of text.split(' ')) {
    const last = lines[lines.length - 1];
    if (last !== undefined && width(`${last} ${word}`, 'part') <= room) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines.length <= 3 ? lines.map((l) => clip(l, room)) : [...lines.slice(0, 2), clip(`${lines[2]} …`, room)];
}

function clip(text: string, room: number): string {
  if (width(text, 'part') <= room) return text;
  let short = text;
  while (short.length > 1 && width(`${short}…`, 'part') > room) short = short.slice(0, -1);
  return `${short}…`;
}

/** The band's edge: flat within a stage, a smooth turn between two. */
function outline(columns: Column[]): string {
  const r = (n: number) => Math.round(n * 10) / 10;
  const halves = columns.map((c) => c.half ?? FLOW);
  const edge = (sign: 1 | -1) =>
    columns.map((c, i) => {
      const y = r(MIDDLE + sign * halves[i]!);
      const [from, to] = [c.x + (i ? TURN / 2 : 0), c.x + c.w - (i < columns.length - 1 ? TURN / 2 : 0)];
      return { y, from: r(from), to: r(to) };
    });
  const top = edge(-1);
  const foot = edge(1).reverse();
  let d = `M${top[0]!.from} ${top[0]!.y}H${top[0]!.to}`;
  for (let i = 1; i < top.length; i++) {
    const [a, b] = [top[i - 1]!, top[i]!];
    const m = r((a.to + b.from) / 2);
    d += `C${m} ${a.y} ${m} ${b.y} ${b.from} ${b.y}H${b.to}`;
  }
  d += `V${foot[0]!.y}H${foot[0]!.from}`;
  for (let i = 1; i < foot.length; i++) {
    const [a, b] = [foot[i - 1]!, foot[i]!];
    const m = r((a.from + b.to) / 2);
    d += `C${m} ${a.y} ${m} ${b.y} ${b.to} ${b.y}H${b.from}`;
  }
  return `${d}Z`;
}
