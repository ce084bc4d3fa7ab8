import type { MachineSheet } from '../../api/types';
import { block, path, put, type Block } from '../block';
import { cell } from '../cell';
import { BAYS } from '../kinds';

/** Groups of bays in the chassis' own order, side by side when they fit. */
export function bays(sheet: MachineSheet, w: number): Block {
  const out = block();
  const groups = (sheet.bays ?? []).map((g) => ({ g, size: BAYS[`${g.form} ${g.stance}`] ?? BAYS['3.5 flat']! }));
  if (!groups.length) return out;
  const least = groups.reduce((sum, { g, size }) => sum + g.cols * (size[0] + 4), 0) + 14 * (groups.length - 1);
  const beside = groups.length > 1 && least <= w;
  const wish = groups.reduce((sum, { g, size }) => sum + g.cols * size[1], 0);
  const highest = Math.max(...groups.map(({ size }) => size[2]));
  let x0 = 0;
  let y0 = 0;
  for (const {
    g,
    size: [narrow, wide, tall, how],
  } of groups) {
    const room = beside ? ((w - 14 * (groups.length - 1)) * g.cols * wide) / wish : w;
    const fitting = Math.max(1, Math.min(g.cols, Math.floor((room + 6) / (narrow + 4))));
    const cols = Math.ceil(g.names.length / Math.ceil(g.names.length / fitting));
    const gap = (room + 6) / cols - 6 >= narrow + 2 ? 6 : 4;
    const cw = Math.min(wide, (room + gap) / cols - gap);
    const rows = Math.ceil(g.names.length / cols);
    const h = beside && rows > 1 ? Math.max(tall, (highest - 6 * (rows - 1)) / rows) : tall;
    g.names.forEach((name, i) => {
      const place = cell(name, 'bay', cw, h, how, { about: [`${g.form} inch`, g.bus] });
      if (how === 'line' && cw > 150)
        place.art = [path(`M${cw - 16} 0v${h}M${cw - 11} 6v${h - 12}M${cw - 6} 6v${h - 12}`, 'g-tex')];
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
