import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it } from 'vitest';
import type { EnduranceRow } from '../../../api/types';
import { CacheCurve } from '../../../frame/CacheCurve';
import { Life } from '../../../frame/Life';
import { Typed } from '../../../frame/Typed';
import { Endurance } from './Endurance';

afterEach(cleanup);

const row = (more: Partial<EnduranceRow>): EnduranceRow => ({
  place: 'bay:3',
  name: '480 GB SATA flash',
  serves: 'cache K',
  gbPerDay: 80,
  basis: 'as said of the cache',
  ratedTB: 876,
  writtenTB: 0,
  years: 30,
  ...more,
});

describe('endurance', () => {
  it('says who says so, and what is not known', () => {
    render(
      <Endurance
        rows={[row({}), row({ place: 'm2:X1', gbPerDay: null, writtenTB: null, ratedTB: null, years: null })]}
      />,
    );
    const [, first, second] = screen.getAllByRole('row');
    expect(first!.textContent).toContain('80 GB');
    expect(first!.textContent).toContain('as said of the cache');
    expect(first!.textContent).toContain('30.0 years');
    expect(within(second!).getAllByText('not known')).toHaveLength(4);
  });

  it('has nothing to say without flash', () => {
    render(<Endurance rows={[]} />);
    expect(document.querySelector('table')).toBeNull();
  });

  it('does not count years that nobody lives', () => {
    render(<Endurance rows={[row({ years: 4000 })]} />);
    expect(document.body.textContent).toContain('over 100 years');
  });
});

describe('the curve of a cache', () => {
  const curve = [0, 1, 2, 3, 4].map((i) => ({ bytes: i * 1e12, hits: i / 4, latencyMs: 10 - 2 * i }));

  it('is spoken with the chosen size, and stands where it is on the scale', () => {
    render(<CacheCurve curve={curve} now={curve[2]!} leastBytes={1e12} />);
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe('Hits against cache size; 50 % at 2.0 TB');
    const dot = document.querySelector('circle')!;
    const [left, right] = [...document.querySelectorAll('line.grid')]
      .slice(0, 1)
      .flatMap((l) => [Number(l.getAttribute('x1')), Number(l.getAttribute('x2'))]);
    expect(Number(dot.getAttribute('cx'))).toBeCloseTo((left! + right!) / 2);
    expect(document.body.textContent).toContain('too small to notice below 1.0 TB');
  });

  it('marks nothing as too small where no size helps', () => {
    render(<CacheCurve curve={curve} now={curve[4]!} leastBytes={null} />);
    expect(document.querySelector('rect.nothing')).toBeNull();
  });
});

describe('a life', () => {
  it('fills its bar by the years and ends at the edge', () => {
    render(<Life name="" years={6} top={12} none="not known" width={90} />);
    expect(document.querySelector('rect[fill]:not([fill=none])')!.getAttribute('width')).toBe('45');
    cleanup();
    render(<Life name="" years={40} top={12} none="not known" width={90} />);
    expect(document.querySelector('rect[fill]:not([fill=none])')!.getAttribute('width')).toBe('90');
  });

  it('is empty where it is not known', () => {
    render(<Life name="" years={null} top={12} none="not known" width={90} />);
    expect(document.querySelectorAll('rect')).toHaveLength(1);
    expect(document.body.textContent).toBe('not known');
  });
});

describe('a number', () => {
  it('counts when Enter is pressed or the field is left, and only when it changed', async () => {
    const got: number[] = [];
    render(<Typed id="n" label="Written" value={30} onDone={(n) => got.push(n)} />);
    const field = screen.getByLabelText('Written');
    await userEvent.clear(field);
    await userEvent.type(field, '12,5{Enter}');
    expect(got).toEqual([12.5]);
    await userEvent.click(field);
    await userEvent.tab();
    expect(got).toEqual([12.5]);
    await userEvent.clear(field);
    await userEvent.type(field, '30');
    await userEvent.tab();
    expect(got).toEqual([12.5]);
  });
});
