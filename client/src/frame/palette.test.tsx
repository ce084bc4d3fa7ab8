import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { MemoryRouter, useLocation } from 'react-router';
import { afterEach, expect, test, vi } from 'vitest';
import type { PartView } from '../api/types';
import { useKeys } from './keys';
import { useTaker } from './partTaker';
import { Palette } from './Palette';
import { found } from './PaletteDialog';

afterEach(cleanup);

function Here({ run }: { run: () => void }) {
  useKeys([{ key: 'P', what: 'place the modules for me', run }]);
  return <p>{useLocation().pathname}</p>;
}

const client = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } });

const page = (run = vi.fn(), at = '/jobs/0101/fit', take?: (part: PartView) => void) =>
  render(
    <QueryClientProvider client={client}>
      <MemoryRouter initialEntries={[at]}>
        <Here run={run} />
        {take && <Taking take={take} />}
        <input aria-label="a field" />
        <Palette />
      </MemoryRouter>
    </QueryClientProvider>,
  );

function Taking({ take }: { take: (part: PartView) => void }) {
  useTaker(take);
  return null;
}

const part = { long: '16 GB unbuffered DDR4-3200', part: { id: 'p16', inStock: 3, priceEur: 41 } } as PartView;

const open = async () => {
  fireEvent.keyDown(window, { key: 'k', ctrlKey: true });
  return screen.findByRole('combobox');
};

test('what can be done here is found by its words, and done by Enter', async () => {
  const run = vi.fn();
  page(run);
  await userEvent.type(await open(), 'modules');
  expect(screen.getAllByRole('option').map((o) => o.textContent)).toEqual(['place the modules for meShift P']);
  await userEvent.keyboard('{Enter}');
  await vi.waitFor(() => expect(run).toHaveBeenCalledOnce());
  await vi.waitFor(() => expect(screen.queryByRole('combobox')).toBeNull());
});

test('it opens from within a field, arrows walk around, and a page is a press away', async () => {
  page();
  screen.getByLabelText('a field').focus();
  await open();
  const lit = () => screen.getByRole('option', { selected: true }).textContent;
  expect(lit()).toBe('place the modules for meShift P');
  await userEvent.keyboard('{ArrowUp}');
  expect(lit()).toBe('read the rules');
  await userEvent.keyboard('{ArrowDown}{ArrowDown}');
  expect(lit()).toBe('go to the bench');
  await userEvent.keyboard('{Enter}');
  await screen.findByText('/');
});

test('parts of the shelf are found by the same search, taken in hand in a job', async () => {
  client.setQueryData(['shelf', '4x16', { job: '0101', most: 6 }], { parts: [part] });
  const take = vi.fn();
  page(vi.fn(), '/jobs/0101/fit', take);
  await userEvent.type(await open(), '4x16');
  await screen.findByText('take 16 GB unbuffered DDR4-3200 in hand');
  screen.getByText('3 here · € 41');
  await userEvent.keyboard('{Enter}');
  await vi.waitFor(() => expect(take).toHaveBeenCalledWith(part));
});

test('and opened where no job stands; one letter finds none', async () => {
  client.setQueryData(['shelf', '4x', { job: undefined, most: 6 }], { parts: [part] });
  page(vi.fn(), '/shelf');
  const field = await open();
  await userEvent.type(field, '4');
  expect(screen.queryByText(/16 GB/)).toBeNull();
  await userEvent.type(field, 'x');
  await screen.findByText('open the sheet of 16 GB unbuffered DDR4-3200');
  await userEvent.keyboard('{Enter}');
  await screen.findByText('/shelf/p16');
});

test('what is called otherwise is not found, and Escape leaves', async () => {
  page();
  await userEvent.type(await open(), 'zebra');
  screen.getByText('Nothing here is called so.');
  await userEvent.keyboard('{Enter}{Escape}');
  await vi.waitFor(() => expect(screen.queryByRole('combobox')).toBeNull());
  screen.getByText('/jobs/0101/fit');
});

test('every word counts, and what begins with the first stands first', () => {
  const deeds = ['go to the shelf', 'shelf of the job', 'print the shelf list'].map((what) => ({ what }));
  expect(found(deeds, 'shelf').map((d) => d.what)).toEqual([
    'shelf of the job',
    'go to the shelf',
    'print the shelf list',
  ]);
  expect(found(deeds, 'shelf print').map((d) => d.what)).toEqual(['print the shelf list']);
  expect(found(deeds, ' ')).toHaveLength(3);
});
