import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, test, vi } from 'vitest';
import type { ToldFact, Unknown } from '../../api/types';
import { Answer } from './Answer';
import { Known } from './Known';

const apply = vi.fn();
vi.mock('../../frame/desk', () => ({ useActs: () => ({ apply }) }));

afterEach(() => {
  cleanup();
  apply.mockReset();
});

const KEEPER = 'a controller, or the board’s firmware';
const keeper = {
  path: 'array.tank.keeper',
  question: 'What keeps tank?',
  blocks: 'where it can be read',
  where: 'set-up',
  kind: 'choice',
  options: [KEEPER, 'the system’s kernel'],
  unit: null,
} as unknown as Unknown;
const types = { ...keeper, path: 'memory.types', kind: 'several', options: ['registered', 'load-reduced'] } as Unknown;
const fact = (value: string, ask: Unknown, more: Partial<ToldFact> = {}) =>
  ({ path: ask.path, name: 'It', value, by: 'by hand', ask, back: null, before: null, ...more }) as ToldFact;

test('one answer with a comma in it is one, and stands pressed', async () => {
  render(<Answer unknown={keeper} fact={fact(KEEPER, keeper)} onDone={vi.fn()} />);
  expect(screen.getByText(KEEPER).getAttribute('aria-pressed')).toBe('true');
  // What is said already is not said again.
  expect(screen.getByText('Keep').hasAttribute('disabled')).toBe(true);
  await userEvent.click(screen.getByText('the system’s kernel'));
  await userEvent.click(screen.getByText('Keep'));
  expect(apply).toHaveBeenCalledWith({ type: 'answerUnknown', path: keeper.path, value: 'the system’s kernel' });
});

test('the hand goes on in what it asked for, and in nothing else', () => {
  const text = { ...keeper, kind: 'text', options: [] } as unknown as Unknown;
  const { unmount } = render(<Answer unknown={text} onDone={vi.fn()} />);
  expect(document.activeElement).toBe(document.body);
  unmount();
  render(<Answer unknown={text} focus onDone={vi.fn()} />);
  expect(document.activeElement).toBe(screen.getByLabelText('Answer'));
  cleanup();
  render(<Answer unknown={keeper} focus onDone={vi.fn()} />);
  expect(document.activeElement).toBe(screen.getByText(KEEPER));
});

test('of several each stands pressed', () => {
  render(<Answer unknown={types} fact={fact('registered,load-reduced', types)} onDone={vi.fn()} />);
  expect(types.options.map((o) => screen.getByText(o).getAttribute('aria-pressed'))).toEqual(['true', 'true']);
});

test('what is taken back leads to what is named', async () => {
  const back = { type: 'takeBack', path: types.path } as never;
  render(
    <Answer unknown={types} fact={fact('registered', types, { back, before: 'load-reduced' })} onDone={vi.fn()} />,
  );
  await userEvent.click(screen.getByText('Take it back: load-reduced again'));
  expect(apply).toHaveBeenCalledWith(back);
});

test('known facts are read as a person reads them, with who told them; none says so', () => {
  const limit = { ...keeper, kind: 'number', unit: 'GiB' } as Unknown;
  render(
    <Known
      list={[
        fact(KEEPER, keeper, { path: 'a' }),
        fact('registered,load-reduced', types, { path: 'b', by: 'sheet' }),
        fact('128', limit, { path: 'c' }),
        fact('0', limit, { path: 'd' }),
      ]}
      chosen={null}
      onChoose={vi.fn()}
    />,
  );
  expect(screen.getAllByRole('button').map((b) => b.textContent)).toEqual([
    KEEPER,
    'registered, load-reduced',
    '128 GiB',
    'no limit',
  ]);
  screen.getByText('sheet');
  cleanup();
  render(<Known list={[]} chosen={null} onChoose={vi.fn()} />);
  screen.getByText('Nothing of the machine as a whole yet.');
});
