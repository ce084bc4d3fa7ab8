import { expect, test } from 'vitest';
import type { JobView, PartView } from '../../../api/types';
import { leftOnShelf } from './Fill';

const part = (inStock: number) => ({ part: { id: 'q', inStock } }) as PartView;
const job = (...ids: (string | null)[]) =>
  ({ changes: ids.map((id) => ({ in: id === null ? null : { shelfPartId: id } })) }) as unknown as JobView;

test('what this plan takes already lies on the shelf for nothing else', () => {
  expect(leftOnShelf(job(), part(2))).toBe(2);
  expect(leftOnShelf(job('q', 'other', null), part(2))).toBe(1);
  expect(leftOnShelf(job('q', 'q'), part(2))).toBe(0);
  expect(leftOnShelf(job('q', 'q', 'q'), part(2))).toBe(0);
});
