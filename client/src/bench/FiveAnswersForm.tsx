import { useEffect, useMemo, useState } from 'react';
import type { FiveAnswers, MachineSheet } from '../api/types';
import { Field } from '../frame/Field';
import { SmallPlate } from '../plate/Plate';
import { Choice, FORMS, GENERATIONS, TYPES } from '../frame/Choice';

type Kind = NonNullable<FiveAnswers['kind']>;
type Form = NonNullable<FiveAnswers['form']>;
type Type = NonNullable<FiveAnswers['types']>[number];

/** The first machine costs five answers; whatever is not answered stays unknown. The board is drawn while one types. */
export function FiveAnswersForm({
  onChange,
  wrong,
}: {
  onChange: (answers: FiveAnswers | null) => void;
  /** What was refused, by the name of the answer. */
  wrong: Readonly<Record<string, string>>;
}) {
  const [name, setName] = useState('');
  const [kind, setKind] = useState<Kind[]>([]);
  const [form, setForm] = useState<Form[]>([]);
  const [channels, setChannels] = useState('');
  const [types, setTypes] = useState<Type[]>([]);
  const [rate, setRate] = useState('');
  const [total, setTotal] = useState('');

  useEffect(() => {
    onChange(
      name.trim() && channels.trim()
        ? {
            name,
            kind: kind[0] ?? null,
            form: form[0] ?? null,
            channels,
            types: types.length ? types : null,
            rateMTs: Number(rate) || null,
            totalLimitGiB: Number(total) || null,
          }
        : null,
    );
  }, [name, kind, form, channels, types, rate, total, onChange]);

  const sketch = useMemo(() => sketchOf(name, form[0], channels), [name, form, channels]);
  return (
    <div className="five">
      <div className="stack">
        <Field id="five-name" label="What to call the machine" value={name} onChange={setName} wrong={wrong.name} />
        <Choice label="1 · Memory generation: the notch tells" options={GENERATIONS} value={kind} onChange={setKind} />
        <Choice label="Slots for" options={FORMS} value={form} onChange={setForm} />
        <Field
          id="five-channels"
          label="2 · Slots of each channel; a second processor after a bar"
          value={channels}
          onChange={setChannels}
          hint="2 2 1 1   or   2 2 | 2 2"
          wrong={wrong.channels}
        />
        <Choice label="3 · Module types it takes" options={TYPES} value={types} onChange={setTypes} several />
        <div className="row">
          <Field
            id="five-rate"
            label="4 · Top rate, MT/s"
            value={rate}
            onChange={(v) => setRate(whole(v))}
            hint="2666"
            wrong={wrong.rateMTs}
          />
          <Field
            id="five-total"
            label="5 · Largest total listed, GiB"
            value={total}
            onChange={(v) => setTotal(whole(v))}
            hint="128"
            wrong={wrong.totalLimitGiB}
          />
        </div>
        <p className="quiet">What you don’t know, leave out: it stays unknown and blocks only what depends on it.</p>
      </div>
      <div className="five-plate">
        {sketch && (
          <SmallPlate
            sheet={sketch}
            job={{
              found: {},
              foundEmpty: [
                ...(sketch.channels ?? []).flatMap((c) => c.slots.map((x) => `slot:${x}`)),
                ...(sketch.sockets ?? []).map((x) => `socket:${x.id}`),
              ],
              planned: Object.fromEntries((sketch.sockets ?? []).map((s) => [`socket:${s.id}`, { source: 'sketch' }])),
              changes: [],
            }}
          />
        )}
      </div>
    </div>
  );
}

/** What is no digit is not taken: a word that a number is made of later would be lost without one. */
const whole = (text: string) => text.replace(/\D/g, '');

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
