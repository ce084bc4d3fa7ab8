import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, test, vi } from 'vitest';
import type { AimPicture } from '../../api/types';
import { Clashes } from './Clashes';

afterEach(cleanup);

test('wishes that contradict each other are said, and either gives way by a press', async () => {
  const onWish = vi.fn();
  const clash = {
    first: 'usableTB',
    second: 'failures',
    words: '150 TB and 3 failures to survive do not go together.',
    ways: [
      { wish: 'usableTB', value: 15.9 },
      { wish: 'failures', value: 2 },
    ],
  };
  render(<Clashes picture={{ clashes: [clash] } as AimPicture} onWish={onWish} />);
  screen.getByText(/150 TB and 3 failures/);
  await userEvent.click(screen.getByText('Wish 15.9 TB'));
  await userEvent.click(screen.getByText('Wish 2 drives'));
  expect(onWish.mock.calls).toEqual([
    ['usableTB', 15.9],
    ['failures', 2],
  ]);
});

test('nothing is said while nobody knows', () => {
  const { container } = render(<Clashes picture={undefined} onWish={vi.fn()} />);
  expect(container.textContent).toBe('');
});
