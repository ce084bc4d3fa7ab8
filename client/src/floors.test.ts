import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, normalize, relative } from 'node:path';
import { expect, test } from 'vitest';

/** The floors of the interface, the lowest first: a folder imports from folders that stand before it. */
const FLOORS = [
  'format',
  'api',
  'theme',
  'plate/cells',
  'plate/leaves',
  'plate',
  'loom',
  'stream',
  'frame',
  'ladder',
  'drawings',
  'stages/survey',
  'stages/aim',
  'stages/fit/storage',
  'stages/fit/memory',
  'stages/fit/arrays',
  'stages/fit/lanes',
  'stages/fit/path',
  'stages/fit/power',
  'stages/fit',
  'stages/prep',
  'stages/handson',
  'stages/proof',
  'stages/handover',
  'stages',
  'begin',
  'bench',
  'editor',
  'shelf',
  'quick',
  '',
];

const ROOT = import.meta.dirname;
const files = readdirSync(ROOT, { recursive: true, encoding: 'utf8' }).filter((f) => /\.tsx?$/.test(f));

/** Folder of a file; empty for the files at the top. */
const folder = (file: string) => (dirname(file) === '.' ? '' : dirname(file));

/** The file that an import means; null for a package, a style or what lies outside. */
function meant(from: string, spec: string): string | null {
  const path = normalize(join(dirname(from), spec));
  if (path.startsWith('..')) return null;
  return (
    ['.ts', '.tsx', '/index.ts', '']
      .map((end) => path + end)
      .find((p) => existsSync(join(ROOT, p)) && /\.tsx?$/.test(p)) ?? null
  );
}

function imports(file: string): string[] {
  const text = readFileSync(join(ROOT, file), 'utf8');
  return [...text.matchAll(/(?:from|import)\s*\(?'(\.[^']+)'/g)]
    .map((m) => meant(file, m[1]!))
    .filter((f) => f !== null);
}

test('every folder has its floor', () => {
  expect([...new Set(files.map(folder))].sort()).toEqual([...FLOORS].sort());
});

test('imports lead down only', () => {
  const wrong = files.flatMap((file) =>
    imports(file)
      .filter((to) => folder(to) !== folder(file) && FLOORS.indexOf(folder(to)) >= FLOORS.indexOf(folder(file)))
      .map((to) => `${file} imports ${relative('.', to)}`),
  );
  expect(wrong).toEqual([]);
});
