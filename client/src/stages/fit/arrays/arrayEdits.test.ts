import { expect, it } from 'vitest';
import type { ArrayPlan, JobView } from '../../../api/types';
import { moved, renamed } from './arrayEdits';

const plan = (name: string, members: string[], spares: string[] = []) =>
  ({ name, level: 'mirror', members, spares, host: 'kernel', groups: 1 }) as unknown as ArrayPlan;

const job = (...plans: ArrayPlan[]) =>
  ({
    arrays: { planned: plans.map((p) => ({ plan: p })) },
    caches: [{ plan: { name: 'C', places: ['m2:1'], volumes: [{ array: 'A', share: 1 }] } }],
  }) as unknown as JobView;

it('takes a dragged drive out of the array it was in, in one step', () => {
  const [a, b] = [plan('A', ['bay:1', 'bay:2']), plan('B', ['bay:3', 'bay:11'])];
  expect(moved(job(a, b), 'bay:2', b)).toEqual({
    edit: {
      type: 'together',
      what: 'moves 2 from A to B',
      edits: [
        expect.objectContaining({ subject: 'array:A', lists: { members: { add: [], drop: ['bay:2'] } } }),
        expect.objectContaining({ subject: 'array:B', lists: { members: { add: ['bay:2'], drop: [] } } }),
      ],
    },
  });
});

it('leaves no array without a drive, and moves nothing onto itself', () => {
  const [a, b] = [plan('A', ['bay:1']), plan('B', ['bay:3'])];
  expect(moved(job(a, b), 'bay:1', b)).toEqual({ sentence: 'A would have no drive left: give it up first.' });
  expect(moved(job(a, b), 'bay:3', b)).toBeNull();
});

it('takes a free drive, and a spare of its own, in', () => {
  const a = plan('A', ['bay:1', 'bay:2'], ['bay:4']);
  expect(moved(job(a), 'bay:4', a)).toEqual({
    edit: expect.objectContaining({
      lists: { members: { add: ['bay:4'], drop: [] }, spares: { add: [], drop: ['bay:4'] } },
    }),
  });
});

it('renames an array with what caches it, and refuses a name that is taken', () => {
  const [a, b] = [plan('A', ['bay:1', 'bay:2']), plan('B', ['bay:3'])];
  expect(renamed(job(a, b), a, 'B')).toEqual({ sentence: 'There is an array B already.' });
  const result = renamed(job(a, b), a, 'Films') as { edit: { edits: unknown[] } };
  expect(result.edit.edits).toEqual([
    { type: 'dropArray', name: 'A' },
    { type: 'makeArray', array: { ...a, name: 'Films' } },
    { type: 'planCache', cache: { name: 'C', places: ['m2:1'], volumes: [{ array: 'Films', share: 1 }] } },
  ]);
});
