import type { MachineSheet } from '../../api/types';
import { block, path, put, type Block } from '../cells/block';
import { cell } from '../cells/cell';
import { BAYS } from '../cells/kinds';
import { width } from '../cells/text';
import { named } from './flow';
import { brief } from './memory';

// The least width at which a bay still says what sits in it, by how its text lies.
const SQUEEZED = { stack: 40, line: 96 };

/** Names without what all of a group begin with, unless another group then has the same: "USB 1" stays beside a bay 1. */
function shortNames(sheet: MachineSheet, names: string[]): Record<string, string> {
  const cut = brief(names);
  const others = new Set(
    (sheet.bays ?? []).filter((g) => g.names !== names).flatMap((g) => [...g.names, ...Object.values(brief(g.names))]),
  );
  return Object.values(cut).some((n) => others.has(n)) ? Object.fromEntries(names.map((n) => [n, n])) : cut;
}

/** Groups of bays in the chassis' own order, side by side when they fit. On a folded side they grow a little to fill it. */
export function bays(sheet: MachineSheet, wide: number | null, high = 0): Block {
  const out = block();
  const groups = (sheet.bays ?? []).map((g) => {
    const [least, most, tall, how] = BAYS[`${g.form} ${g.stance}`] ?? BAYS['3.5 flat']!;
    const short = shortNames(sheet, g.names);
    // A long name needs its room; the bay gets wider before the name is cut.
    const named = Math.max(...Object.values(short).map((n) => width(n, 'name'))) + (how === 'line' ? 70 : 18);
    return {
      g,
      short,
      size: [Math.max(least, Math.min(named, 220)), Math.max(most, Math.min(named, 220)), tall, how] as const,
    };
  });
  if (!groups.length) return out;
  const w = wide ?? Math.max(...groups.map(({ g, size }) => g.cols * size[1] + (g.cols - 1) * 6));
  const least = groups.reduce((sum, { g, size }) => sum + g.cols * (size[0] + 4), 0) + 14 * (groups.length - 1);
  const beside = groups.length > 1 && least <= w;
  const wish = groups.reduce((sum, { g, size }) => sum + g.cols * size[1], 0);
  const columns = ({ g, size }: (typeof groups)[number]) => {
    const room = beside ? ((w - 14 * (groups.length - 1)) * g.cols * size[1]) / wish : w;
    // Bays stand in the columns of the chassis, closer than usual if they must: who counts columns finds the right drive.
    if ((room + 4) / g.cols - 4 >= SQUEEZED[size[3]]) return { room, cols: g.cols };
    const fitting = Math.max(1, Math.min(g.cols, Math.floor((room + 6) / (size[0] + 4))));
    return { room, cols: Math.ceil(g.names.length / Math.ceil(g.names.length / fitting)) };
  };
  const need = groups.reduce((sum, x) => sum + Math.ceil(x.g.names.length / columns(x).cols) * (x.size[2] + 6) + 4, 0);
  const grow = Math.min(1.35, Math.max(1, high / need));
  const highest = Math.max(...groups.map(({ size }) => size[2]));
  let x0 = 0;
  let y0 = 0;
  for (const group of groups) {
    const { g, short, size } = group;
    const [narrow, most, tall, how] = size;
    const { room, cols } = columns(group);
    const gap = (room + 6) / cols - 6 >= narrow + 2 ? 6 : 4;
    const cw = Math.min(most, (room + gap) / cols - gap);
    const rows = Math.ceil(g.names.length / cols);
    const h = (beside && rows > 1 ? Math.max(tall, (highest - 6 * (rows - 1)) / rows) : tall) * grow;
    g.names.forEach((name, i) => {
      const place = named(
        cell(
          name,
          'bay',
          cw,
          h,
          how,
          { about: [/^\d/.test(g.form) ? `${g.form} inch` : g.form, g.bus], root: g.root ?? undefined },
          short[name],
        ),
        short[name],
      );
      if (how === 'line' && cw > 150)
        place.art = [path(`M${cw - 16} 0v${h}M${cw - 11} 6v${h - 12}M${cw - 6} 6v${h - 12}`, 'g-tex')];
      if (g.stance === 'drawer') place.art = [path(`M${cw * 0.25} ${h - 22}h${cw / 2}v12h${-cw / 2}z`, 'g-tex')];
      const left = beside ? x0 : (w - cols * (cw + gap) + gap) / 2;
      put(out, { ...block(), places: [place] }, left + (i % cols) * (cw + gap), y0 + Math.floor(i / cols) * (h + 6));
    });
    if (beside) {
      x0 += room + 14;
      out.h = Math.max(out.h, rows * (h + 6) - 6);
    } else {
      y0 += rows * (h + 6) + 4;
      out.h = y0 - 10;
    }
  }
  out.w = w;
  out.boxes.bays = [{ x: 0, y: 0, w, h: out.h }];
  return out;
}
