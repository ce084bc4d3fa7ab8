/** A split as people read it: "whole", "×8 ×8". */
export const splitWords = (widths: readonly number[]) =>
  widths.length ? widths.map((w) => `×${w}`).join(' ') : 'whole';
