import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { afterEach, expect, test, vi } from 'vitest';
import type { JobView } from '../../api/types';
import { MemoryWays, wantsMemory } from './MemoryWays';

const [apply, say] = [vi.fn(), vi.fn()];
vi.mock('../../frame/desk', () => ({ useActs: () => ({ apply, say }) }));
afterEach(() => {
  cleanup();
  vi.clearAllMocks();
});

const job = (more: object = {}, planned: number | null = 32) =>
  ({
    number: '0101',
    lastNumber: 3,
    policy: 'field-proven',
    sheet: { channels: [{}] },
    aim: { memoryGiB: 64, ...more },
    ledge: [{ name: 'Memory', found: 32, planned }],
  }) as unknown as JobView;

const answer = (name: string, eur: number, thrown: number) => ({
  name,
  what: '',
  eur,
  thrown,
  moved: 0,
  bought: eur === 0 ? [] : [{ partId: 'm', part: '16 GB registered', count: 2, eur, liesIn: null }],
  side: { score: { miB: 65536 }, figures: { rate: { words: '2666 MT/s' } } },
  edit: { type: 'arrange', what: name },
});

function shown(of: JobView, answers: object[]) {
  const client = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
  client.setQueryData(['buying', of.number, of.lastNumber, of.aim.memoryGiB, 0], { answers, without: [] });
  return render(
    <MemoryRouter>
      <QueryClientProvider client={client}>
        <MemoryWays job={of} />
      </QueryClientProvider>
    </MemoryRouter>,
  );
}

test('ideas are wanted until the plan holds the wish, and where nobody knows whether it does', () => {
  expect([job({}, 63), job({}, 64), job({}, null), job({ memoryGiB: null })].map(wantsMemory)).toEqual([
    true,
    false,
    true,
    false,
  ]);
  expect(wantsMemory({ ...job(), sheet: { channels: [] } } as unknown as JobView)).toBe(false);
});

test('each idea says what is bought, what it comes to, what is left over, and goes into the plan', () => {
  shown(job({ moneyLimitEur: 100 }), [answer('Keep all', 68, 0), answer('Fewest', 140, 2)]);
  const [kept, fewest] = screen.getAllByRole('listitem');
  expect(kept!.textContent).toContain('2 × 16 GB registered64 GiB · 2666 MT/s€ 68');
  expect(fewest!.textContent).toContain('2 modules left over · over the money wished');
  fireEvent.click(screen.getByRole('button', { name: 'Take “Keep all” into the plan' }));
  expect(apply).toHaveBeenCalledWith({ type: 'arrange', what: 'Keep all' });
});

test('where there is none it says why', () => {
  const { unmount } = shown(job(), []);
  expect(screen.getByText(/^None: machine and shelf/).textContent).toContain('under the policy Field-proven.');
  expect(screen.getByRole('link', { name: 'put a module on the shelf' }).getAttribute('href')).toBe('/shelf/new');
  unmount();
  shown(job({ alone: ['memory'] }), [answer('Keep all', 68, 0)]);
  expect(screen.getByText('No idea for memory: it is left alone.')).toBeTruthy();
  expect(screen.queryByRole('listitem')).toBeNull();
});
