import { expect, it } from 'vitest';
import { Refusal } from '../api/client';
import { troubles } from './troubles';

const refusal = (errors?: { path: string; text: string }[]) =>
  new Refusal({ type: '/problems/invalid', title: 'That can’t be taken', status: 400, detail: 'Too large.', errors });

it('says of a check that failed that it failed, and where', () => {
  const data = { problems: [] };
  expect(troubles({ data, error: null })).toEqual([]);
  expect(troubles({ data, error: refusal([{ path: '/boards/0/protocols/0', text: 'at line 1' }]) })).toEqual([
    { path: '/boards/0/protocols/0', text: 'What stands here can’t be read.' },
  ]);
  expect(troubles({ data, error: refusal() })).toEqual([{ path: '', text: 'Too large.' }]);
  expect(troubles({ data, error: new TypeError('fetch') })[0]!.text).toBe('It could not be checked: nobody answers.');
});
