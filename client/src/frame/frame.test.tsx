import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it } from 'vitest';
import type { Distance, Edit, FindingView, WaysView } from '../api/types';
import { Ledge } from './Ledge';
import { plain, Saying } from './Saying';
import { Verdicts } from './Verdicts';

afterEach(() => {
  cleanup();
  localStorage.clear();
});

const TOPICS = ['memory', 'bays', 'arrays', 'cards'] as const;

describe('a sentence of the core', () => {
  it('turns places into links that choose them', async () => {
    const chosen: string[] = [];
    render(<Saying text="[[slot:A1]] and [[socket:CPU 2]] differ." onPlace={(p) => chosen.push(p)} />);
    await userEvent.click(screen.getByRole('button', { name: 'CPU 2' }));
    expect(chosen).toEqual(['socket:CPU 2']);
    expect(document.body.textContent).toBe('A1 and CPU 2 differ.');
  });

  it('is plain text where nothing can be chosen', () => {
    render(<Saying text="Reseat [[slot:B2]]." />);
    expect(screen.queryByRole('button')).toBeNull();
    expect(plain('Reseat [[slot:B2]].')).toBe('Reseat B2.');
  });
});

const finding = (code: string, severity: FindingView['severity'], places: string[] = ['slot:A1']): FindingView => ({
  code,
  severity,
  basis: 'standard',
  sentence: `${code} applies to [[slot:A1]].`,
  reason: 'Because it is so.',
  source: 'a standard',
  places,
  why: {
    lines: [{ formula: 'one', value: '1', limits: false }],
    result: { formula: 'sum', value: '1', limits: true },
    source: 'arithmetic',
  },
  asFoundToo: false,
  aside: false,
  claims: [],
  sheet: 'memory',
});

describe('the verdicts', () => {
  const ways: WaysView[] = [
    {
      code: 'X-STOP',
      places: ['slot:A1'],
      ways: [{ title: 'Leave A1 empty', effect: 'starts · 16 GiB', edit: { type: 'remove', place: 'slot:A1' } }],
    },
  ];

  it('opens the first stop with its sum and ways out, and applies a way', async () => {
    const edits: Edit[] = [];
    render(
      <Verdicts
        findings={[finding('X-STOP', 'stop'), finding('X-CARE', 'care')]}
        ways={ways}
        onPlace={() => {}}
        onEdit={(e) => edits.push(e)}
      />,
    );
    expect(screen.getByText('1 stop, 1 care')).toBeTruthy();
    expect(screen.getByText('Because it is so.')).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: /Leave A1 empty/ }));
    expect(edits).toEqual([{ type: 'remove', place: 'slot:A1' }]);
  });

  it('leaves aside what the job has nothing to do with, one press away', async () => {
    const aside = { ...finding('X-OLD', 'care'), asFoundToo: true, aside: true };
    render(<Verdicts findings={[aside]} ways={ways} onPlace={() => {}} onEdit={() => {}} />);
    expect(screen.getByText('Nothing stands in the way.')).toBeTruthy();
    expect(screen.getByText('nothing')).toBeTruthy();
    expect(screen.queryByText('X-OLD')).toBeNull();
    const more = screen.getByRole('button', { name: '1 finding about what this job has nothing to do with' });
    await userEvent.click(more);
    expect(screen.getByText('X-OLD')).toBeTruthy();
    await userEvent.click(more);
    expect(screen.queryByText('X-OLD')).toBeNull();
  });

  it('names every source of a limit about which sources differ', () => {
    const disputed: FindingView = {
      ...finding('X-STOP', 'stop'),
      claims: [
        { path: '/memory/slotLimitGiB', value: '32', word: 'maker', source: 'page 12', chosen: true },
        { path: '/memory/slotLimitGiB', value: '64', word: 'colleague', source: 'ran a year', chosen: false },
      ],
    };
    render(<Verdicts findings={[disputed]} ways={[]} onPlace={() => {}} onEdit={() => {}} />);
    expect(screen.getAllByRole('listitem').map((li) => li.textContent)).toEqual([
      '32: the maker’s sheet, page 12, believed',
      '64: a colleague, ran a year',
    ]);
  });

  it('keeps a care folded until somebody asks why', async () => {
    render(<Verdicts findings={[finding('X-CARE', 'care')]} ways={[]} onPlace={() => {}} onEdit={() => {}} />);
    expect(screen.queryByText('Because it is so.')).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Why' }));
    expect(screen.getByText('Because it is so.')).toBeTruthy();
    expect(screen.getByText(/a published standard/)).toBeTruthy();
  });

  it('merges notes and says the word beside every mark', () => {
    render(
      <Verdicts
        findings={[finding('N-1', 'note'), finding('N-2', 'note', ['slot:B1'])]}
        ways={[]}
        onPlace={() => {}}
        onEdit={() => {}}
      />,
    );
    expect(screen.getByText('Notes, 2')).toBeTruthy();
  });

  it('folds to an edge that still shows the counts', async () => {
    render(<Verdicts findings={[finding('X-STOP', 'stop')]} ways={[]} onPlace={() => {}} onEdit={() => {}} />);
    await userEvent.click(screen.getByRole('button', { name: 'Fold' }));
    expect(screen.queryByText('X-STOP')).toBeNull();
    expect(screen.getByRole('button', { name: 'Unfold: 1 stop' })).toBeTruthy();
    expect(screen.getByRole('img', { name: 'Stop' })).toBeTruthy();
  });

  it('says so when nothing stands in the way', () => {
    render(<Verdicts findings={[]} ways={[]} onPlace={() => {}} onEdit={() => {}} />);
    expect(screen.getByText('Nothing stands in the way.')).toBeTruthy();
  });
});

describe('the ledge', () => {
  const memory = (planned: number): Distance => ({
    name: 'Memory',
    unit: 'GiB',
    found: 256,
    planned,
    wish: 512,
    isLimit: false,
    atLeast: null,
  });

  it('shows what the job is about, what is wished and what a stop holds, and what is every job’s', () => {
    const plain = (name: string): Distance => ({ ...memory(256), name, wish: null });
    const all = ['Memory', 'Rate', 'Usable', 'Lanes left', 'Money'].map(plain);
    const names = () => [...document.querySelectorAll('.lc .l')].map((l) => l.firstChild?.textContent);
    const { rerender } = render(<Ledge ledge={all} stopped={[]} topics={['bays', 'arrays']} />);
    expect(names()).toEqual(['Usable', 'Lanes left', 'Money']);
    rerender(<Ledge ledge={[memory(256), ...all.slice(1)]} stopped={['Rate']} topics={['bays', 'arrays']} />);
    expect(names()).toEqual(['Memory', 'Rate', 'Usable', 'Lanes left', 'Money']);
    rerender(<Ledge ledge={all} stopped={[]} topics={['memory']} />);
    expect(names()).toEqual(['Memory', 'Rate', 'Money']);
  });

  it('says at least where the whole is not known', () => {
    render(<Ledge ledge={[{ ...memory(0), found: null, planned: null, atLeast: 64 }]} stopped={[]} topics={TOPICS} />);
    expect(document.querySelector('.lc .n')?.textContent).toBe('at least 64 GiB');
  });

  it('shows no step between two values that read the same', () => {
    const space = (planned: number): Distance => ({ ...memory(0), name: 'Usable', unit: 'TB', found: null, planned });
    const { rerender } = render(<Ledge ledge={[space(8.0008)]} stopped={[]} topics={TOPICS} />);
    rerender(<Ledge ledge={[space(8.0005)]} stopped={[]} topics={TOPICS} />);
    expect(screen.getByText('not known →')).toBeTruthy();
    rerender(<Ledge ledge={[space(9.1)]} stopped={[]} topics={TOPICS} />);
    expect(screen.getByText('8.0 →')).toBeTruthy();
  });

  it('shows the distance to the wish and the step from before the last edit', () => {
    const { rerender } = render(<Ledge ledge={[memory(256)]} stopped={[]} topics={TOPICS} />);
    expect(document.body.textContent).toContain('wish 512');
    rerender(<Ledge ledge={[memory(480)]} stopped={[]} topics={TOPICS} />);
    expect(document.body.textContent).toContain('256 → 480 GiB');
    rerender(<Ledge ledge={[memory(512)]} stopped={[]} topics={TOPICS} />);
    expect(document.body.textContent).toContain('480 → 512 GiB');
  });

  it('marks a limit that is passed', () => {
    render(
      <Ledge
        ledge={[{ name: 'Money', unit: 'EUR', found: 0, planned: 2760, wish: 2000, isLimit: true, atLeast: null }]}
        stopped={[]}
        topics={TOPICS}
      />,
    );
    expect(document.querySelector('.lc.held')?.textContent).toContain('limit € 2 000');
  });

  it('says up to where only the most is known', () => {
    render(
      <Ledge
        ledge={[{ ...memory(0), name: 'Rate', unit: 'MT/s', found: null, planned: null, atMost: 2666 }]}
        stopped={[]}
        topics={TOPICS}
      />,
    );
    expect(document.querySelector('.lc .n')?.textContent).toBe('up to 2 666 MT/s');
  });

  it('does not call parts without a price free, and marks a limit that the others pass', () => {
    const money = { name: 'Money', unit: 'EUR', found: 0, planned: null, wish: 2000, isLimit: true };
    const { rerender } = render(<Ledge ledge={[{ ...money, atLeast: null }]} stopped={[]} topics={TOPICS} />);
    expect(document.querySelector('.lc .n')?.textContent).toBe('not known');
    rerender(<Ledge ledge={[{ ...money, atLeast: 2760 }]} stopped={[]} topics={TOPICS} />);
    expect(document.querySelector('.lc.held .n')?.textContent).toBe('at least € 2 760');
  });
});
