import { expect, it } from 'vitest';
import { euro, group, mib, places, plural, short } from './numbers';

it('groups digits with a thin gap', () => expect(group(524288)).toBe('524 288'));
it('writes memory in the unit people speak of', () =>
  expect([mib(512), mib(32768), mib(515686)]).toEqual(['512 MiB', '32 GiB', '503.6 GiB']));
it('writes money without needless cents', () =>
  expect([euro(2760), euro(9.5), euro(null)]).toEqual(['€ 2 760', '€ 9.50', 'no price']));
it('shows places short', () => expect(short('socket:CPU 1')).toBe('CPU 1'));
it('lists few places and shortens runs', () => {
  expect(places(['slot:A1', 'slot:B1'])).toBe('A1 and B1');
  expect(places('ABCDEF'.split('').map((c) => `slot:${c}2`))).toBe('A2 to F2, 6');
});
it('counts in words', () =>
  expect([plural(1, 'stop', 'stops'), plural(2, 'stop', 'stops')]).toEqual(['1 stop', '2 stops']));
