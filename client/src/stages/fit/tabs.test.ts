import { expect, it } from 'vitest';
import { JOB_KEYS } from '../../frame/keys';
import { inOrder, TABS } from './tabs';

it('gives every sheet a letter of its own that means nothing else on a job', () => {
  const taken = [...Object.values(JOB_KEYS), ...'1234567/?', ...TABS.map(([, , letter]) => letter.toLowerCase())];
  expect(new Set(taken).size).toBe(taken.length);
});

it('puts first what the job is about, and leaves out nothing', () => {
  const order = (...topics: Parameters<typeof inOrder>[1]) => inOrder(TABS, topics, []).map(([key]) => key);
  expect(order('memory')).toEqual(['memory', 'arrays', 'lanes', 'path', 'cache', 'boot', 'power']);
  expect(order('bays', 'arrays')).toEqual(['arrays', 'path', 'cache', 'boot', 'memory', 'lanes', 'power']);
  expect(order('m2')).toEqual(['lanes', 'boot', 'memory', 'arrays', 'path', 'cache', 'power']);
  expect(order()).toEqual(TABS.map(([key]) => key));
});

it.each([
  ['memory', ['memory', 'processor'], ['memory', 'arrays']],
  ['drives', ['bays', 'arrays'], ['arrays', 'path']],
  ['card', ['cards'], ['lanes', 'path']],
  ['path', ['cards', 'arrays'], ['path', 'arrays']],
  ['processor', ['processor'], ['memory', 'arrays']],
  ['boot', ['m2'], ['boot', 'lanes']],
  ['broken', ['memory', 'processor', 'bays', 'arrays', 'cards', 'm2'], ['memory', 'arrays']],
  ['everything', ['memory', 'processor', 'bays', 'arrays', 'cards', 'm2'], ['memory', 'arrays']],
] as const)('opens %s with the sheet it is worked on', (purpose, topics, first) => {
  expect(
    inOrder(TABS, topics, [purpose])
      .slice(0, 2)
      .map(([key]) => key),
  ).toEqual(first);
});

it('underlines a letter of the sheet’s own name', () => {
  expect(TABS.map(([, before, letter, rest]) => before + letter + rest)).toContain('Power and heat');
  for (const [, , letter] of TABS) expect(letter).toMatch(/^[A-Za-z]$/);
});
