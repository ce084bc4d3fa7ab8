import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { afterEach, describe, expect, it } from 'vitest';
import type { Dispute, Edit, SurveyCheck, TablePreview, Unit, Unknown } from '../../api/types';
import { OnDesk, type Desk } from '../../frame/desk';
import { BeforeTouching } from './BeforeTouching';
import { ColumnNames } from './ColumnNames';
import { Disputes } from './Disputes';
import { CardForm, DriveForm, LabelForm } from './forms';
import { PlaceAsFound } from './PlaceAsFound';
import { rowsOf, Unknowns } from './Unknowns';

afterEach(cleanup);

/** A desk that keeps the edits it is given. */
function desk(): { edits: Edit[]; value: Desk } {
  const edits: Edit[] = [];
  const value = { apply: (e: Edit) => edits.push(e), job: { number: '1' } } as unknown as Desk;
  return { edits, value };
}

describe('a drive entered by hand', () => {
  it('takes size, kind and serial, and is the default for the next', async () => {
    const kept: (Unit | null)[] = [];
    const { unmount } = render(<DriveForm onKeep={(u) => kept.push(u)} />);
    await userEvent.type(screen.getByLabelText('Model'), 'EK-S4');
    await userEvent.click(screen.getByRole('button', { name: 'SAS' }));
    await userEvent.click(screen.getByRole('button', { name: 'disk' }));
    await userEvent.type(screen.getByLabelText('Serial number'), 'EK1');
    await userEvent.click(screen.getByRole('button', { name: 'Keep' }));
    expect(kept[0]).toMatchObject({
      drive: { model: 'EK-S4', protocol: 'sas', media: 'disk' },
      serial: 'EK1',
      source: 'by hand',
    });
    unmount();
    render(<DriveForm onKeep={(u) => kept.push(u)} />);
    expect(screen.getByLabelText('Model')).toHaveProperty('value', 'EK-S4');
    expect(screen.getByLabelText('Serial number')).toHaveProperty('value', '');
  });

  it('takes what stands on a port of the board for what the port is made for', async () => {
    const kept: (Unit | null)[] = [];
    const { unmount } = render(<DriveForm form="usb" onKeep={(u) => kept.push(u)} />);
    expect(screen.getByRole('button', { name: 'USB' }).getAttribute('aria-pressed')).toBe('true');
    // Nothing of the last drive, which lay in a bay.
    expect(screen.getByLabelText('Model')).toHaveProperty('value', '');
    await userEvent.type(screen.getByLabelText('Model'), 'RV-U32');
    await userEvent.click(screen.getByRole('button', { name: 'Keep' }));
    expect(kept[0]).toMatchObject({ drive: { form: 'usb', protocol: 'usb', media: 'flash', model: 'RV-U32' } });
    unmount();
    // Nor has a bay anything of the stick.
    render(<DriveForm form="3.5" onKeep={(u) => kept.push(u)} />);
    expect(screen.getByLabelText('Model')).toHaveProperty('value', '');
  });

  it('asks for one thing at least, and may be empty', async () => {
    const kept: (Unit | null)[] = [];
    render(<DriveForm unit={{ source: 'x', drive: {} } as Unit} onKeep={(u) => kept.push(u)} />);
    await userEvent.click(screen.getByRole('button', { name: 'Keep' }));
    expect(screen.getByText(/one of them must be known/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'It is empty' }));
    expect(kept).toEqual([null]);
  });
});

describe('a card and a supply entered by hand', () => {
  it('keeps a card with its lanes', async () => {
    const kept: (Unit | null)[] = [];
    render(<CardForm onKeep={(u) => kept.push(u)} />);
    await userEvent.click(screen.getByRole('button', { name: 'Keep' }));
    expect(screen.getByText(/Say what it is/)).toBeTruthy();
    await userEvent.type(screen.getByLabelText('Card'), 'Corvath H8');
    await userEvent.type(screen.getByLabelText('Lanes'), '3');
    await userEvent.click(screen.getByRole('button', { name: 'Keep' }));
    expect(screen.getByText('Lanes are 1, 2, 4, 8 or 16.')).toBeTruthy();
    await userEvent.clear(screen.getByLabelText('Lanes'));
    await userEvent.type(screen.getByLabelText('Lanes'), '8');
    await userEvent.click(screen.getByRole('button', { name: 'drive controller' }));
    await userEvent.click(screen.getByRole('button', { name: 'Keep' }));
    expect(kept[0]).toMatchObject({ card: { name: 'Corvath H8', elec: 8, role: 'controller' } });
  });

  it('names a supply by its rating', async () => {
    const kept: (Unit | null)[] = [];
    render(<LabelForm kind="supply" onKeep={(u) => kept.push(u)} />);
    await userEvent.type(screen.getByLabelText('Rated, W'), '1200');
    await userEvent.click(screen.getByRole('button', { name: 'Keep' }));
    expect(kept[0]).toMatchObject({ accessory: { kind: 'supply', name: 'supply 1200 W', watt: 1200 } });
  });
});

describe('before touching', () => {
  const check = (key: string, state: SurveyCheck['state'], answer: string | null = null, by: string | null = null) =>
    ({ key, question: `Is ${key} well?`, where: 'look', state, answer, by }) as SurveyCheck;

  it('counts what was seen and tells the state in words', () => {
    render(
      <BeforeTouching checks={[check('a', 'well', 'fine'), check('b', 'open'), check('c', 'not-well', 'broken')]} />,
    );
    expect(screen.getByText('2 of 3 seen')).toBeTruthy();
    expect(screen.getAllByRole('img').map((i) => i.getAttribute('aria-label'))).toEqual([
      'well',
      'not seen',
      'not well',
    ]);
  });

  it('is answered by eye with a note, and only an answer by eye is taken back', async () => {
    const d = desk();
    render(
      <OnDesk desk={d.value}>
        <BeforeTouching checks={[check('start', 'well', 'ran', 'captures'), check('backup', 'well', 'seen', 'Bao')]} />
      </OnDesk>,
    );
    await userEvent.click(screen.getByText(/Is start well/));
    expect(screen.queryByRole('button', { name: 'Take back' })).toBeNull();
    await userEvent.type(screen.getByLabelText('What was seen'), 'hangs');
    await userEvent.click(screen.getByRole('button', { name: 'Not well' }));
    await userEvent.click(screen.getByText(/Is backup well/));
    await userEvent.click(screen.getByRole('button', { name: 'Take back' }));
    expect(d.edits).toEqual([
      { type: 'answerCheck', key: 'start', good: false, note: 'hangs' },
      { type: 'answerCheck', key: 'backup', good: null, note: null },
    ]);
  });
});

describe('sources that differ', () => {
  it('stand side by side and are settled for a place', async () => {
    const d = desk();
    const places: string[] = [];
    const dispute = {
      key: 'slot:A1',
      subject: 'A1',
      place: 'slot:A1',
      believed: 'firmware listing',
      claims: [
        { by: 'firmware listing', says: '32 GB (line 178)', unit: null },
        { by: 'management page', says: '16 GB (line 63)', unit: null },
      ],
    } as Dispute;
    render(
      <OnDesk desk={d.value}>
        <Disputes disputes={[dispute]} onPlace={(p) => places.push(p)} />
      </OnDesk>,
    );
    expect(screen.getAllByText('counts now')).toHaveLength(1);
    await userEvent.click(screen.getByRole('button', { name: 'A1' }));
    await userEvent.click(screen.getAllByRole('button', { name: 'Believe this' })[1]!);
    expect(places).toEqual(['slot:A1']);
    expect(d.edits).toEqual([{ type: 'settle', place: 'slot:A1', by: 'management page' }]);
  });

  it('about the sheet is settled for the sheet, or the sheet is put right', async () => {
    const d = desk();
    const dispute = {
      key: 'fact:slots',
      subject: 'memory slots',
      place: null,
      believed: 'sheet',
      claims: [
        { by: 'sheet', says: '16', unit: null },
        { by: 'firmware listing', says: '12', unit: null },
      ],
    } as Dispute;
    render(
      <MemoryRouter>
        <OnDesk desk={d.value}>
          <Disputes disputes={[dispute]} onPlace={() => undefined} />
        </OnDesk>
      </MemoryRouter>,
    );
    expect(screen.getByText('Memory slots')).toBeTruthy();
    expect(screen.getByRole('link').getAttribute('href')).toBe('/sheets/new?job=1');
    await userEvent.click(screen.getByRole('button', { name: 'Believe this' }));
    expect(d.edits).toEqual([{ type: 'settle', place: 'fact:slots', by: 'sheet' }]);
  });
});

describe('the columns of a pasted table', () => {
  const table = {
    columns: ['Slt', 'SN'],
    guess: ['bay', 'none'],
    rows: [['0', 'EK1']],
    count: 1,
  } as unknown as TablePreview;

  it('begin with the guess and are put right one by one', async () => {
    const named: string[][] = [];
    render(<ColumnNames table={table} value={null} onChange={(c) => named.push(c)} />);
    expect(screen.getByLabelText('Meaning of Slt')).toHaveProperty('value', 'bay');
    await userEvent.selectOptions(screen.getByLabelText('Meaning of SN'), 'serial number');
    await userEvent.click(screen.getByRole('button', { name: 'These columns are right' }));
    expect(named).toEqual([
      ['bay', 'serial'],
      ['bay', 'none'],
    ]);
  });
});

describe('what is not known', () => {
  const slot = (name: string, more: Partial<Unknown> = {}) =>
    ({
      path: `found.slot:${name}`,
      kind: 'place',
      place: `slot:${name}`,
      blocks: 'total',
      question: `${name}?`,
      ...more,
    }) as Unknown;

  it('is one row for three places and more that are asked alike', () => {
    const words = (list: Unknown[]) => rowsOf(list).map((row) => row.map((u) => u.path.slice(6)).join(' '));
    expect(words([slot('A1'), slot('A2')])).toEqual(['slot:A1', 'slot:A2']);
    expect(words([slot('A1'), slot('A2'), slot('B1')])).toEqual(['slot:A1 slot:A2 slot:B1']);
    // Others between them, of another kind, or that block something else, stand alone.
    expect(
      words([slot('A1'), slot('A2', { kind: 'choice' }), slot('B1'), slot('B2', { blocks: 'rate' }), slot('C1')]),
    ).toEqual(['slot:A1', 'slot:A2', 'slot:B1', 'slot:B2', 'slot:C1']);
  });

  it('shows the one of a row that is asked just now', () => {
    const list = [slot('A1'), slot('A2'), slot('B1')];
    render(<Unknowns list={list} chosen={list[1]} onChoose={() => undefined} hint={() => 'job 0063 left nothing; '} />);
    expect(screen.getByRole('button', { pressed: true }).textContent).toBe(
      '?A2? and 2 like itjob 0063 left nothing; blocks: total',
    );
  });
});

describe('a place as found', () => {
  it('says so when another window records something there meanwhile', () => {
    const { value } = desk();
    const seen = (long?: string) => ({
      ...value,
      job: {
        number: '1',
        found: long ? { 'slot:B2': { long, source: 'by hand' } } : {},
        foundEmpty: [],
        survey: { notes: {}, recalled: {} },
        sheet: {},
      } as unknown as Desk['job'],
    });
    const client = new QueryClient({ defaultOptions: { queries: { enabled: false } } });
    const page = (long?: string) => (
      <QueryClientProvider client={client}>
        <OnDesk desk={seen(long)}>
          <PlaceAsFound place="slot:B2" onDone={() => undefined} />
        </OnDesk>
      </QueryClientProvider>
    );
    const { rerender } = render(page());
    expect(screen.queryByRole('status')).toBeNull();
    rerender(page('4 GB unbuffered DDR3-1333'));
    expect(screen.getByRole('status').textContent).toBe('This changed while it was open here.');
  });

  const board = (found: object, sheet: object = {}) => {
    const { edits, value } = desk();
    const job = {
      number: '1',
      found,
      foundEmpty: [],
      survey: { notes: {}, recalled: {} },
      sheet: {
        sockets: [{ id: 'CPU' }],
        channels: [
          { id: 'A', slots: ['A1', 'A2'] },
          { id: 'B', slots: ['B1', 'B2'] },
          { id: 'C', slots: ['C1'] },
        ],
        memory: { generation: 'DDR4', form: 'dimm', types: ['registered'] },
        ...sheet,
      },
    } as unknown as Desk['job'];
    const client = new QueryClient({ defaultOptions: { queries: { enabled: false } } });
    const page = (place: string) =>
      render(
        <QueryClientProvider client={client}>
          <OnDesk desk={{ ...value, job }}>
            <PlaceAsFound place={place} onDone={() => undefined} />
          </OnDesk>
        </QueryClientProvider>,
      );
    return { edits, page };
  };

  it('goes for one slot of each channel, as most boards are filled', async () => {
    const { edits, page } = board({});
    page('slot:A2');
    await userEvent.selectOptions(screen.getByLabelText('What is kept goes for'), 'slot 2 of each channel, 2 alike');
    await userEvent.click(screen.getByRole('button', { name: 'It is empty' }));
    expect(edits[0]).toMatchObject({ places: { 'slot:A2': null, 'slot:B2': null } });
    cleanup();
    const first = board({ 'slot:B1': { long: '16 GB' } });
    first.page('slot:A1');
    // B1 was looked at: it is not told again.
    await userEvent.selectOptions(screen.getByLabelText('What is kept goes for'), 'slot 1 of each channel, 2 alike');
    await userEvent.click(screen.getByRole('button', { name: 'It is empty' }));
    expect(Object.keys((first.edits[0] as unknown as { places: object }).places)).toEqual(['slot:A1', 'slot:C1']);
  });

  it.each([
    ['channels are not known', { memory: { channelsKnown: false } }],
    [
      'each channel has one slot',
      {
        channels: [
          { id: 'A', slots: ['A1'] },
          { id: 'B', slots: ['B1'] },
        ],
      },
    ],
  ])('offers no slot of each channel where %s', (_, sheet) => {
    board({}, sheet).page('slot:A1');
    expect(screen.queryByText(/of each channel/)).toBeNull();
  });

  it('takes a processor whose name its cooler hides', async () => {
    const { edits, page } = board({});
    page('socket:CPU');
    expect(screen.getByRole('button', { name: 'Keep' })).toHaveProperty('disabled', true);
    await userEvent.click(screen.getByRole('button', { name: 'One is there, name hidden' }));
    expect(edits[0]).toMatchObject({ places: { 'socket:CPU': { processor: { name: 'processor of unknown name' } } } });
    cleanup();
    page('socket:CPU');
    await userEvent.type(screen.getByLabelText('Processor'), 'Ostrel');
    expect(screen.queryByRole('button', { name: 'One is there, name hidden' })).toBeNull();
  });
});
