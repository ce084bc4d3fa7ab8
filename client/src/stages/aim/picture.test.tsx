import { expect, test } from 'vitest';
import type { AimPicture } from '../../api/types';
import { ideasFor, WISHES } from './wishRows';
import { beyond } from './Wish';

const row = (wish: string) => WISHES.find((w) => w.wish === wish)!;
const idea = (letter: string, reads: number) => ({ letter, ledge: [{ name: 'Reads at best', planned: reads }] });
const picture = (reach: object[], ideas: object[], cards: object[]) =>
  ({ reach, ideas, cards }) as unknown as AimPicture;

test('a card is an idea for the way to the user and for what every part changes, and for no space', () => {
  const p = picture([], [idea('a', 400)], [idea('b', 1177)]);
  const letters = (wish: string) => ideasFor(row(wish), p).map((i) => i.letter);
  expect(letters('readMBs')).toEqual(['a', 'b']);
  expect(letters('writeMBs')).toEqual(['a', 'b']);
  expect(letters('moneyLimitEur')).toEqual(['a', 'b']);
  expect(letters('usableTB')).toEqual(['a']);
  expect(letters('lossPercent')).toEqual(['a']);
  expect(letters('failures')).toEqual(['a']);
  expect(ideasFor(row('readMBs'), undefined)).toEqual([]);
});

test('what is out of reach of reading names the cards too, and what is there where none helps', () => {
  const reached = (value: number, by: string) => [{ wish: 'readMBs', value, by }];
  expect(beyond(picture(reached(1177, 'b'), [], [idea('b', 1177)]), row('readMBs'), 1178, null)?.words).toBe(
    'Reached: 1 177 with b.',
  );
  expect(beyond(picture(reached(1177, 'b'), [], [idea('b', 1177)]), row('readMBs'), 1177, null)).toBeNull();
  expect(beyond(picture(reached(118, 'what is there'), [], []), row('readMBs'), 119, 118)?.words).toBe(
    'Reached: 118 with what is there.',
  );
});
