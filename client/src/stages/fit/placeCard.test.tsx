import '../../api/addresses.testing';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { afterEach, expect, it, vi } from 'vitest';
import type { JobView } from '../../api/types';
import { OnDesk, type Hand } from '../../frame/desk';
import { PlaceCard } from './PlaceCard';

afterEach(() => vi.unstubAllGlobals());

const part = (id: string) => ({ part: { id, inStock: 1 }, kind: 'module', short: id, long: id, homes: ['slot'] });

it('puts in the first part of what was typed, not of what was listed before', async () => {
  vi.stubGlobal('fetch', (asked: Request) => {
    const words = new URL(asked.url).searchParams.get('q');
    return Promise.resolve(Response.json({ parts: [part(words ? `of ${words}` : 'usual')], total: 1 }));
  });
  const put: Hand[] = [];
  const job = {
    number: '0101',
    planned: {},
    changes: [],
    foundEmpty: [],
    sheet: {},
    memory: { ladder: [{ slot: 'A1' }] },
  } as unknown as JobView;
  const nothing = () => {};
  render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter>
        <OnDesk
          desk={{
            job,
            apply: nothing,
            pending: false,
            selected: null,
            select: nothing,
            hand: null,
            take: nothing,
            say: nothing,
          }}
        >
          <PlaceCard start="" place="slot:A1" onPick={nothing} onClear={nothing} onPut={(hand) => put.push(hand)} />
        </OnDesk>
      </MemoryRouter>
    </QueryClientProvider>,
  );
  await screen.findByText('usual');
  const field = screen.getByLabelText('From the shelf');
  fireEvent.change(field, { target: { value: '64 reg' } });
  fireEvent.keyDown(field, { key: 'Enter' });
  await waitFor(() => expect(put.map((h) => h.unit.shelfPartId)).toEqual(['of 64 reg']));
});
