import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import torr from '../../../demo/sheets/brannick-torr-32.json';
import type { MachineSheet, Unit } from '../api/types';
import type { Inked } from './ink';
import { Plate } from './Plate';

afterEach(cleanup);

const sheet = torr as unknown as MachineSheet;
const module = (gb: number): Unit => ({
  source: 'test',
  module: { capacityMiB: gb * 1024, type: 'registered', rateMTs: 4800 },
});
const processor: Unit = { source: 'test', processor: { name: 'Ostrel N-416' } };
const job: Inked = {
  found: { 'socket:CPU 1': processor, 'slot:A1': module(32) },
  planned: { 'socket:CPU 1': processor, 'slot:A1': module(32), 'slot:A2': module(64) },
  foundEmpty: ['socket:CPU 2', 'slot:A2', 'slot:B1'],
  changes: [{ place: 'slot:A2', out: null, in: module(64), movedFrom: null, movedTo: null }],
};

function show() {
  const said: string[] = [];
  render(
    <Plate
      sheet={sheet}
      job={job}
      label="Plate"
      onAct={(p) => said.push(`act ${p}`)}
      onClear={(p) => said.push(`clear ${p}`)}
      onPick={(p) => said.push(`pick ${p}`)}
    />,
  );
  return said;
}

const place = (name: RegExp) => screen.getByRole('button', { name });

describe('the plate', () => {
  it('speaks every place with kind, channel, part and state', () => {
    show();
    expect(place(/^slot A1, channel A, CPU 1, 32 R 4800, stays$/)).toBeTruthy();
    expect(place(/^slot A2, channel A, CPU 1, 64 R 4800, comes in$/)).toBeTruthy();
    expect(place(/^slot B1, channel B, CPU 1, empty, usable$/)).toBeTruthy();
    expect(place(/^slot C1, channel C, CPU 1, not known, nobody has looked yet$/)).toBeTruthy();
    expect(place(/^slot I1, channel I, CPU 2, can't be used, needs CPU 2$/)).toBeTruthy();
  });

  it('is one tab stop and is walked with the arrow keys', () => {
    show();
    expect(document.querySelectorAll('[tabindex="0"]')).toHaveLength(1);
    const a1 = place(/^slot A1/);
    a1.focus();
    fireEvent.keyDown(a1, { key: 'ArrowRight' });
    expect(document.activeElement?.getAttribute('data-place')).toBe('slot:A2');
    expect(document.activeElement?.getAttribute('tabindex')).toBe('0');
  });

  it('acts, clears and picks up by key', () => {
    const said = show();
    const a1 = place(/^slot A1/);
    fireEvent.keyDown(a1, { key: 'Enter' });
    fireEvent.keyDown(a1, { key: 'Delete' });
    fireEvent.keyDown(a1, { key: 'x' });
    expect(said).toEqual(['act slot:A1', 'clear slot:A1', 'pick slot:A1']);
  });

  it('is a picture with a name where nothing can be done', () => {
    render(<Plate sheet={sheet} job={job} label="The machine before" />);
    expect(screen.getByRole('img', { name: 'The machine before' })).toBeTruthy();
    expect(screen.queryAllByRole('button')).toHaveLength(0);
  });
});
