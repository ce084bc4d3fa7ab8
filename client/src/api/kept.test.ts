import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Edit, JobView } from './types';

const edit = { type: 'setNote', about: 'machine', text: 'x' } as Edit;
const row = (key: string, number = '0101') => ({ key, number, begun: 'monday', who: 'Ines', edit });

/** The module as the next page of the same browser has it. */
const page = async () => {
  vi.resetModules();
  return import('./kept');
};

describe('what waits for an answer', () => {
  beforeEach(async () => {
    const { keptEdits, decided } = await page();
    for (const r of await keptEdits()) await decided(r.key);
  });

  it('is left behind by a page that was closed, in the order in which it was made', async () => {
    const first = await page();
    for (const key of ['c', 'a', 'b']) first.keep(row(key));
    first.keep(row('other', '0102'));
    expect((await first.leftBehind('0101', 'monday')).own).toEqual([]);
    const next = await page();
    await vi.waitFor(async () => expect(await next.keptEdits()).toHaveLength(4));
    expect((await next.leftBehind('0101', 'monday')).own.map((r) => r.key)).toEqual(['c', 'a', 'b']);
    expect((await next.leftBehind('0102', 'monday')).own.map((r) => r.key)).toEqual(['other']);
  });

  it('keeps its place in the order when it is sent again', async () => {
    const first = await page();
    first.keep({ ...row('later'), at: 2 });
    first.keep({ ...row('earlier'), at: 1 });
    const next = await page();
    await vi.waitFor(async () =>
      expect((await next.leftBehind('0101', 'monday')).own.map((r) => r.key)).toEqual(['earlier', 'later']),
    );
  });

  it('is not sent to another job of the same number, and let go', async () => {
    (await page()).keep(row('a'));
    const next = await page();
    await vi.waitFor(async () => expect(await next.keptEdits()).toHaveLength(1));
    expect(await next.leftBehind('0101', 'tuesday')).toEqual({ own: [], strange: 1 });
    expect(await next.leftBehind('0101', 'monday')).toEqual({ own: [], strange: 0 });
  });

  it('is gone once somebody has decided about it', async () => {
    const first = await page();
    first.keep(row('a'));
    await first.decided('a');
    expect(await first.keptEdits()).toEqual([]);
  });
});

describe('jobs that were seen', () => {
  it('are kept as last shown, no more than twenty', async () => {
    const { keepSeen, seenJob, storeSeen } = await page();
    const view = (number: number, lastNumber: number) => ({ number: `${1000 + number}`, lastNumber }) as JobView;
    let now = 1;
    vi.spyOn(Date, 'now').mockImplementation(() => now++);
    for (let n = 0; n < 20; n++) keepSeen(view(n, 1));
    // Only the last of what was shown is stored.
    keepSeen(view(0, 2));
    await storeSeen();
    keepSeen(view(0, 3));
    await storeSeen();
    expect((await seenJob('1000'))?.view.lastNumber).toBe(3);
    expect(await seenJob('1001')).toBeDefined();
    keepSeen(view(20, 1));
    await storeSeen();
    // The one that was looked at longest ago goes.
    expect(await seenJob('1001')).toBeUndefined();
    expect(await seenJob('1000')).toBeDefined();
    vi.restoreAllMocks();
  });
});
