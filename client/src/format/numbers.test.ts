import { expect, it } from 'vitest';
import cases from '../../../tests/Shared/format-cases.json';
import { cost, euro, group, hours, mbs, mib, percent, places, plural, short, tb, tib } from './numbers';

it('groups digits with a thin gap', () => expect(group(524288)).toBe('524 288'));
it('writes memory in the unit people speak of', () =>
  expect([mib(512), mib(32768), mib(515686)]).toEqual(['512 MiB', '32 GiB', '503.6 GiB']));
it('writes money without needless cents', () =>
  expect([euro(2760), euro(9.5), euro(null)]).toEqual(['€ 2 760', '€ 9.50', 'no price']));
it('calls parts without a price neither free nor the whole sum', () => {
  expect(cost({ totalEur: 0, withoutPrice: 0 })).toBe('€ 0');
  expect(cost({ totalEur: 0, withoutPrice: 1 })).toBe('not known');
  expect(cost({ totalEur: 40, withoutPrice: 1 })).toBe('at least € 40');
});
it('shows places short', () => expect(short('socket:CPU 1')).toBe('CPU 1'));
it('lists few places and shortens runs', () => {
  expect(places(['slot:A1', 'slot:B1'])).toBe('A1 and B1');
  expect(places('ABCDEF'.split('').map((c) => `slot:${c}2`))).toBe('A2 to F2, 6 places');
  const dimms = (...numbers: number[]) => places(numbers.map((n) => `slot:PROC 1 DIMM ${n}`));
  expect(dimms(1, 2, 3, 4, 5)).toBe('PROC 1 DIMM 1 to PROC 1 DIMM 5, 5 places');
  // Every second slot is no row.
  expect(dimms(1, 3, 5, 7, 9)).toBe('PROC 1 DIMM 1, PROC 1 DIMM 3, PROC 1 DIMM 5 … PROC 1 DIMM 9, 5 places');
  expect(dimms(1, 2, 3, 9, 10)).toBe('PROC 1 DIMM 1 to PROC 1 DIMM 3, PROC 1 DIMM 9 and PROC 1 DIMM 10, 5 places');
  expect(places(['1', '2', '3', '4', '8'].map((n) => `bay:${n}`))).toBe('1 to 4 and 8, 5 places');
  // A row goes on by what it began with.
  expect(places(['A1', 'B1', 'C1', 'C2', 'C3'].map((n) => `slot:${n}`))).toBe('A1 to C1, C2 and C3, 5 places');
});
it('counts in words', () =>
  expect([plural(1, 'stop', 'stops'), plural(2, 'stop', 'stops')]).toEqual(['1 stop', '2 stops']));

it('counts the same bytes in 10¹² and in 2⁴⁰', () => {
  // Twelve drives of 2 TB with one parity: 22 TB, shown as about 20 TiB (common practice, no source).
  const bytes = 11 * 2_000_398_934_016;
  expect([tb(bytes), tib(bytes)]).toEqual(['22.0 TB', '20.01 TiB']);
  expect([tb(960_197_124_096), tib(960_197_124_096)]).toEqual(['960.2 GB', '894.3 GiB']);
});
type Form = keyof typeof cases;
const FORMS: Record<Form, (n: number) => string> = {
  chance: percent,
  memoryMiB: mib,
  euro,
  decimalBytes: tb,
  binaryBytes: tib,
  hours,
  megabytesPerSecond: mbs,
};
it.each(Object.keys(FORMS) as Form[])('writes %s as the core does', (form) => {
  const rows = cases[form] as [number, string][];
  expect(rows.map(([value]) => FORMS[form](value))).toEqual(rows.map(([, text]) => text));
});
