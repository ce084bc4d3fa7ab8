import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { OnDesk, type Desk } from '../../frame/desk';
import { Touch } from './Touch';

const apply = vi.fn();
const desk = { job: { aim: { alone: ['memory'] } }, apply, pending: true } as unknown as Desk;

afterEach(cleanup);

test('a press goes on from the one a moment ago, be it drawn or not', () => {
  const part = (name: string) => ({ part: name, words: name });
  render(
    <OnDesk desk={desk}>
      <Touch parts={['memory', 'cards', 'm2'].map(part) as never} />
    </OnDesk>,
  );
  fireEvent.click(screen.getByText('cards'));
  fireEvent.click(screen.getByText('m2'));
  fireEvent.click(screen.getByText('memory'));
  expect(apply.mock.calls.map(([e]) => (e as { parts: string[] }).parts)).toEqual([
    ['memory', 'cards'],
    ['memory', 'cards', 'm2'],
    ['cards', 'm2'],
  ]);
});
