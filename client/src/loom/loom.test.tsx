import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { Loom } from './Loom';
import { branch, end, many, sheet } from './lanes.fixture';
import { loom } from './layout';

afterEach(cleanup);

describe('the loom', () => {
  it('draws a line for every lane that runs, and none twice', () => {
    const drawn = loom(sheet([branch('S1', [end('m2:S1.1')]), branch('S2', [])]));
    const lanes = drawn.threads.filter((t) => t.look === 'in');
    // Four from the root to the slot, four from there to the drive.
    expect(lanes).toHaveLength(8);
    expect(new Set(lanes.map((t) => t.d)).size).toBe(8);
  });

  it('lets what is never opened end loose, with the count beside it', () => {
    const unseen = end('m2:S1.2', { state: 'unseen', width: 0, gen: 0, mBs: 0 });
    const drawn = loom(sheet([branch('S1', [end('m2:S1.1'), unseen], { loose: 4 })]));
    expect(drawn.threads.some((t) => t.look === 'loose')).toBe(true);
    expect(drawn.notes.map((n) => n.text)).toContain('4 loose');
    expect(drawn.boxes.find((b) => b.place === 'm2:S1.2')!.look).toContain('unseen');
  });

  it('calls free only what somebody looked at', () => {
    const words = (state: 'free' | 'not-looked-at') =>
      loom(sheet([branch('S1', [], { state, lanes: 8 })])).notes.map((n) => n.text);
    expect(words('free')).toEqual(['8 free']);
    expect(words('not-looked-at')).toEqual(['? nobody looked']);
  });

  it('keeps boxes apart with four and with twenty-four devices', () => {
    for (const one of [
      sheet([
        branch(
          'S1',
          [1, 2, 3, 4].map((n) => end(`m2:S1.${n}`)),
        ),
      ]),
      many,
    ]) {
      const drawn = loom(one);
      for (const [i, a] of drawn.boxes.entries())
        for (const b of drawn.boxes.slice(i + 1))
          expect(
            a.x + a.w <= b.x || b.x + b.w <= a.x || a.y + a.h <= b.y || b.y + b.h <= a.y,
            `${a.key} × ${b.key}`,
          ).toBe(true);
      expect(Math.max(...drawn.boxes.map((b) => b.y + b.h))).toBeLessThanOrEqual(drawn.h);
    }
  });

  it('hangs a chipset on its processor', () => {
    const drawn = loom(many);
    expect(drawn.threads.filter((t) => t.look === 'uplink')).toHaveLength(4);
  });

  it('is walked by arrow keys and acts on Enter', () => {
    const act = vi.fn();
    render(<Loom sheet={many} selected={null} onAct={act} />);
    const first = screen.getAllByRole('button')[0]!;
    first.focus();
    fireEvent.keyDown(first, { key: 'ArrowDown' });
    expect(document.activeElement).toBe(screen.getAllByRole('button')[1]);
    fireEvent.keyDown(document.activeElement!, { key: 'Enter' });
    expect(act).toHaveBeenCalledWith('m2:S1.1');
    expect(document.activeElement!.getAttribute('aria-label')).toBe('2 TB NVMe, ×4 gen 4');
  });
});
