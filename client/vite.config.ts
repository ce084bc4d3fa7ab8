import react from '@vitejs/plugin-react';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants } from 'node:zlib';
import { defineConfig } from 'vitest/config';

/** Scripts and styles are compressed once, at build, as small as they get; the host serves these files as they are. */
const compressed = {
  name: 'compressed',
  closeBundle() {
    const folder = 'dist/assets';
    for (const file of readdirSync(folder).filter((f) => /\.(js|css)$/.test(f))) {
      const path = join(folder, file);
      if (statSync(path).size < 1024) continue;
      const params = { [constants.BROTLI_PARAM_QUALITY]: 11 };
      writeFileSync(`${path}.br`, brotliCompressSync(readFileSync(path), { params }));
    }
  },
};

/** The service worker knows every file of its build; another build is another worker. */
const worker = {
  name: 'worker',
  closeBundle() {
    const files = readdirSync('dist/assets')
      .filter((f) => /\.(js|css|woff2)$/.test(f))
      .map((f) => `/assets/${f}`);
    const version = createHash('sha256').update(files.join()).update(readFileSync('dist/index.html')).digest('hex');
    const text = readFileSync('sw.js', 'utf8')
      .replace('= __FILES__', '= ' + JSON.stringify([...files, '/mark.svg']))
      .replace('__VERSION__', version.slice(0, 12));
    writeFileSync('dist/sw.js', text);
  },
};

export default defineConfig({
  plugins: [react(), compressed, worker],
  build: {
    outDir: 'dist',
    sourcemap: false,
    assetsInlineLimit: 0,
    rolldownOptions: {
      // The theme is needed at once, the dialogs and fields built on it are not: they must not share a chunk.
      output: {
        codeSplitting: {
          groups: [
            {
              name: 'theme',
              test: /@emotion|@mui[\\/](system|styled-engine|private-theming|utils)|@mui[\\/]material[\\/](styles|colors|GlobalStyles|utils[\\/](?!use))|stylis/,
            },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:5080' } },
  test: { environment: 'jsdom', testTimeout: 30_000, include: ['src/**/*.test.{ts,tsx}'] },
});
