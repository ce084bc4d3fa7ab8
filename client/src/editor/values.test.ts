import { expect, test } from 'vitest';
import { demoSheets } from '../plate/sheets.fixture';
import { MACHINE } from './machineSpec';
import type { FieldSpec } from './spec';
import * as v from './values';

test('what a field shows is read back as the same value', () => {
  expect(
    v.parseSplits(
      v.showSplits([
        [8, 8],
        [4, 4, 4, 4],
      ]),
    ),
  ).toEqual([
    [8, 8],
    [4, 4, 4, 4],
  ]);
  expect(
    v.parsePlugs(
      v.showPlugs([
        { count: 4, what: 'SATA power', leads: 2 },
        { count: 2, what: '6-pin card power' },
      ]),
    ),
  ).toEqual([
    { count: 4, what: 'SATA power', leads: 2 },
    { count: 2, what: '6-pin card power' },
  ]);
  expect(v.showPlugs([{ count: 2, what: 'SATA power', leads: 1 }])).toBe('2 SATA power on 1 lead');
  expect(v.parseRows(v.showRows([['A1', 'CPU 1'], ['B1']]))).toEqual([['A1', 'CPU 1'], ['B1']]);
  expect(v.parseWords(v.showWords(['Torr 32', 'Ledge 6']))).toEqual(['Torr 32', 'Ledge 6']);
  expect(v.parsePairs(v.showPairs([{ firmware: '16.7', driver: '16.8.3' }]))).toEqual([
    { firmware: '16.7', driver: '16.8.3' },
  ]);
  expect(v.parsePairs('16.7 and 16.8')).toEqual([]);
  const limits = [
    { protocol: 'sata', media: 'disk', tb: 2 },
    { media: 'flash', tb: 1.8 },
    { protocol: 'nvme', tb: 4 },
  ];
  expect(v.showLimits(limits)).toBe('SATA disk 2, flash 1.8, NVMe 4');
  expect(v.parseLimits(v.showLimits(limits))).toEqual(limits);
  expect(v.parseLimits('4, tape 3')).toEqual([]);
  // Not told, told to be none, and told.
  for (const levels of [null, [], ['0', '1', '5', '10']]) expect(v.parseLevels(v.showLevels(levels))).toEqual(levels);
  expect(v.inRow('raid.boots')).toEqual(['raid', 'boots']);
  expect(v.inRow('ports')).toEqual([undefined, 'ports']);
  expect(v.parseNumber('4 000,5')).toBe(4000.5);
  expect(v.parseNumber('4,')).toBe(4);
  expect(v.parseNumber('four')).toBeNull();
});

test('a value is changed where it lies and nothing else', () => {
  const doc = { id: 'x', card: { name: 'C' }, lamp: 'teal' };
  expect(v.withValue(doc, 'card.controller', 'cacheMiB', 2048)).toEqual({
    id: 'x',
    card: { name: 'C', controller: { cacheMiB: 2048 } },
    lamp: 'teal',
  });
  expect(v.withValue(doc, undefined, 'id', 'y')).toEqual({ ...doc, id: 'y' });
  expect(v.tidy({ a: null, b: { c: undefined, d: 0 }, e: [] })).toEqual({ b: { d: 0 }, e: [] });
  expect(v.tidy({ map: { memory: null }, drive: {} })).toEqual({ drive: {} });
});

test('every field of every demo sheet has its place in the editor', () => {
  const known = new Map<string, FieldSpec[]>();
  const lists = new Set<string>();
  for (const s of MACHINE) {
    known.set(s.at ?? '', [...(known.get(s.at ?? '') ?? []), ...(s.fields ?? [])]);
    for (const l of s.lists ?? []) {
      lists.add(`${s.at ?? ''}/${l.key}`);
      known.set(`${s.at ?? ''}/${l.key}`, l.fields);
    }
  }
  const missing = new Set<string>();
  for (const [, sheet] of demoSheets)
    for (const [key, value] of Object.entries(sheet)) {
      if (['format', 'id'].includes(key) || value === null) continue;
      const place = (at: string, k: string) => known.get(at)?.some((f) => f.key === k) || lists.has(`${at}/${k}`);
      if (Array.isArray(value)) {
        if (!lists.has(`/${key}`)) missing.add(key);
        for (const row of value as object[])
          for (const [k, inner] of Object.entries(row))
            for (const field of !Array.isArray(inner) && inner && typeof inner === 'object'
              ? Object.keys(inner as object).map((i) => `${k}.${i}`)
              : [k])
              if (!known.get(`/${key}`)?.some((f) => f.key === field)) missing.add(`${key}.${field}`);
      } else if (typeof value === 'object') {
        for (const [k, inner] of Object.entries(value as object)) {
          if (!place(key, k)) missing.add(`${key}.${k}`);
          if (lists.has(`${key}/${k}`))
            for (const row of inner as object[])
              for (const r of Object.keys(row))
                if (!known.get(`${key}/${k}`)?.some((f) => f.key === r)) missing.add(`${key}.${k}.${r}`);
        }
      } else if (!place('', key)) missing.add(key);
    }
  expect([...missing]).toEqual([]);
});
