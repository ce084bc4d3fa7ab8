// Draws the plate of 128 places in a real browser and measures until the frame is painted. Built and run by ./bench plate.
import { flushSync } from 'react-dom';
import { createRoot } from 'react-dom/client';
import { Plate } from '../src/plate/Plate';
import type { MachineSheet } from '../src/api/types';
import { bare } from '../src/shelf/bare';

const WARM = 10;
const ROUNDS = 40;

/** Resolves once the frame that is due has been painted: the first task after its animation callbacks. */
const painted = () =>
  new Promise<void>((done) => {
    requestAnimationFrame(() => {
      const channel = new MessageChannel();
      channel.port1.onmessage = () => {
        done();
      };
      channel.port2.postMessage(0);
    });
  });

async function once(given: MachineSheet): Promise<{ drawn: number; shown: number }> {
  // A new sheet and a new place on the page each time, so that nothing is remembered.
  const sheet = { ...given };
  const room = document.body.appendChild(document.createElement('div'));
  await painted();
  const from = performance.now();
  const root = createRoot(room);
  flushSync(() => {
    root.render(<Plate sheet={sheet} job={bare(sheet)} view="whole" label="bench" zoom={1} onAct={() => undefined} />);
  });
  room.getBoundingClientRect();
  const drawn = performance.now() - from;
  await painted();
  const shown = performance.now() - from;
  root.unmount();
  room.remove();
  return { drawn, shown };
}

async function run() {
  const sheet = (await (await fetch('/sheet.json')).json()) as MachineSheet;
  for (let i = 0; i < WARM; i++) await once(sheet);
  const all: { drawn: number; shown: number }[] = [];
  for (let i = 0; i < ROUNDS; i++) all.push(await once(sheet));
  const of = (pick: (x: { drawn: number; shown: number }) => number) => {
    const sorted = all.map(pick).sort((a, b) => a - b);
    return `median ${(sorted[ROUNDS / 2] ?? 0).toFixed(0)} ms, 99 % ${(sorted[ROUNDS - 1] ?? 0).toFixed(0)} ms`;
  };
  const said = `plate of 128 places in Chromium: laid out and drawn ${of((x) => x.drawn)}; painted ${of((x) => x.shown)}`;
  await fetch('/done', { method: 'POST', body: said });
}

void run();
