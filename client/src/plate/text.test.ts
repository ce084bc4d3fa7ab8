import { expect, it } from 'vitest';
import { fit, type Room } from './cells/text';

const room = (w: number, lines = 1): Room => ({ x: 0, y: 0, w, h: 13, style: 'part', lines });

it('drops the last segments first', () => expect(fit(['32', 'R', '4800'], room(28))).toEqual(['32 R']));
it('never shortens anything with a figure in it', () => expect(fit(['1200 W'], room(12))).toEqual([]));
it('shortens words with an ellipsis', () => expect(fit(['controller'], room(34))[0]).toMatch(/^c\w*…$/));
it('breaks long wording over lines but not inside a number', () =>
  expect(fit(['needs CPU 2'], room(36, 3))).toEqual(['needs', 'CPU 2']));
