import { expect, it } from 'vitest';
import { fieldOf, named } from './named';

it('names the field that a refusal is about', () => {
  const sentence = 'It lies between 0 and 1 000.';
  expect(named(sentence, '/edit/plan/dataGB')).toBe('Data GB: it lies between 0 and 1 000.');
  expect(named(sentence, '/supplies/0/connectors/1/leads')).toBe('Leads: it lies between 0 and 1 000.');
  expect(named(sentence, '/edit')).toBe(sentence);
  expect(named(sentence, undefined)).toBe(sentence);
  expect(named('A strip is a power of two.', '/edit/array/stripKiB')).toBe('A strip is a power of two.');
  expect(fieldOf('/edit/array/members/3')).toBe('members');
});
