import './addresses.testing';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { delta, jobOf, shared } from './answers';

const answer = (headers: Record<string, string>, data: unknown) => ({
  data,
  response: new Response(null, { headers }),
});
const patch = (tag: string, base: string, ops: unknown) =>
  answer({ ETag: `"${tag}"`, IM: 'json-patch', 'Delta-Base': `"${base}"` }, ops);

describe('answers that tell what changed', () => {
  const fetched = vi.fn();
  beforeEach(() => {
    fetched.mockReset();
    fetched.mockImplementation(() =>
      Promise.resolve(
        new Response(JSON.stringify({ title: 'whole' }), {
          headers: { ETag: '"w"', 'Content-Type': 'application/json' },
        }),
      ),
    );
    vi.stubGlobal('fetch', fetched);
  });
  afterEach(() => vi.unstubAllGlobals());

  it('start from the answer that the host names, and the next request names the newest', async () => {
    expect(delta('a')).toEqual({});
    await jobOf('a', answer({ ETag: 'W/"1"' }, { title: 'x', aim: {} }));
    expect(delta('a')).toEqual({ 'A-IM': 'json-patch', 'Delta-Base': '"1"' });
    await jobOf('a', patch('2', '1', [{ op: 'replace', path: '/title', value: 'y' }]));
    // A second answer that was on its way from the first is still understood.
    const late = await jobOf('a', patch('3', '1', [{ op: 'replace', path: '/title', value: 'z' }]));
    expect(late).toEqual({ title: 'z', aim: {} });
    expect(delta('a')['Delta-Base']).toBe('"3"');
    expect(fetched).not.toHaveBeenCalled();
  });

  it('are given up for the whole where they start from something unknown, or can’t be applied', async () => {
    expect(await jobOf('b', patch('2', 'gone', []))).toEqual({ title: 'whole' });
    expect(await jobOf('b', patch('3', 'w', [{ op: 'remove', path: '/none' }]))).toEqual({ title: 'whole' });
    expect(fetched).toHaveBeenCalledTimes(2);
    // The whole is asked for without a word of what is held.
    expect((fetched.mock.calls[0]![0] as Request).headers.get('A-IM')).toBeNull();
  });

  it('keep the jobs that were open last, not all', async () => {
    for (let n = 0; n < 12; n++) await jobOf(`c${n}`, answer({ ETag: `"${n}"` }, {}));
    expect(delta('c0')).toEqual({});
    expect(delta('c4')['Delta-Base']).toBe('"4"');
    expect(delta('c11')['Delta-Base']).toBe('"11"');
  });
});

describe('what is shown next', () => {
  const before = { found: { 'slot:A1': { short: '16 GB' } }, aim: { memoryGiB: 64 }, title: 'x' };

  it('keeps the parts of before where a whole answer says the same', () => {
    const next = shared(before, { ...structuredClone(before), title: 'y' }) as typeof before;
    expect(next).toEqual({ ...before, title: 'y' });
    expect(next.aim).toBe(before.aim);
    expect(next.found).toBe(before.found);
  });

  it('is the change itself where it shares with before', () => {
    const next = { ...before, aim: { memoryGiB: 128 } };
    expect(shared(before, next)).toBe(next);
    expect(shared(undefined, next)).toBe(next);
  });
});
