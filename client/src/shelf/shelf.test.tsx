import '../api/addresses.testing';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { afterEach, expect, it, vi } from 'vitest';
import Shelf from './Shelf';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = () => {
  const answers: ((found: { parts: unknown[]; total: number }) => void)[] = [];
  vi.stubGlobal('fetch', () => new Promise<Response>((come) => answers.push((found) => come(Response.json(found)))));
  render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter>
        <Shelf />
      </MemoryRouter>
    </QueryClientProvider>,
  );
  return answers;
};

it('a shelf that has not answered yet is not an empty one', async () => {
  const answers = open();
  expect(screen.getByText('Looking on the shelf …')).toBeTruthy();
  expect(screen.queryByText(/empty/)).toBeNull();
  expect(screen.queryByText(/0 parts/)).toBeNull();
  await waitFor(() => expect(answers).toHaveLength(1));
  answers[0]!({ parts: [], total: 0 });
  await screen.findByText(/The shelf is empty/);
  expect(screen.queryByText('Looking on the shelf …')).toBeNull();
});

it('counts what it does not show', async () => {
  const answers = open();
  await waitFor(() => expect(answers).toHaveLength(1));
  const part = { id: 'a', inStock: 2 };
  answers[0]!({ parts: [{ part, kind: 'module', short: '', long: '32 GB', homes: [] }], total: 21630 });
  await screen.findByText('The first 1 of 21 630; type more to narrow it down.');
});

it('says that it does not answer, not that it is looking for ever', async () => {
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('away')));
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MemoryRouter>
        <Shelf />
      </MemoryRouter>
    </QueryClientProvider>,
  );
  await screen.findByText('The shelf does not answer now.');
  expect(screen.queryByText('Looking on the shelf …')).toBeNull();
  expect(screen.queryByText(/empty/)).toBeNull();
});
