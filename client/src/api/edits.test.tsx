import 'fake-indexeddb/auto';
import './addresses.testing';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import { createStore, set } from 'idb-keyval';
import type { ReactNode } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { useEdits } from './edits';
import { jobKey, useJob } from './hooks';
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

describe('changes that wait for their answers', () => {
  const part = { module: {}, source: 'shelf' };
  const fit = (place: string) => ({ type: 'fit', place, unit: part }) as unknown as Edit;
  const job = {
    number: '0102',
    begunAt: 'monday',
    lastNumber: 4,
    found: {},
    planned: {},
    changes: [],
    ticks: {},
  } as unknown as JobView;
  const shown = (client: QueryClient) => client.getQueryData<JobView>(jobKey('0102'))!;

  /** A page with the job open, and the answers of its host, which come when they are called. */
  const page = (open = false) => {
    const answers: ((answer: Response) => void)[] = [];
    vi.stubGlobal('fetch', () => new Promise<Response>((come) => answers.push(come)));
    localStorage.setItem('irvak.person', 'Ines');
    const client = new QueryClient();
    client.setQueryData(jobKey('0102'), job);
    const refused: string[] = [];
    const wrapper = ({ children }: { children: ReactNode }) => (
      <QueryClientProvider client={client}>{children}</QueryClientProvider>
    );
    if (open) renderHook(() => useJob('0102'), { wrapper });
    const { result } = renderHook(() => useEdits('0102', (refusal) => refused.push(refusal.message)), { wrapper });
    return { answers, client, refused, result };
  };

  it('stay on top of the answer to an earlier one, and are waited for until all are there', async () => {
    const { answers, client, result } = page();
    expect(result.current.pending).toBe(false);
    act(() => {
      result.current.apply(fit('slot:A1'));
      result.current.apply(fit('slot:B1'));
    });
    expect(Object.keys(shown(client).planned)).toEqual(['slot:A1', 'slot:B1']);
    expect(result.current.pending).toBe(true);
    await waitFor(() => expect(answers).toHaveLength(1));
    answers[0]!(Response.json({ ...job, lastNumber: 5, planned: { 'slot:A1': part } }));
    await waitFor(() => expect(shown(client).lastNumber).toBe(5));
    expect(Object.keys(shown(client).planned)).toEqual(['slot:A1', 'slot:B1']);
    expect(result.current.pending).toBe(true);
    await waitFor(() => expect(answers).toHaveLength(2));
    answers[1]!(Response.json({ ...job, lastNumber: 6, planned: { 'slot:A1': part, 'slot:B1': part } }));
    await waitFor(() => expect(result.current.pending).toBe(false));
    expect(shown(client).lastNumber).toBe(6);
  });

  it('are taken back when they are refused, and the refusal is told', async () => {
    const { answers, client, refused, result } = page(true);
    await waitFor(() => expect(answers).toHaveLength(1));
    answers.pop()!(Response.json(job));
    await waitFor(() => expect(client.isFetching()).toBe(0));
    act(() => result.current.apply(fit('slot:A1')));
    expect(Object.keys(shown(client).planned)).toEqual(['slot:A1']);
    await waitFor(() => expect(answers).toHaveLength(1));
    answers[0]!(Response.json({ type: '/x', title: 'No', detail: 'It does not fit.' }, { status: 422 }));
    // Until it is known what is without it, the numbers are those from before.
    await waitFor(() => expect(answers).toHaveLength(2));
    expect(result.current.pending).toBe(true);
    expect(refused).toEqual([]);
    answers[1]!(Response.json({ ...job, lastNumber: 5 }));
    await waitFor(() => expect(refused).toEqual(['It does not fit.']));
    expect(shown(client).planned).toEqual({});
    expect(result.current.pending).toBe(false);
  });
});
