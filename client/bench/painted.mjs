// Builds the page of painted.tsx, serves it on loopback, opens it in Chromium and prints what it measured.
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build, createServer as createVite } from 'vite';

const folder = mkdtempSync(join(tmpdir(), 'irvak-plate-'));
await build({
  configFile: false,
  logLevel: 'error',
  define: { 'process.env.NODE_ENV': '"production"' },
  build: {
    outDir: folder,
    lib: { entry: 'bench/painted.tsx', formats: ['iife'], name: 'painted', fileName: () => 'painted.js' },
  },
});

// The sheet comes from files on disk; the page gets it as data.
const vite = await createVite({
  configFile: false,
  logLevel: 'error',
  server: { middlewareMode: true, ws: false, hmr: false },
  appType: 'custom',
});
const { sheetOf128 } = await vite.ssrLoadModule('/src/plate/sheets.fixture.ts');
const sheet = JSON.stringify(sheetOf128());
await vite.close();

const page =
  '<!doctype html><meta charset="utf-8"><title>plate</title><body><script src="/painted.js"></script></body>';
let chromium;
const server = createServer((request, answer) => {
  if (request.method === 'POST') {
    let said = '';
    request.on('data', (piece) => (said += piece));
    request.on('end', () => {
      answer.end();
      console.log(said);
      chromium.kill();
      server.close();
      server.closeAllConnections();
      rmSync(folder, { recursive: true, force: true });
    });
  } else if (request.url === '/painted.js')
    answer.setHeader('content-type', 'text/javascript').end(readFileSync(join(folder, 'painted.js')));
  else if (request.url === '/sheet.json') answer.setHeader('content-type', 'application/json').end(sheet);
  else answer.setHeader('content-type', 'text/html').end(page);
});
server.listen(0, '127.0.0.1', () => {
  const profile = mkdtempSync(join(tmpdir(), 'irvak-chromium-'));
  const root = process.getuid?.() === 0 ? ['--no-sandbox'] : [];
  chromium = spawn(
    'chromium',
    [
      '--headless',
      '--window-size=1280,800',
      `--user-data-dir=${profile}`,
      ...root,
      `http://127.0.0.1:${server.address().port}/`,
    ],
    { stdio: 'ignore' },
  );
  chromium.on('exit', () => rmSync(profile, { recursive: true, force: true, maxRetries: 10, retryDelay: 100 }));
});
setTimeout(() => {
  console.error('The page did not answer within two minutes.');
  chromium?.kill();
  process.exit(1);
}, 120_000).unref();
