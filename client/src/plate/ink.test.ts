import { expect, it } from 'vitest';
import plover from '../../../demo/sheets/tarrowby-plover.json';
import type { JobView, MachineSheet, Unit } from '../api/types';
import type { Place } from './cells/block';
import { inkOf, spoken, type Inked } from './ink';
import { layout } from './layout';

const sheet = plover as unknown as MachineSheet;
const slot = layout(sheet).places.find((p) => p.id === 'A1')!;
const unit = (gb: number): Unit => ({
  source: 'test',
  module: { capacityMiB: gb * 1024, type: 'unbuffered', rateMTs: 2400 },
});
const soc = { 'socket:SoC': { source: 'test' } as Unit };
const job = (more: Partial<Inked>): Inked => ({ sheet, found: {}, foundEmpty: [], planned: soc, changes: [], ...more });
const change = (out: Unit | null, into: Unit | null) => [
  { place: 'slot:A1', out, in: into, movedFrom: null, movedTo: null },
];

it('tells unknown, empty and dark apart', () => {
  expect(inkOf(slot, job({}), {}).state).toBe('unknown');
  expect(inkOf(slot, job({ foundEmpty: ['slot:A1'] }), {}).state).toBe('empty');
  const dark = inkOf(slot, job({ planned: {}, foundEmpty: ['socket:SoC'] }), {});
  expect(spoken(slot, dark)).toBe("slot A1, channel A, SoC, can't be used, needs SoC");
});

it('speaks what comes, goes and stays', () => {
  const found = { 'slot:A1': unit(4) };
  expect(spoken(slot, inkOf(slot, job({ found }), {}))).toBe('slot A1, channel A, SoC, 4 GB U 2400, stays');
  expect(spoken(slot, inkOf(slot, job({ found, changes: change(unit(4), unit(16)) }), {}))).toBe(
    'slot A1, channel A, SoC, 4 GB U 2400 goes out, 16 GB U 2400 comes in',
  );
  expect(inkOf(slot, job({ found, changes: change(unit(4), null) }), {}).state).toBe('out');
});

it('says a mark in words', () =>
  expect(spoken(slot, inkOf(slot, job({ found: { 'slot:A1': unit(4) } }), { 'slot:A1': 'deviates' }))).toMatch(
    /deviates$/,
  ));

it('tells a drive that its array lost from one that is in it', () => {
  const bay = { kind: 'bay', id: '3', part: { rot: false } } as unknown as Place;
  const drive = { drive: { bytes: 12e12, protocol: 'sas', media: 'disk' }, memberOf: 'G1', source: 'capture' } as Unit;
  const arrays = { found: [{ now: { out: ['bay:3'] } }], planned: [] } as unknown as JobView['arrays'];
  const here = job({ found: { 'bay:3': drive } });
  expect(inkOf(bay, here, {}).has).toEqual(['12 TB', 'SAS', 'G1']);
  expect(inkOf(bay, { ...here, arrays }, {}).has).toEqual(['12 TB', 'SAS', 'not in G1']);
  const out = { ...here, arrays, changes: [{ place: 'bay:3', out: drive, in: null, movedFrom: null, movedTo: null }] };
  expect(inkOf(bay, out as Inked, {})).toMatchObject({ state: 'out', has: ['12 TB', 'SAS', 'not in G1'] });
});
