import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import type { AimPicture, JobView, SpaceIdea, VolumeFigures } from '../../api/types';
import { CellNumber } from './CellNumber';
import { levels, lasts, SpaceYears } from './SpaceYears';
import { Strip } from './Strip';
import { beyond, read, Wish } from './Wish';
import { chance, figure, WISHES } from './wishRows';

afterEach(cleanup);

const row = (wish: string) => WISHES.find((w) => w.wish === wish)!;
const idea = (letter: string, reads: number, under = ['field-proven']) =>
  ({
    letter,
    name: `idea ${letter}`,
    usableTB: 10,
    under,
    ledge: [{ name: 'Reads at best', planned: reads }],
    volumes: [{ volume: 'T', fullInYears: 2 }],
  }) as unknown as SpaceIdea;
const picture = (reach: AimPicture['reach'], ...ideas: SpaceIdea[]) => ({ reach, ideas }) as unknown as AimPicture;
const reads = (value: number, by = 'a') => [{ wish: 'readMBs', value, by }] as AimPicture['reach'];

test('a typed number is read with comma, point and gaps, and what is none is none', () => {
  expect(['5 500', '0,5', '12.5', '0', ''].map(read)).toEqual([5500, 0.5, 12.5, 0, null]);
  expect(['x', '-1', '1e400', '1 x'].map(read)).toEqual([null, null, null, null]);
});

test('a wish is out of reach only past what plan and ideas reach, and nothing is said where nobody knows', () => {
  const p = picture(reads(490), idea('a', 490), idea('b', 450));
  expect(beyond(p, row('readMBs'), 490, 118)).toBeNull();
  expect(beyond(p, row('readMBs'), 491, 118)).toEqual({ words: 'Reached: 490 with a, 450 with b.', best: 490 });
  expect(beyond(p, row('readMBs'), 491, 600)).toBeNull();
  expect(beyond(p, row('readMBs'), 700, 600)).toEqual({ words: 'Reached: 600 with the plan.', best: 600 });
  expect(beyond(p, row('usableTB'), 1e6, null)).toBeNull();
  expect(beyond(undefined, row('readMBs'), 1e6, null)).toBeNull();
  // What no shown idea reaches is named with what does.
  expect(beyond(picture(reads(900, '12 × 16 TB'), idea('a', 490)), row('readMBs'), 1000, null)?.words).toBe(
    'Reached: 490 with a, 900 with 12 × 16 TB.',
  );
});

test('of a limit what stays below is reached', () => {
  const p = picture([{ wish: 'lossPercent', value: 0.14, by: 'a' }] as AimPicture['reach']);
  expect(beyond(p, row('lossPercent'), 0.14, null)).toBeNull();
  expect(beyond(p, row('lossPercent'), 0.13, null)?.best).toBe(0.14);
});

const JOB = {
  aim: {},
  changes: [],
  ledge: [{ name: 'Reads at best', found: 118, planned: 118 }],
  topics: [],
} as unknown as JobView;

test('while it is typed the field says what is out of reach, and the wish that is reached is one press', () => {
  const [onKeep, onType, onTouchAll] = [vi.fn(), vi.fn(), vi.fn()];
  render(
    <Wish
      job={JOB}
      row={row('readMBs')}
      value={null}
      picture={picture(reads(490.7), idea('a', 490.7))}
      onType={onType}
      onKeep={onKeep}
      onTouchAll={onTouchAll}
    />,
  );
  const field = screen.getByLabelText('Read, at the user’s end');
  fireEvent.change(field, { target: { value: '600' } });
  expect(onType).toHaveBeenLastCalledWith(600);
  expect(screen.getByRole('status').textContent).toContain('600 is out of reach. Reached: 491 with a.');
  fireEvent.click(screen.getByText('Wish 490'));
  expect(onKeep).toHaveBeenLastCalledWith(490);
  fireEvent.click(screen.getByText('Let everything be touched'));
  expect(onTouchAll).toHaveBeenCalledOnce();
  fireEvent.change(field, { target: { value: 'six' } });
  fireEvent.blur(field);
  expect(screen.getByText('“six” is no number of MB/s.')).toBeTruthy();
  expect(onKeep).toHaveBeenCalledOnce();
});

test('levels are as found, as planned where that differs, and the ideas of this policy', () => {
  const volume = {
    volume: { name: 'T' },
    found: { usableTB: 12, fullInYears: 0.2 },
    planned: { usableTB: 12, fullInYears: 0.2 },
  } as unknown as VolumeFigures;
  const all = levels(volume, { found: 1, planned: 2 }, [idea('a', 1), idea('b', 1, ['sound'])], 'field-proven');
  expect(all.map((l) => [l.letter, l.kind, l.tb, l.full])).toEqual([
    ['', 'found', 12, 0.2],
    ['a', 'idea', 10, 2],
    ['b', 'barred', 10, 2],
  ]);
  expect(levels(undefined, { found: null, planned: 2 }, [], 'sound').map((l) => l.name)).toEqual(['as planned']);
  expect([lasts(0.2), lasts(1.99), lasts(5.79)]).toEqual(['2 months', '23 months', '5.7 years']);
});

test('the years say what is known and what is not, and draw no need that nobody knows', () => {
  const { container, rerender } = render(
    <SpaceYears name="T" now={11.4} growth={3.6} wish={29.4} years={5} levels={[]} />,
  );
  const spoken = () => container.querySelector('svg')!.getAttribute('aria-label');
  expect(spoken()).toContain('11.4 TB now, 3.6 TB more a year, 29.4 TB in 5 years');
  expect(container.querySelector('.yr-need')).toBeTruthy();
  rerender(<SpaceYears name="T" now={null} growth={3.6} wish={null} years={5} levels={[]} />);
  expect(spoken()).toContain('what is on it now is not known');
  expect(container.querySelector('.yr-need')).toBeNull();
});

test('ideas that reach the same share a box, and a strip without a figure says so', () => {
  const words = (v: number) => `${v}`;
  const strip = (marks: { letter: string; value: number; kind: 'idea' }[], kept = true) => (
    <Strip label="Read" unit="MB/s" wish={600} kept={kept} isLimit={false} marks={marks} words={words} />
  );
  const { container, rerender } = render(
    strip([
      { letter: 'a', value: 490, kind: 'idea' },
      { letter: 'b', value: 490, kind: 'idea' },
      { letter: 'c', value: 100, kind: 'idea' },
    ]),
  );
  expect([...container.querySelectorAll('.strip-mark text')].map((t) => t.textContent)).toEqual(['c', 'a b']);
  expect(container.textContent).toContain('wish 600 MB/s');
  rerender(strip([], false));
  expect(container.textContent).toContain('if 600 MB/s');
  expect(container.textContent).toContain('not known');
});

test('figures keep what counts of them', () => {
  expect([chance(0), chance(0.00001), chance(0.00031), chance(1.6), chance(17.2)]).toEqual([
    '0',
    '< 0.0001',
    '0.00031',
    '1.6',
    '17',
  ]);
  expect(figure(row('usableTB'), 29.44)).toBe('29.4');
  expect(figure(row('moneyLimitEur'), 5036)).toBe('5 036');
  expect(figure(row('awayHours'), 3.16)).toBe('3.2');
});

test('a number in a table is kept when the field is left, cleared when it is emptied, and refused where it stands', () => {
  const onKeep = vi.fn();
  render(<CellNumber label="Share of reads" unit="%" value={20} most={100} onKeep={onKeep} />);
  const field = screen.getByLabelText('Share of reads, %');
  const leave = (text: string) => {
    fireEvent.change(field, { target: { value: text } });
    fireEvent.blur(field);
  };
  leave('101');
  expect(screen.getByRole('alert')).toBeTruthy();
  expect(onKeep).not.toHaveBeenCalled();
  leave('100');
  expect(onKeep).toHaveBeenLastCalledWith(100);
  leave('');
  expect(onKeep).toHaveBeenLastCalledWith(null);
  leave('20');
  expect(onKeep).toHaveBeenCalledTimes(2);
});
