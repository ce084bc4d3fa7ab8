import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it } from 'vitest';
import type { ArrayFigures, ArrayPlan, LevelColumn } from '../../../api/types';
import { ArrayForm } from './ArrayForm';
import { Endures } from '../../../drawings/Endures';
import { Levels } from '../../../drawings/Levels';
import { Staircase } from '../../../drawings/Staircase';

afterEach(cleanup);

const TB = 1e12;

const plan: ArrayPlan = {
  name: 'M',
  level: 'parity-1',
  members: ['bay:1', 'bay:2', 'bay:3', 'bay:4'],
  host: 'kernel',
  groups: 1,
  use: 'files',
  scratch: false,
  backedUp: false,
  sparesForAll: false,
};

const column = (level: LevelColumn['level'], words: string, usable: number, isThis = false): LevelColumn => ({
  level,
  groups: 1,
  words,
  code: null,
  isThis,
  usable,
  surely: 1,
  atBest: 1,
  survived: [1, 0, 0],
  requests: 100,
  loss: 0.012,
});

const array = {
  plan,
  words: 'Single parity',
  code: 'level 5',
  why: null,
  capacity: {
    steps: [
      { key: 'raw', name: '4 drives', because: 'as the drives count', bytes: 16 * TB, left: 16 * TB },
      { key: 'redundancy', name: 'redundancy', because: 'one drive’s worth', bytes: 4 * TB, left: 12 * TB },
    ],
    raw: 16 * TB,
    usable: 12 * TB,
    unusedBytes: 0,
  },
  surely: 1,
  atBest: 1,
  survival: [
    { failures: 1, survived: 4, cases: 4, share: 1 },
    { failures: 2, survived: 0, cases: 6, share: 0 },
  ],
  rebuild: { mBs: 94, hours: 11.9, furtherFailure: 0.000061, unreadable: 0.62, readBytes: 12 * TB },
  loss: { array: 0.001, sectors: 0.169, error: 0 },
  terms: { startsHours: 72, rebuildShare: 0.5, spareDays: 30, spareTarget: 0.95 },
  initialiseHours: 5.9,
  others: [column('parity-1', 'Single parity', 12 * TB, true), column('pairs', 'Mirrored pairs', 8 * TB)],
} as unknown as ArrayFigures;

describe('the staircase', () => {
  it('is spoken as one sentence and says the same bytes twice', () => {
    render(<Staircase array={array} />);
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe(
      '16.0 TB of drives make 12.0 TB, shown as 10.91 TiB',
    );
    expect(document.body.textContent).toContain('− 4.0 TB');
  });

  it('draws what is taken away to the same scale as what is left', () => {
    render(<Staircase array={array} />);
    const last = [...document.querySelectorAll('.stair')].at(-1)!;
    const heights = [...last.querySelectorAll('rect')].map((r) => Number(r.getAttribute('height')));
    // Twelve of sixteen: three quarters of a step of 100.
    expect(heights).toEqual([75]);
  });
});

describe('what it survives', () => {
  it('says always and never, and the chance that counts', () => {
    render(<Endures array={array} />);
    const rows = screen.getAllByRole('row').map((r) => r.textContent);
    expect(rows.some((r) => r?.includes('4 of 4') && r.includes('always'))).toBe(true);
    expect(rows.some((r) => r?.includes('0 of 6') && r.includes('never'))).toBe(true);
    expect(screen.getByText('Array or sectors lost within 5 years').closest('tr')!.textContent).toContain('17 %');
    expect(document.body.textContent).toContain('starts after 72 h, no spare');
  });

  it('has no rebuild where there is nothing to rebuild from', () => {
    render(<Endures array={{ ...array, rebuild: undefined, loss: { array: 0.068, sectors: 0, error: 0 } }} />);
    expect(document.body.textContent).toContain('one failed drive loses all of it. Within 5 years: 6.8 %');
  });
});

describe('the levels side by side', () => {
  it('marks the planned one and takes another by a press', async () => {
    const taken: string[] = [];
    render(<Levels array={array} onTake={(c) => taken.push(c.level)} />);
    const heads = screen.getAllByRole('columnheader');
    expect(within(heads[1]!).queryByRole('button')).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Mirrored pairs' }));
    expect(taken).toEqual(['pairs']);
  });

  it('is silent about a single possibility', () => {
    render(<Levels array={{ ...array, others: [array.others![0]!] }} />);
    expect(document.querySelector('table')).toBeNull();
  });
});

describe('the form', () => {
  it('counts at once and drops groups that the level does not have', async () => {
    const made: ArrayPlan[] = [];
    render(<ArrayForm plan={{ ...plan, groups: 2 }} onChange={(p) => made.push(p)} />);
    await userEvent.selectOptions(screen.getByLabelText('Level'), 'pairs');
    expect(made[0]).toMatchObject({ level: 'pairs', groups: 1 });
    await userEvent.selectOptions(screen.getByLabelText('Strip'), '256 KiB');
    expect(made[1]).toMatchObject({ stripKiB: 256, groups: 2 });
  });
});
