import { useMemo, useState } from 'react';
import type { FiveAnswers, MachineSheet, Purpose } from '../api/types';
import { Field } from '../frame/Field';
import { SmallPlate } from '../plate/Plate';
import { Choice, FORMS, GENERATIONS, TYPES } from '../frame/Choice';

type Form = NonNullable<FiveAnswers['form']>;

export const NO_ANSWERS: FiveAnswers = {
  name: '',
  kind: null,
  form: null,
  channels: '',
  types: null,
  rateMTs: null,
  totalLimitGiB: null,
};

/** Whether enough is answered to begin with: a name, and places of one kind. */
export const isEnough = (a: FiveAnswers | null): a is FiveAnswers =>
  !!a?.name.trim() && (!!a.channels.trim() || a.bays != null || !!a.slots?.trim() || a.m2 != null);

/** Which answers each purpose asks; with none said, those about memory, as most jobs are. */
const ASKS: Record<'processor' | 'memory' | 'bays' | 'slots' | 'm2', readonly Purpose[]> = {
  processor: ['processor', 'everything'],
  memory: ['memory', 'processor', 'broken', 'everything'],
  bays: ['drives', 'path', 'broken', 'everything'],
  slots: ['card', 'path', 'broken', 'everything'],
  m2: ['boot', 'everything'],
};

const SEATS = [
  ['socket', 'in a socket'],
  ['soldered', 'soldered'],
] as const;
const BAY_FORMS = [
  ['3.5', '3.5 inch'],
  ['2.5', '2.5 inch'],
] as const;
const BUSES = [
  ['SATA', 'SATA'],
  ['SAS', 'SAS'],
  ['NVMe', 'NVMe'],
] as const;
const HEIGHTS = [
  ['full', 'full height'],
  ['low', 'low'],
] as const;
const WIRINGS = [
  ['sata', 'SATA'],
  ['nvme', 'NVMe'],
  ['both', 'both'],
] as const;

/** The first machine costs a few answers, as its purpose needs them; whatever is not answered stays unknown. */
export function AnswersForm({
  purposes,
  value,
  onChange,
  wrong,
}: {
  purposes: readonly Purpose[];
  value: FiveAnswers;
  onChange: (answers: FiveAnswers) => void;
  /** What was refused, by the name of the answer. */
  wrong: Readonly<Record<string, string>>;
}) {
  const [all, setAll] = useState(false);
  const asks = (what: keyof typeof ASKS) =>
    all || (purposes.length === 0 ? what === 'memory' : purposes.some((p) => ASKS[what].includes(p)));
  const rest = (Object.keys(ASKS) as (keyof typeof ASKS)[]).some((what) => !asks(what));
  const put = (more: Partial<FiveAnswers>) => onChange({ ...value, ...more });
  const number = (
    id: string,
    label: string,
    key: 'rateMTs' | 'totalLimitGiB' | 'bays' | 'slotGen' | 'm2' | 'm2Lanes' | 'socketWatts',
    hint: string,
  ) => (
    <Field
      id={id}
      label={label}
      value={value[key] == null ? '' : `${value[key]}`}
      onChange={(v) => put({ [key]: told(v) })}
      hint={hint}
      wrong={wrong[key]}
    />
  );
  return (
    <div className="stack answers">
      <Field
        id="five-name"
        label="What to call the machine"
        value={value.name}
        onChange={(name) => put({ name })}
        wrong={wrong.name}
      />
      {asks('processor') && (
        <>
          <Choice
            label="The processor is"
            options={SEATS}
            value={value.soldered == null ? [] : [value.soldered ? 'soldered' : 'socket']}
            onChange={([seat]) => put({ soldered: seat ? seat === 'soldered' : null })}
          />
          <div className="row">
            <Field
              id="five-family"
              label="Family of the socket"
              value={value.socketFamily ?? ''}
              onChange={(socketFamily) => put({ socketFamily: socketFamily || null })}
              hint="on its frame, in the manual"
              wrong={wrong.socketFamily}
            />
            {number('five-watts', 'Most heat carried, W', 'socketWatts', '65')}
          </div>
        </>
      )}
      {asks('memory') && (
        <>
          <Choice
            label="Memory generation: the notch tells"
            options={GENERATIONS}
            value={value.kind ? [value.kind] : []}
            onChange={([kind]) => put({ kind: kind ?? null })}
          />
          <Choice
            label="Slots for"
            options={FORMS}
            value={value.form ? [value.form] : []}
            onChange={([form]) => put({ form: form ?? null })}
          />
          <Field
            id="five-channels"
            label="Slots of each channel; a second processor after a bar"
            value={value.channels}
            onChange={(channels) => put({ channels })}
            hint="2 2 1 1   or   2 2 | 2 2"
            wrong={wrong.channels}
          />
          <Field
            id="five-slot-names"
            label="Names printed at these slots, in that order, where they are others than A1, A2 …"
            value={value.slotNames ?? ''}
            onChange={(slotNames) => put({ slotNames: slotNames || null })}
            hint="PROC 1 DIMM 1 to 8 | PROC 2 DIMM 1 to 8"
            wrong={wrong.slotNames}
          />
          <Choice
            label="Module types it takes"
            options={TYPES}
            value={value.types ?? []}
            onChange={(types) => put({ types: types.length ? types : null })}
            several
          />
          <div className="row">
            {number('five-rate', 'Top rate, MT/s', 'rateMTs', '2666')}
            {number('five-total', 'Largest total listed, GiB', 'totalLimitGiB', '128')}
          </div>
        </>
      )}
      {asks('bays') && (
        <>
          {number('five-bays', 'Drive bays, how many', 'bays', '8')}
          <Choice
            label="For drives of"
            options={BAY_FORMS}
            value={pick(BAY_FORMS, value.bayForm)}
            onChange={([bayForm]) => put({ bayForm: bayForm ?? null })}
          />
          <Choice
            label="They speak"
            options={BUSES}
            value={pick(BUSES, value.bayBus)}
            onChange={([bayBus]) => put({ bayBus: bayBus ?? null })}
          />
          {wrong.bayForm && <p className="err">{wrong.bayForm}</p>}
        </>
      )}
      {asks('slots') && (
        <>
          <div className="row">
            <Field
              id="five-slots"
              label="Card slots, lanes of each"
              value={value.slots ?? ''}
              onChange={(slots) => put({ slots: slots || null })}
              hint="16 8 8 4"
              wrong={wrong.slots}
            />
            {number('five-gen', 'Generation', 'slotGen', '3')}
          </div>
          <Choice
            label="They take cards of"
            options={HEIGHTS}
            value={pick(HEIGHTS, value.slotHeight)}
            onChange={([slotHeight]) => put({ slotHeight: slotHeight ?? null })}
          />
        </>
      )}
      {asks('m2') && (
        <>
          <div className="row">
            {number('five-m2', 'M.2 places, how many', 'm2', '1')}
            {number('five-lanes', 'Lanes of each', 'm2Lanes', '4')}
          </div>
          <Choice
            label="Wired for"
            options={WIRINGS}
            value={pick(WIRINGS, value.m2Wired)}
            onChange={([m2Wired]) => put({ m2Wired: m2Wired ?? null })}
          />
          {wrong.m2Wired && <p className="err">{wrong.m2Wired}</p>}
        </>
      )}
      {rest && (
        <button type="button" className="link" onClick={() => setAll(true)}>
          The other places too
        </button>
      )}
      <p className="quiet">What you don’t know, leave out: it stays unknown and blocks only what depends on it.</p>
    </div>
  );
}

const pick = <T extends string>(options: readonly (readonly [T, string])[], value: string | null | undefined): T[] =>
  options.filter(([o]) => o === value).map(([o]) => o);

/** The board as it is typed, while the host has not drafted it. */
export function Sketch({ answers }: { answers: FiveAnswers }) {
  const { name, form, channels } = answers;
  const sketch = useMemo(() => sketchOf(name, form ?? undefined, channels), [name, form, channels]);
  if (!sketch) return null;
  const all = [
    ...(sketch.channels ?? []).flatMap((c) => c.slots.map((x) => `slot:${x}`)),
    ...(sketch.sockets ?? []).map((x) => `socket:${x.id}`),
  ];
  const planned = Object.fromEntries((sketch.sockets ?? []).map((s) => [`socket:${s.id}`, { source: 'sketch' }]));
  return <SmallPlate sheet={sketch} job={{ found: {}, foundEmpty: all, planned, changes: [] }} />;
}

/** What is no digit is not taken: a word that a number is made of later would be lost without one. */
const whole = (text: string) => text.replace(/\D/g, '');

/** What the digits tell. A nought stays where it was typed, and is refused there: what is not there is left empty. */
export const told = (text: string): number | null => (whole(text) === '' ? null : Number(whole(text)));

/** Only for the picture while typing; the sheet itself is drafted by the server. */
function sketchOf(name: string, form: Form | undefined, channels: string): MachineSheet | null {
  const sockets = channels
    .split('|')
    .map((s) =>
      s
        .trim()
        .split(/[\s,+]+/)
        .map(Number)
        .filter((n) => n >= 1 && n <= 4),
    )
    .filter((s) => s.length);
  if (!sockets.length || sockets.flat().length > 26) return null;
  let letter = 0;
  const list = sockets.flatMap((counts, s) =>
    counts.map((n) => {
      const id = String.fromCharCode(65 + letter++);
      return { id, socket: `CPU ${s + 1}`, slots: Array.from({ length: n }, (_, i) => `${id}${i + 1}`) };
    }),
  );
  return {
    id: 'sketch',
    name: name || 'board',
    chassis: { kind: 'board', units: 0 },
    sockets: sockets.map((_, i) => ({ id: `CPU ${i + 1}`, soldered: false })),
    channels: list,
    memory: { form: form ?? 'dimm' },
  } as MachineSheet;
}
