import { expect, it } from 'vitest';
import { JOB_KEYS } from '../../frame/keys';
import { TABS } from './tabs';

it('gives every sheet a letter of its own that means nothing else on a job', () => {
  const taken = [...Object.values(JOB_KEYS), ...'1234567/?', ...TABS.map(([, , letter]) => letter.toLowerCase())];
  expect(new Set(taken).size).toBe(taken.length);
});

it('underlines a letter of the sheet’s own name', () => {
  expect(TABS.map(([, before, letter, rest]) => before + letter + rest)).toContain('Power and heat');
  for (const [, , letter] of TABS) expect(letter).toMatch(/^[A-Za-z]$/);
});
