interface Size {
  w: number;
  h: number;
}

/** Drawn words are 11 and 12 units high: below this scale they can't be read at arm's length. */
const LEAST = 0.72;

/**
 * How large a drawing is shown in its box: as it fits, times what was asked for.
 * A view of one part of the machine never gets smaller than its words can be read; it is scrolled instead.
 */
export function shownSize(crop: Size, box: Size, zoom: number, part: boolean): Size | null {
  if (box.w <= 0 || box.h <= 0) return null;
  const fits = Math.min(box.w / crop.w, box.h / crop.h);
  const scale = part ? Math.max(fits * zoom, LEAST) : fits * zoom;
  if (scale <= fits) return null;
  return { w: Math.max(box.w, Math.floor(crop.w * scale)), h: Math.max(box.h, Math.floor(crop.h * scale)) };
}
