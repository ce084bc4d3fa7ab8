import type { MachineSheet } from '../../api/types';
import { block, path, put, rect, type Block } from '../cells/block';
import { chip } from '../cells/cell';
import type { ChassisKind } from '../cells/kinds';
import { width } from '../cells/text';
import { flow } from './flow';

const SIDE = 11; // beside a socket
const CHANNEL = 4; // between channels
const MIDDLE = 18; // between the halves of the board
const LENGTH = 104;

/** Rows of slot names with sockets among them: the sheet's map, or by rule. */
export function physicalOrder(sheet: MachineSheet, oneBank = false): string[][] {
  const map = sheet.map?.memory;
  if (map?.length) return map;
  return (sheet.sockets ?? []).map((socket, n) => {
    const channels = (sheet.channels ?? []).filter((c) => c.socket === socket.id).map((c) => c.slots);
    // The halves left and right of the socket differ least in slots; slot 1 is farthest out; an even socket is mirrored.
    const count = (list: string[][]) => list.reduce((sum, c) => sum + c.length, 0);
    let best = 0;
    for (let k = 0; k <= (oneBank ? 0 : channels.length); k++) {
      const differ = (at: number) => Math.abs(count(channels.slice(0, at)) - count(channels.slice(at)));
      if (differ(k) <= differ(best)) best = k;
    }
    const row = [
      ...channels.slice(0, best).flat(),
      socket.id,
      ...(oneBank
        ? channels.flat()
        : channels
            .slice(best)
            .reverse()
            .flatMap((c) => [...c].reverse())),
    ];
    return n % 2 ? row.reverse() : row;
  });
}

/** Names as drawn: what all of a group share in front is left off (CPU1_DIMM_A1 → A1). Spoken names stay whole. */
export function brief(names: string[]): Record<string, string> {
  let shared = names[0] ?? '';
  for (const n of names) while (!n.startsWith(shared)) shared = shared.slice(0, -1);
  // A name alone is cut at its last separator; the end tells the place, the front the board.
  const separated = Math.max(...[' ', '_', '-', '.'].map((k) => shared.lastIndexOf(k))) + 1;
  // A word ends too where every name goes on with a capital or a number: ChannelA-DIMM1 → A-DIMM1.
  const worded = /[a-z]$/.test(shared) && names.every((n) => /^[A-Z\d]/.test(n.slice(shared.length)));
  const at = worded ? shared.length : separated;
  return Object.fromEntries(names.map((n) => [n, n.slice(at) || n]));
}

export const briefNames = (sheet: MachineSheet): Record<string, string> =>
  Object.assign(
    {},
    ...(sheet.sockets ?? []).map((s) =>
      brief((sheet.channels ?? []).filter((c) => c.socket === s.id).flatMap((c) => c.slots)),
    ),
  ) as Record<string, string>;

/** A bank in so many rows of nearly equal length. */
function chunks(group: string[], rows: number): string[][] {
  const each = Math.ceil(group.length / rows);
  return Array.from({ length: Math.ceil(group.length / each) }, (_, i) => group.slice(i * each, (i + 1) * each));
}

/** Width that a bank of memory asks for when nobody prescribes one. */
function natural(sheet: MachineSheet, kind: ChassisKind): number {
  if (sheet.memory?.form === 'sodimm') return 2 * 136 * kind.k + 8;
  const bars = (sheet.channels ?? []).reduce((sum, c) => sum + c.slots.length, 0);
  return bars * 22 + (sheet.sockets?.length ?? 1) * (96 + 2 * SIDE + MIDDLE) + CHANNEL * (sheet.channels?.length ?? 0);
}

/** The memory bars with their sockets, one bracket and letter per channel. */
export function memory(sheet: MachineSheet, kind: ChassisKind, wide: number, socketsElsewhere = false): Block {
  if (!sheet.channels?.length && !sheet.sockets?.length) return block();
  const w = wide || natural(sheet, kind);
  if (sheet.memory?.form === 'sodimm') return flow(sheet, kind, w, ['socket', 'dimm']);
  const channels = sheet.channels ?? [];
  const channelOf = new Map(channels.flatMap((c) => c.slots.map((s) => [s, c] as const)));
  const sockets = new Set(socketsElsewhere ? (sheet.sockets ?? []).map((s) => s.id) : []);
  const groups = physicalOrder(sheet, kind.oneBank).map((g) => g.filter((t) => !sockets.has(t)));
  const bars = (line: string[][]) => line.flat().filter((t) => channelOf.has(t)).length;
  const fixed = (line: string[][], socket: number) =>
    line.reduce(
      (sum, g) =>
        sum +
        (socketsElsewhere ? 0 : socket + 2 * SIDE) +
        CHANNEL * Math.max(0, new Set(g.map((t) => channelOf.get(t)?.id).filter(Boolean)).size - 2),
      0,
    ) +
    MIDDLE * (line.length - 1);

  let lines: string[][][];
  let socketWidth = 96;
  let pitch = 22;
  for (let rows = 1; ; rows++) {
    const per = Math.max(1, Math.ceil(groups.length / rows));
    lines =
      rows <= groups.length
        ? Array.from({ length: Math.ceil(groups.length / per) }, (_, i) => groups.slice(i * per, (i + 1) * per))
        : groups.flatMap((g) => chunks(g, Math.ceil(rows / groups.length)).map((c) => [c]));
    for (socketWidth of [96, 72]) {
      pitch = Math.min(...lines.map((l) => (w - fixed(l, socketWidth)) / Math.max(1, bars(l))));
      if (pitch >= 18) break;
    }
    if (pitch >= 15.2 || rows > 40) break;
  }
  pitch = Math.max(15, Math.min(22, pitch));
  const bar = Math.min(16, pitch - 3);
  const short = briefNames(sheet);
  const style = pitch > 18 ? 'name' : 'tiny';
  const above = [...channelOf.keys()].every((n) => width(short[n] ?? n, style) <= pitch - 2);
  const top = above ? 16 : 4;
  const height = top + 4 + LENGTH + 4 + 7 + 18;
  const inner = block();

  lines.forEach((line, li) => {
    let x = 0;
    let before = '';
    const y = li * (height + 8);
    const spans = new Map<string, [number, number]>();
    line.forEach((group, gi) => {
      if (gi) x += MIDDLE;
      for (const t of group) {
        const channel = channelOf.get(t);
        if (!channel) {
          x += SIDE - (channelOf.has(before) ? pitch - bar : 0);
          put(inner, { ...block(), places: [chip(t, socketWidth, 92)] }, x, y + top + 10);
          x += socketWidth + SIDE;
          before = t;
          continue;
        }
        const last = channelOf.get(before);
        if (last && last.id !== channel.id) x += CHANNEL;
        const by = y + top + 4;
        const label = short[t] ?? t;
        const nameLength = Math.min(70, width(label, 'name') + 2);
        const name = above
          ? ({ x: x - (pitch - bar) / 2, y, w: pitch, h: 13, style, align: 'c', text: [label] } as const)
          : ({
              x,
              y: by + LENGTH - 4 - nameLength,
              w: bar,
              h: nameLength,
              style: 'name',
              rot: true,
              text: [label],
            } as const);
        inner.places.push({
          id: t,
          kind: 'memory',
          x,
          y: by,
          w: bar,
          h: LENGTH,
          name: { ...name, text: [...name.text] },
          part: { x, y: by + 30, w: bar, h: LENGTH - 32 - (above ? 0 : nameLength + 5), style: 'bar', rot: true },
          mark: [x + bar / 2, by + 8],
          split: ['y', 28],
          inside: true,
          tall: true,
          r: 0,
          channel: channel.id,
          root: channel.socket,
          art: [],
        });
        inner.art.push(rect(x + 3, by - 4, bar - 6, 4, 'g-tex'), rect(x + 3, by + LENGTH, bar - 6, 4, 'g-tex'));
        const [a, z] = spans.get(channel.id) ?? [x, x];
        spans.set(channel.id, [Math.min(a, x), Math.max(z, x + bar)]);
        x += pitch;
        before = t;
      }
    });
    for (const [id, [a, z]] of spans) {
      const by = y + top + 4 + LENGTH + 4 + 7;
      inner.art.push(path(`M${a} ${by - 3}v3H${z}v-3`, sheet.map ? 'g-line' : 'g-line assumed'));
      inner.rooms.push({ x: a - 2, y: by + 2, w: z - a + 4, h: 13, style: 'name', align: 'c', text: [id] });
    }
    inner.w = Math.max(inner.w, x - (pitch - bar));
  });
  inner.h = lines.length * (height + 8) - 8;
  const out = block(Math.max(inner.w, w), inner.h);
  put(out, inner, Math.max(0, (w - inner.w) / 2), 0);
  out.boxes.memory = [{ x: 0, y: 0, w: out.w, h: out.h }];
  return out;
}
