import { describe, expect, it } from 'vitest';
import { shownSize } from './readable';

describe('the size of a drawing in its box', () => {
  it('is as it fits where that can be read', () => {
    expect(shownSize({ w: 432, h: 120 }, { w: 864, h: 240 }, 1, true)).toBeNull();
    // The last readable scale.
    expect(shownSize({ w: 1000, h: 100 }, { w: 720, h: 240 }, 1, true)).toBeNull();
  });

  it('stays readable in a low box, and scrolls only the way that is too long', () => {
    expect(shownSize({ w: 432, h: 500 }, { w: 860, h: 140 }, 1, true)).toEqual({ w: 860, h: 360 });
    expect(shownSize({ w: 2000, h: 100 }, { w: 860, h: 140 }, 1, true)).toEqual({ w: 1440, h: 140 });
  });

  it('is whole where the whole was asked for, however small, and grows as asked', () => {
    expect(shownSize({ w: 432, h: 500 }, { w: 860, h: 140 }, 1, false)).toBeNull();
    expect(shownSize({ w: 400, h: 200 }, { w: 400, h: 200 }, 2, false)).toEqual({ w: 800, h: 400 });
    expect(shownSize({ w: 400, h: 200 }, { w: 0, h: 0 }, 2, false)).toBeNull();
  });
});
