import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import type { KnownMachines, LineView } from '../api/types';
import { NO_ANSWERS, isEnough, told } from './AnswersForm';
import { EMPTY, isEmpty, keepDraft, keptDraft } from './draft';
import { meant } from './BeginJob';
import { FindMachine } from './FindMachine';
import { marked } from './LineField';

afterEach(cleanup);

const read = (spans: [number, number][], named: [number, number] | null = null) =>
  ({
    line: { understood: spans.map(([start, length]) => ({ start, length })) },
    named: named && { start: named[0], length: named[1] },
  }) as unknown as LineView;

test('words that mean something are marked where they stand, and those of an older line nowhere', () => {
  expect(marked('two 16 gb modules at mewstone', read([[0, 17]], [21, 8]))).toEqual([
    ['two 16 gb modules', true],
    [' at ', false],
    ['mewstone', true],
  ]);
  expect(marked('two', read([[0, 17]]))).toEqual([['two', false]]);
  expect(marked('', undefined)).toEqual([]);
  // Two that overlap are marked once.
  expect(marked('abcdef', read([[0, 4]], [2, 3]))).toEqual([
    ['abcd', true],
    ['ef', false],
  ]);
});

test('a draft is kept as it was left, and a broken one is an empty one', () => {
  expect(isEmpty(EMPTY)).toBe(true);
  expect(isEmpty({ ...EMPTY, way: 'like' })).toBe(true);
  keepDraft({ ...EMPTY, line: 'm', purposes: ['memory'] });
  expect(keptDraft()).toEqual({ ...EMPTY, line: 'm', purposes: ['memory'] });
  expect(isEmpty(keptDraft())).toBe(false);
  localStorage.setItem('irvak.begin.draft', '{');
  expect(keptDraft()).toEqual(EMPTY);
});

test('a name and places of one kind are enough to begin with', () => {
  const named = { ...NO_ANSWERS, name: 'Box' };
  expect(isEnough(null)).toBe(false);
  expect(isEnough(named)).toBe(false);
  expect(isEnough({ ...NO_ANSWERS, bays: 8 })).toBe(false);
  for (const more of [{ channels: '2 2' }, { bays: 8 }, { slots: '16 8' }, { m2: 1 }])
    expect(isEnough({ ...named, ...more })).toBe(true);
});

const HITS = {
  known: [
    {
      job: '0063',
      title: 'Mewstone, file share',
      begunAt: '2025-11-20T10:00:00Z',
      begunBy: 'Ines',
      name: 'Sollewyn Sound 8',
      serial: 'SS08-7710',
      hostName: null,
    },
  ],
  sheets: [{ id: 'sollewyn-sound-8', name: 'Sollewyn Sound 8', has: '2 memory slots, 8 bays' }],
  others: 20,
} as KnownMachines;

test('known machines stand before sheets, arrows walk through them, and Enter in the field takes the first', () => {
  const onChoose = vi.fn();
  render(<FindMachine words="sou" hits={HITS} like={false} chosen={null} onWords={vi.fn()} onChoose={onChoose} />);
  screen.getByText('2 found, 20 others');
  screen.getByText('Sollewyn Sound 8, another one');
  const field = screen.getByLabelText('Find the machine');
  field.focus();
  fireEvent.keyDown(field, { key: 'ArrowDown' });
  fireEvent.keyDown(document.activeElement!, { key: 'ArrowDown' });
  expect(document.activeElement!.textContent).toContain('another one');
  fireEvent.keyDown(document.activeElement!, { key: 'ArrowUp' });
  expect(document.activeElement!.textContent).toContain('known from job 0063');
  fireEvent.keyDown(field, { key: 'Enter' });
  expect(onChoose).toHaveBeenCalledWith({ job: '0063', name: 'Sollewyn Sound 8' });
});

test('like a job, sheets are none of the answers', () => {
  render(<FindMachine words="sou" hits={HITS} like chosen={null} onWords={vi.fn()} onChoose={vi.fn()} />);
  screen.getByText('1 found');
  screen.getByText(/as in job 0063/);
  expect(screen.queryByText(/another one/)).toBeNull();
});

test('nothing found says what else there is', () => {
  const none = { known: [], sheets: [], others: 22 };
  render(<FindMachine words="xyz" hits={none} like={false} chosen={null} onWords={vi.fn()} onChoose={vi.fn()} />);
  screen.getByText(/No machine of that name: paste what it says of itself/);
});

test('where nothing was typed no name is called unknown', () => {
  const shown = (others: number, like = false) => {
    const none = { known: [], sheets: [], others };
    const { container, unmount } = render(
      <FindMachine words="" hits={none} like={like} chosen={null} onWords={vi.fn()} onChoose={vi.fn()} />,
    );
    const said = container.textContent;
    unmount();
    return said;
  };
  expect(shown(9)).toMatch(/^9 knownType three letters of its name, place or serial\./);
  expect(shown(0)).toMatch(/^No machine is known yet: paste/);
  expect(shown(9, true)).toBe('Type three letters of its number or name.');
});

test('what is sent is what the line means now: title, purposes, and the only machine that it can mean', () => {
  const line = (title: string, machines: Partial<KnownMachines>) =>
    ({
      line: { title, purposes: ['memory'] },
      machines: { known: [], sheets: [], ...machines },
    }) as unknown as LineView;
  const draft = { ...EMPTY, line: 'x' };
  const only = line('Sound 8: more memory', { sheets: HITS.sheets });
  expect(meant(draft, only, null)).toMatchObject({
    title: 'Sound 8: more memory',
    body: { sheetId: 'sollewyn-sound-8', from: null, purposes: ['memory'] },
  });
  // Of two nobody is chosen; what a person chose or wrote stands.
  expect(meant(draft, line('S', HITS), null).body).toMatchObject({ sheetId: null, from: null });
  const chosen = { ...draft, title: 'Mine', purposes: [], chosen: { job: '0063', name: 'Sound 8' } };
  expect(meant(chosen, line('S', HITS), null)).toMatchObject({
    title: 'Mine',
    body: { from: { number: '0063', same: true }, purposes: [] },
  });
  // But not once the line names others; and of a job like it a sheet is none.
  expect(meant(chosen, only, null).body).toMatchObject({ sheetId: 'sollewyn-sound-8', from: null });
  expect(meant({ ...draft, way: 'like' }, only, null).body).toMatchObject({ sheetId: null, from: null });
  // A job's machine is another one of its kind unless somebody says that it is this very one.
  const alike = { ...chosen, way: 'like' as const };
  expect(meant(alike, line('S', HITS), null).body.from).toEqual({ number: '0063', same: false });
  expect(meant({ ...alike, same: true }, line('S', HITS), null).body.from).toEqual({ number: '0063', same: true });
  // A quick sum goes along with whichever machine is chosen.
  const carry = { sockets: 0 } as never;
  expect(meant(chosen, line('S', HITS), carry).body.carry).toBe(carry);
  expect(meant(draft, undefined, carry).body.carry).toBeNull();
});

test('a nought is an answer, to be refused where it stands; nothing typed is none', () => {
  expect(['0', '00', '8', '2 666', 'a', ''].map(told)).toEqual([0, 0, 8, 2666, null, null]);
  expect(isEnough({ ...NO_ANSWERS, name: 'Box', bays: 0 })).toBe(true);
  expect(isEnough({ ...NO_ANSWERS, name: 'Box', m2: 0 })).toBe(true);
  expect(isEnough({ ...NO_ANSWERS, name: 'Box' })).toBe(false);
});
