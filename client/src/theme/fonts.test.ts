import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';

// The build cuts the fonts to these bounds (fonts.mjs); a style outside of them would be drawn with the nearest there is.
const [width, weight] = ['WIDTH', 'WEIGHT'].map((name) => {
  const [, min, max] = readFileSync('fonts.mjs', 'utf8').match(new RegExp(`${name} = \\{ min: (\\d+), max: (\\d+)`))!;
  return [Number(min), Number(max)] as const;
});

const files = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((f) =>
    f.isDirectory() ? files(join(folder, f.name)) : /(?<!test)\.(css|tsx?)$/.test(f.name) ? [join(folder, f.name)] : [],
  );

it.each([
  ['widths', /font-?[sS]tretch['"]?[:=]\s*\{?['"`]?(\d+)/g, width!],
  ['weights', /(?:font-?[wW]eight['"]?[:=]\s*\{?['"`]?|font: )(\d+)\b(?!px|%)/g, weight!],
] as const)('%s that the styles use are in the fonts', (_, pattern, [min, max]) => {
  const used = files('src').flatMap((f) =>
    [...readFileSync(f, 'utf8').matchAll(pattern)].map((m) => ({ file: f, value: Number(m[1]) })),
  );
  expect(used.length).toBeGreaterThan(20);
  expect(used.filter((u) => u.value < min || u.value > max)).toEqual([]);
});
