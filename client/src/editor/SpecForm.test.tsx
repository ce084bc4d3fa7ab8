import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import { MACHINE } from './machineSpec';
import { PARTS } from './partSpec';
import type { SectionSpec } from './spec';
import { SpecForm, type Doc, type Trouble } from './SpecForm';

/** Documents as they were changed, the newest last. */
const kept: Doc[] = [];
const newest = () => kept.at(-1)!;

afterEach(() => {
  cleanup();
  kept.length = 0;
});

function Form({
  start,
  sections = MACHINE,
  problems = [],
  doubts = [],
}: {
  start: Doc;
  sections?: SectionSpec[];
  problems?: Trouble[];
  doubts?: Trouble[];
}) {
  const [doc, setDoc] = useState(start);
  const change = (to: Doc) => {
    kept.push(to);
    setDoc(to);
  };
  return <SpecForm sections={sections} doc={doc} onChange={change} problems={problems} doubts={doubts} />;
}

describe('a form made from descriptions', () => {
  it('shows what is stored and stores what is typed, in the units of the field', async () => {
    render(<Form start={{ module: { capacityMiB: 16384 } }} sections={PARTS.module} />);
    const size = screen.getByLabelText('Size, GB');
    expect(size).toHaveProperty('value', '16');
    await userEvent.clear(size);
    await userEvent.type(size, '32');
    expect(newest()).toEqual({ module: { capacityMiB: 32768 } });
  });

  it('keeps a number that is no number out of the document and says so', async () => {
    render(<Form start={{ fans: 3 }} />);
    await userEvent.type(screen.getByLabelText('Fans'), 'x');
    expect(screen.getByText('A number is wanted here.')).toBeTruthy();
    expect(newest().fans).toBe(3);
  });

  it('knows yes, no and not known apart', async () => {
    render(<Form start={{ memory: { eccWorks: true } }} />);
    const field = screen.getByLabelText('Does ECC work?');
    await userEvent.selectOptions(field, 'no');
    expect(newest().memory).toEqual({ eccWorks: false });
    await userEvent.selectOptions(field, 'not known');
    expect(newest().memory).toEqual({ eccWorks: null });
  });

  it('offers no “not known” where a kind always stands', async () => {
    render(<Form start={{ chassis: { kind: 'rack' }, boards: [{ id: 'B1', what: 'controller' }] }} />);
    const kinds = [...(screen.getByLabelText('Kind') as HTMLSelectElement).options].map((o) => o.text);
    expect(kinds).not.toContain('not known');
    expect(kinds).toContain('board alone, chassis not known');
    await userEvent.selectOptions(screen.getByLabelText('What it is'), 'port multiplier');
    expect(newest().boards).toEqual([{ id: 'B1', what: 'multiplier' }]);
  });

  it('writes what a board’s firmware keeps into the board, and says what it does not understand', async () => {
    render(<Form start={{ boards: [{ id: 'B1', what: 'controller' }] }} />);
    const type = async (label: string, text: string) => {
      await userEvent.clear(screen.getByLabelText(label));
      await userEvent.type(screen.getByLabelText(label), text);
    };
    const raid = () => (newest().boards as { raid?: unknown }[])[0]!.raid;
    await type('Levels its firmware keeps', '0 1');
    expect(raid()).toEqual({ levels: ['0', '1'] });
    await type('Levels its firmware keeps', 'none');
    expect(raid()).toEqual({ levels: [] });
    await type('Option ROM and driver that belong together', '16.7 and 16.8');
    screen.getByText('Firmware with its driver is wanted here, such as 16.7 with 16.8.3.');
    await type('Option ROM and driver that belong together', '16.7 with 16.8.3');
    expect(raid()).toMatchObject({ pairs: [{ firmware: '16.7', driver: '16.8.3' }] });
    expect(screen.queryByText(/is wanted here/)).toBeNull();
  });

  it('adds a slot like the one before it, with a name of its own', async () => {
    render(<Form start={{ slots: [{ id: 'S1', mech: 16, elec: 8, gen: 4, root: 'CPU' }] }} />);
    await userEvent.click(screen.getByRole('button', { name: '+ slot' }));
    expect(newest().slots).toEqual([
      { id: 'S1', mech: 16, elec: 8, gen: 4, root: 'CPU' },
      { id: 'S2', mech: 16, elec: 8, gen: 4, root: 'CPU' },
    ]);
  });

  it('moves and drops what stands in a list', async () => {
    render(<Form start={{ supplies: [{ id: 'PS1' }, { id: 'PS2' }] }} />);
    await userEvent.click(screen.getByRole('button', { name: 'PS2' }));
    await userEvent.click(screen.getByRole('button', { name: 'Earlier' }));
    expect(newest().supplies).toEqual([{ id: 'PS2' }, { id: 'PS1' }]);
    await userEvent.click(screen.getByRole('button', { name: 'Drop this supply' }));
    expect(newest().supplies).toEqual([{ id: 'PS1' }]);
  });

  it('says beside a field what is wrong inside it, and in the heading how much', () => {
    render(
      <Form
        start={{ bays: [{ group: 'front', names: ['1', '1'] }] }}
        problems={[{ path: '/bays/0/names/1', text: 'The name 1 stands twice.' }]}
      />,
    );
    const field = screen.getByLabelText('Bays').parentElement!;
    expect(within(field).getByText('The name 1 stands twice.')).toBeTruthy();
    expect(screen.getByText('1 to mend')).toBeTruthy();
    expect(screen.getByLabelText('Bays').getAttribute('aria-invalid')).toBe('true');
  });

  it('shows a doubt without calling the field wrong', () => {
    render(
      <Form
        start={{ memory: { totalLimitGiB: 999 } }}
        doubts={[{ path: '/memory/totalLimitGiB', text: "999 GiB can't be reached." }]}
      />,
    );
    expect(screen.getByText("999 GiB can't be reached.").className).toBe('doubt');
    expect(screen.getByLabelText('Largest total listed, GiB').getAttribute('aria-invalid')).toBe('false');
  });

  it('writes into an object that was not there before', async () => {
    render(<Form start={{ card: { name: 'C' } }} sections={PARTS.card} />);
    await userEvent.type(screen.getByLabelText('Cache, MiB'), '2048');
    expect(newest().card).toEqual({ name: 'C', controller: { cacheMiB: 2048 } });
  });

  it('gives every field a label of its own section, and every help its field', () => {
    render(<Form start={{}} />);
    for (const input of document.querySelectorAll('input, select')) {
      expect(document.querySelector(`label[for="${input.id}"]`), input.id).toBeTruthy();
      const help = input.getAttribute('aria-describedby');
      if (help) expect(document.getElementById(help), help).toBeTruthy();
    }
  });
});
