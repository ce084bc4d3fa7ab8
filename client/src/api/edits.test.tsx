import 'fake-indexeddb/auto';
import './addresses.testing';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { renderHook, waitFor } from '@testing-library/react';
import { createStore, set } from 'idb-keyval';
import { afterEach, expect, it, vi } from 'vitest';
import { useEdits } from './edits';
import { jobKey } from './hooks';
import { keepSeen, keptEdits, storeSeen, type KeptEdit } from './kept';
import type { Edit, JobView } from './types';

const tick = (key: string) => ({ type: 'setTick', key, done: true, wording: '' }) as Edit;
const view = { number: '0101', begunAt: 'monday', lastNumber: 4, ticks: {} } as unknown as JobView;

afterEach(() => vi.unstubAllGlobals());

it('shows every change that an earlier page left behind', async () => {
  const store = createStore('irvak-edits', 'edits');
  for (const [at, key] of ['a', 'b', 'c'].entries())
    await set(
      key,
      { key, number: '0101', begun: 'monday', who: 'Ines', edit: tick(key), at } satisfies KeptEdit,
      store,
    );
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')));
  const client = new QueryClient();
  client.setQueryData(jobKey('0101'), view);
  keepSeen(view);
  await storeSeen();
  renderHook(() => useEdits('0101', () => undefined), {
    wrapper: ({ children }) => <QueryClientProvider client={client}>{children}</QueryClientProvider>,
  });
  await waitFor(() =>
    expect(Object.keys(client.getQueryData<JobView>(jobKey('0101'))!.ticks)).toEqual(['a', 'b', 'c']),
  );
  // The host is back and decides about each: nothing waits any more.
  vi.stubGlobal('fetch', () => Promise.resolve(Response.json({ type: '/x', title: 'No' }, { status: 422 })));
  await waitFor(() => expect(client.isMutating()).toBe(0), { timeout: 5000 });
  expect(await keptEdits()).toEqual([]);
});
