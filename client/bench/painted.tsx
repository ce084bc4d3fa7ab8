// Draws the plate of 128 places, and loom and stream of 24 devices, in a real browser and measures until the frame is painted. Built and
// run by ./bench plate.
import { flushSync } from 'react-dom';
import { createRoot } from 'react-dom/client';
import { Plate } from '../src/plate/Plate';
import type { MachineSheet } from '../src/api/types';
import { bare } from '../src/editor/bare';
import { many } from '../src/loom/lanes.fixture';
import { Loom } from '../src/loom/Loom';
import { flow } from '../src/stream/flow.fixture';
import { Stream } from '../src/stream/Stream';
import type { ReactNode } from 'react';

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

async function once(what: () => ReactNode): Promise<{ drawn: number; shown: number }> {
  const room = document.body.appendChild(document.createElement('div'));
  await painted();
  const from = performance.now();
  const root = createRoot(room);
  flushSync(() => {
    root.render(what());
  });
  room.getBoundingClientRect();
  const drawn = performance.now() - from;
  await painted();
  const shown = performance.now() - from;
  root.unmount();
  room.remove();
  return { drawn, shown };
}

async function measured(name: string, what: () => ReactNode): Promise<string> {
  for (let i = 0; i < WARM; i++) await once(what);
  const all: { drawn: number; shown: number }[] = [];
  for (let i = 0; i < ROUNDS; i++) all.push(await once(what));
  const of = (pick: (x: { drawn: number; shown: number }) => number) => {
    const sorted = all.map(pick).sort((a, b) => a - b);
    return `median ${(sorted[ROUNDS / 2] ?? 0).toFixed(0)} ms, 99 % ${(sorted[ROUNDS - 1] ?? 0).toFixed(0)} ms`;
  };
  return `${name} in Chromium: laid out and drawn ${of((x) => x.drawn)}; painted ${of((x) => x.shown)}`;
}

const nothing = () => undefined;

async function run() {
  const given = (await (await fetch('/sheet.json')).json()) as MachineSheet;
  const said = [
    await measured('plate of 128 places', () => {
      // A new sheet and a new place on the page each time, so that nothing is remembered.
      const sheet = { ...given };
      return <Plate sheet={sheet} job={bare(sheet)} view="whole" label="bench" onAct={nothing} />;
    }),
    await measured('loom of 24 devices', () => <Loom sheet={{ ...many }} selected={null} onAct={nothing} />),
    await measured('stream of 8 stages', () => (
      <Stream flow={{ ...flow(900, 2200, 6600, 3300, 1200, null, 3300, 1180) }} at={0} onAt={nothing} />
    )),
  ];
  await fetch('/done', { method: 'POST', body: said.join('\n') });
}

void run();
