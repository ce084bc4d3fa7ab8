// Writes the fonts that the page loads: the characters of each range, and of the variable one the widths and weights that the styles use.
// The browser loads a range when a character of it is shown. Run by the build; what it writes is not kept in the repository.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import subset from 'subset-font';

const OUT = 'fonts';
const WIDTH = { min: 80, max: 100, default: 100 };
const WEIGHT = { min: 400, max: 720, default: 400 };

const styles = [
  ['@fontsource-variable/archivo', 'wdth.css', { wdth: WIDTH, wght: WEIGHT }],
  ['@fontsource/b612-mono', '400.css', undefined],
  ['@fontsource/b612-mono', '700.css', undefined],
];

/** The characters of a unicode-range. */
function characters(range) {
  let text = '';
  for (const [, from, to] of range.matchAll(/U\+([0-9A-F]+)(?:-([0-9A-F]+))?/g))
    for (let code = parseInt(from, 16); code <= parseInt(to ?? from, 16); code++) text += String.fromCodePoint(code);
  return text;
}

mkdirSync(OUT, { recursive: true });
let css = '';
for (const [name, file, axes] of styles) {
  const folder = join('node_modules', name);
  for (const [face] of readFileSync(join(folder, file), 'utf8').matchAll(/@font-face \{[^}]*\}/g)) {
    const from = face.match(/url\(\.\/(files\/[^)]+\.woff2)\)/)[1];
    const small = await subset(readFileSync(join(folder, from)), characters(face.match(/unicode-range: ([^;]+)/)[1]), {
      targetFormat: 'woff2',
      variationAxes: axes,
    });
    const to = from.slice(from.lastIndexOf('/') + 1);
    writeFileSync(join(OUT, to), small);
    css += face
      .replace(/src: [^;]+;/, `src: url(./${to}) format('woff2');`)
      .replace(/font-weight: 100 900/, `font-weight: ${WEIGHT.min} ${WEIGHT.max}`)
      .replace(/font-stretch: 62% 125%/, `font-stretch: ${WIDTH.min}% ${WIDTH.max}%`);
    css += '\n';
  }
}
writeFileSync(join(OUT, 'fonts.css'), css);
