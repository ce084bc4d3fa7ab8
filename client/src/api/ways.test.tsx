import './addresses.testing';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { JobView, WaysView } from './types';
import { useWays, withOlder } from './ways';

const way = (code: string, place: string, ...titles: string[]): WaysView => ({
  code,
  places: [place],
  ways: titles.map((title) => ({ title, effect: '', edit: { type: 'remove', place } })),
});

describe('ways of the state before', () => {
  it('stand until their finding was looked at again', () => {
    const older = [way('A', 'slot:1', 'old'), way('B', 'slot:2', 'old'), way('A', 'slot:3', 'old')];
    expect(withOlder([way('A', 'slot:1', 'new')], older)).toEqual([way('A', 'slot:1', 'new'), older[1], older[2]]);
    // Looked at, and none: the old one is none either.
    expect(withOlder([way('B', 'slot:2')], older)).toEqual([older[0], older[2]]);
    expect(withOlder([], [])).toEqual([]);
  });
});

describe('the search', () => {
  afterEach(() => vi.unstubAllGlobals());

  it('shows each finding’s ways as they come, and at the end nothing of the state before', async () => {
    const streams: ReadableStreamDefaultController<Uint8Array>[] = [];
    vi.stubGlobal('fetch', () =>
      Promise.resolve(
        new Response(new ReadableStream<Uint8Array>({ start: (to) => void streams.push(to) }), {
          headers: { 'content-type': 'application/x-ndjson' },
        }),
      ),
    );
    const send = (at: number, ...values: WaysView[]) =>
      act(async () => {
        await waitFor(() => expect(streams.length).toBeGreaterThan(at));
        streams[at]?.enqueue(new TextEncoder().encode(values.map((v) => JSON.stringify(v) + '\n').join('')));
      });
    const client = new QueryClient();
    const wrapper = ({ children }: { children: ReactNode }) => (
      <QueryClientProvider client={client}>{children}</QueryClientProvider>
    );
    const { result, rerender } = renderHook(
      ({ last }) =>
        useWays({ number: '0103', lastNumber: last } as JobView).data?.map((w) => w.code + (w.ways[0]?.title ?? '')),
      { wrapper, initialProps: { last: 7 } },
    );
    await send(0, way('A', 'slot:1', 'one'));
    await waitFor(() => expect(result.current).toEqual(['Aone']));
    await send(0, way('B', 'slot:2', 'one'), way('C', 'slot:3'));
    await waitFor(() => expect(result.current).toEqual(['Aone', 'Bone']));
    act(() => streams[0]?.close());
    await waitFor(() => expect(client.isFetching()).toBe(0));
    expect(result.current).toEqual(['Aone', 'Bone']);

    rerender({ last: 8 });
    expect(result.current).toEqual(['Aone', 'Bone']);
    await send(1, way('A', 'slot:1', 'two'));
    await waitFor(() => expect(result.current).toEqual(['Atwo', 'Bone']));
    act(() => streams[1]?.close());
    await waitFor(() => expect(result.current).toEqual(['Atwo']));
  });
});
