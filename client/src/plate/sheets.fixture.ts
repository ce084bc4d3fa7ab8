import { readdirSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import type { MachineSheet } from '../api/types';

const folder = resolve(import.meta.dirname, '../../../demo/sheets');

/** The machine sheets of the demo, by file name. */
export const demoSheets: [string, MachineSheet][] = readdirSync(folder)
  .filter((f) => f.endsWith('.json'))
  .map((f) => [f.replace('.json', ''), JSON.parse(readFileSync(resolve(folder, f), 'utf8')) as MachineSheet]);

/** Numbers that look random and are the same every time (a linear congruence, Numerical Recipes). */
export function dice(seed: number) {
  let state = Math.imul(seed, 2654435761) >>> 0;
  const next = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
  for (let i = 0; i < 8; i++) next();
  return {
    upTo: (n: number) => Math.floor(next() * n),
    of: <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!,
    chance: (p: number) => next() < p,
  };
}

/** Bays that such a chassis has, by form and stance. */
const STANCES: Record<string, string[]> = {
  rack: ['2.5 upright', '2.5 flat', '3.5 flat', 'u.2 flat', 'e1.s upright'],
  shelf: ['3.5 top', '2.5 top'],
  laptop: ['2.5 caddy'],
  thin: ['2.5 flat'],
  tower: ['2.5 flat', '3.5 flat', '5.25 flat'],
  deskside: ['2.5 flat', '3.5 flat'],
  drawers: ['3.5 drawer', '2.5 drawer'],
};

/** A sheet nobody thought of: any kind of chassis, any number of places, names short and long. */
export function randomSheet(seed: number): MachineSheet {
  const d = dice(seed);
  const kind = d.of([
    'rack',
    'edge',
    'tower',
    'deskside',
    'drawers',
    'slab',
    'thin',
    'laptop',
    'shelf',
    'board',
  ] as const);
  const form = d.chance(0.3) ? 'sodimm' : 'dimm';
  const small = ['thin', 'laptop', 'slab', 'drawers'].includes(kind);
  const most = form === 'sodimm' || small || kind === 'tower' ? 1 : kind === 'rack' ? 4 : 2;
  const sockets = kind === 'shelf' ? 0 : 1 + d.upTo(most);
  const long = d.chance(0.25);
  const perSocket = small ? 2 : kind === 'tower' || kind === 'deskside' ? 4 : 8;
  let letter = 0;
  const channels = Array.from({ length: sockets }, (_, s) =>
    Array.from({ length: 1 + d.upTo(perSocket) }, () => {
      const id = String.fromCharCode(65 + (letter % 26)) + (letter >= 26 ? `${Math.floor(letter / 26)}` : '');
      letter++;
      const slots = Array.from({ length: 1 + d.upTo(small ? 1 : 3) }, (_, i) =>
        long ? `CPU${s + 1}_DIMM_${id}${i + 1}` : `${id}${i + 1}`,
      );
      return { id, socket: `CPU ${s + 1}`, slots };
    }),
  ).flat();
  const names = (prefix: string, n: number) => Array.from({ length: n }, (_, i) => `${prefix}${i + 1}`);
  const [form1, stance] = d.of(STANCES[kind] ?? STANCES.rack!).split(' ') as [string, string];
  const bays = d.upTo(
    { laptop: 2, thin: 2, shelf: 60, deskside: 5, tower: 13, slab: 13, drawers: 13 }[kind as 'tower'] ?? 25,
  );
  return {
    id: `random-${seed}`,
    name: `Random ${seed}`,
    format: 'irvak-machine/1',
    draft: false,
    chassis: { kind, units: 0 },
    sockets: Array.from({ length: sockets }, (_, i) => ({ id: `CPU ${i + 1}`, soldered: false })),
    channels,
    memory: { form },
    slots: names('S', kind === 'laptop' || kind === 'thin' ? d.upTo(2) : d.upTo(kind === 'rack' ? 12 : 7)).map((id) => {
      const mech = d.of([0, 1, 4, 8, 16]);
      return { id, mech, elec: mech && d.of([1, mech]), gen: 3, bus: mech ? null : 'pci', root: 'CPU 1' };
    }),
    boards: names('BRD', d.upTo(kind === 'thin' ? 2 : 4)).map((id, i) => ({
      id,
      what: i ? 'controller' : 'mezzanine',
    })),
    m2: names('M', d.upTo(small ? 3 : 9)).map((id) => ({
      id,
      lengths: d.of([[42], [42, 80], [80, 110]]),
      wired: d.of(['SATA only', '×4 gen 4']),
    })),
    bays: bays
      ? [
          {
            group: kind === 'deskside' ? 'inner' : 'front',
            form: form1,
            stance,
            names: names(long ? 'Bay-' : '', bays),
            cols: Math.min(
              bays,
              Math.ceil(bays / d.of(stance === 'flat' ? [3, 4, 8] : [1, 2, kind === 'shelf' ? 6 : 2])),
            ),
            bus: 'SAS, SATA',
          },
        ]
      : [],
    supplies: names('PS', d.upTo(3)).map((id) => ({ id, watt: 750, external: kind === 'thin' || kind === 'laptop' })),
    ports: [{ n: 1 + d.upTo(4), what: '10 Gb' }],
    fans: d.upTo(7),
    battery: kind === 'laptop' ? [{ id: 'Battery', wh: 60 }] : [],
  } as unknown as MachineSheet;
}

/** Four sockets with sixteen slots each, twelve card slots, nine M.2 places and 32 bays. */
export function sheetOf128(): MachineSheet {
  const sockets = [1, 2, 3, 4].map((n) => ({ id: `CPU ${n}`, soldered: false }));
  const channels = sockets.flatMap((s, si) =>
    'ABCDEFGH'.split('').map((c) => ({
      id: `${si + 1}${c}`,
      socket: s.id,
      slots: [1, 2].map((i) => `${si + 1}${c}${i}`),
    })),
  );
  const names = (prefix: string, n: number) => Array.from({ length: n }, (_, i) => `${prefix}${i + 1}`);
  return {
    id: 'p128',
    name: '128 places',
    chassis: { kind: 'rack', units: 4 },
    sockets,
    channels,
    memory: { form: 'dimm' },
    slots: names('S', 12).map((id) => ({ id, mech: 16, elec: 8, gen: 5, root: 'CPU 1' })),
    m2: names('X', 9).map((id) => ({ id, lengths: [80, 110], wired: '×4 gen 4' })),
    boards: names('B', 3).map((id) => ({ id, what: 'controller' })),
    bays: [{ group: 'front', form: '2.5', stance: 'upright', names: names('', 32), cols: 16, bus: 'tri-mode' }],
    supplies: names('PS', 4).map((id) => ({ id, watt: 2000, external: false })),
    ports: [{ n: 2, what: '25 Gb' }],
    fans: 8,
  } as unknown as MachineSheet;
}
