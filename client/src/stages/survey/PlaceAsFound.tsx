import { useState, type FormEvent } from 'react';
import type { JobView, ModuleSheet, Unit } from '../../api/types';
import { short } from '../../format/numbers';
import { useDesk } from '../../frame/desk';
import { Field } from '../../frame/Field';
import { Pick } from '../../frame/Pick';
import { Choice, TYPES } from '../../frame/Choice';
import { CardForm, DriveForm, LabelForm, type FormProps } from './forms';
import { NoteField } from './NoteField';
import { PhotoStrip } from './PhotoStrip';
import { ByLabel } from './ByLabel';
import { openAlike, StillSo } from './StillSo';

type ModuleType = NonNullable<ModuleSheet['type']>;

/** As most boards are filled: one slot of each channel. */
const EACH = 'each';

/** The slots of this number in their channels that nobody looked at, this one first; none where the channels are not known. */
function ofEachChannel(job: JobView, place: string, alike: string[]): { at: number; places: string[] } {
  const channels = job.sheet?.memory?.channelsKnown === false ? [] : (job.sheet?.channels ?? []);
  const at = channels.map((c) => c.slots.indexOf(short(place))).find((i) => i >= 0) ?? -1;
  if (!place.startsWith('slot:') || at < 0 || channels.every((c) => c.slots.length < 2)) return { at: 0, places: [] };
  const open = new Set(alike);
  const places = channels.map((c) => `slot:${c.slots[at]}`).filter((p) => p !== place && open.has(p));
  return { at: at + 1, places: [place, ...places] };
}

/** A cooler hides what its processor is called; the core calls one from a capture that tells no name the same. */
const HIDDEN = 'processor of unknown name';

/** What sits in a place, entered by hand: a module, a processor, or nothing. */
export function PlaceAsFound({
  place,
  onDone,
  what,
}: {
  place: string;
  /** Told with the places that were answered. */
  onDone: (places: string[]) => void;
  what?: string;
}) {
  const { job, apply } = useDesk();
  const unit = job.found[place];
  // A page that was kept while the host is away may be older than this field.
  const told: typeof job.survey.byHand = job.survey.byHand ?? [];
  const [opened] = useState(unit);
  // null says: looked at, and empty. The generated type does not know null as a value of a map.
  const alike = openAlike(job, place);
  const [upTo, setUpTo] = useState(place);
  const each = ofEachChannel(job, place, alike);
  const covered = upTo === EACH ? each.places : alike.slice(0, alike.indexOf(upTo) + 1);
  const keep = (places: Record<string, Unit | null>) => {
    apply({ type: 'recordFound', places: places as Record<string, Unit>, by: 'by hand', system: null });
    onDone(Object.keys(places));
  };
  const record = (found: Unit | null) => {
    // A serial number is that of one piece.
    const each = found && covered.length > 1 ? { ...found, serial: null, systemName: null } : found;
    keep(Object.fromEntries((covered.length > 1 ? covered : [place]).map((p) => [p, each])));
  };
  return (
    <div className="stack">
      <h3>
        <span className="mono">{short(place)}</span> {what ?? 'as found'}
      </h3>
      {unit ? (
        <p>
          {unit.long}{' '}
          <span className="quiet">{[unit.module?.maker, unit.module?.partNumber].filter(Boolean).join(' ')}</span>{' '}
          {unit.serial && <span className="quiet">serial {unit.serial}, </span>}
          <span className="quiet">{unit.source}</span>
        </p>
      ) : (
        <p className="quiet">
          {job.foundEmpty.includes(place) ? 'Somebody looked: it is empty.' : 'Nobody has looked yet.'}
        </p>
      )}
      {(unit?.long !== opened?.long || unit?.serial !== opened?.serial) && (
        <p className="chg" role="status">
          This changed while it was open here.
        </p>
      )}
      {unit?.grade && (
        <details>
          <summary>
            Grade {unit.grade.grade}
            {unit.grade.doubts.length > 0 && ', with a doubt'}
          </summary>
          <ul className="plain">
            {unit.grade.reasons.map((r) => (
              <li key={r.text}>
                <b>{r.grade}</b> {r.text}
              </li>
            ))}
            {unit.grade.doubts.map((d) => (
              <li key={d} className="quiet">
                {d}
              </li>
            ))}
          </ul>
        </details>
      )}
      {told.includes(place) && (
        <button type="button" className="link" onClick={() => apply({ type: 'takeBack', path: `found.${place}` })}>
          Take it back: not looked at after all
        </button>
      )}
      <StillSo place={place} onKeep={keep} />
      <ByLabel place={place} onKeep={record} />
      <Form place={place} unit={unit} onKeep={record} />
      {alike.length > 1 && (
        <Pick
          id="up-to"
          name="What is kept goes for"
          value={upTo}
          options={[
            [place, `${short(place)} alone`],
            ...(each.places.length > 1
              ? [[EACH, `slot ${each.at} of each channel, ${each.places.length} alike`] as const]
              : []),
            ...alike
              .slice(1)
              .map(
                (p, i) =>
                  [
                    p,
                    `${short(place)} to ${short(p)}, ${i + 2} alike${i === alike.length - 2 ? ', all that are left' : ''}`,
                  ] as const,
              ),
          ]}
          onChange={setUpTo}
        />
      )}
      <NoteField about={place} />
      <PhotoStrip about={place} />
    </div>
  );
}

function PlaceForDrive({ place, ...props }: FormProps & { place: string }) {
  const { job } = useDesk();
  return <DriveForm form={job.sheet?.bays?.find((g) => g.names.includes(short(place)))?.form} {...props} />;
}

function Form({ place, ...props }: FormProps & { place: string }) {
  switch (place.slice(0, place.indexOf(':'))) {
    case 'socket':
      return <ProcessorForm place={place} {...props} />;
    case 'slot':
      return <ModuleForm {...props} />;
    case 'bay':
    case 'm2':
      return <PlaceForDrive place={place} {...props} />;
    case 'supply':
      return <LabelForm kind="supply" {...props} />;
    case 'battery':
      return <LabelForm kind="battery" {...props} />;
    default:
      return <CardForm {...props} />;
  }
}

/** The last module entered is the default for the next: boards hold many alike. */
let lastModule: Partial<ModuleSheet> = {};

function ModuleForm({ unit, onKeep }: { unit?: Unit; onKeep: (unit: Unit | null) => void }) {
  const { job } = useDesk();
  const board = job.sheet!.memory;
  const start = unit?.module ?? lastModule;
  const [size, setSize] = useState(start.capacityMiB ? `${start.capacityMiB / 1024}` : '');
  const [rate, setRate] = useState(start.rateMTs ? `${start.rateMTs}` : '');
  const [ranks, setRanks] = useState(
    start.ranks ? `${start.ranks}${start.deviceWidth ? `Rx${start.deviceWidth}` : ''}` : '',
  );
  const [serial, setSerial] = useState(unit?.serial ?? '');
  const [maker, setMaker] = useState(start.maker ?? '');
  const [number, setNumber] = useState(start.partNumber ?? '');
  const types = TYPES.filter(([t]) => !board?.types || board.types.includes(t));
  const [type, setType] = useState<ModuleType[]>(start.type ? [start.type] : types.length === 1 ? [types[0]![0]] : []);
  const [wrong, setWrong] = useState('');

  const submit = (event: FormEvent) => {
    event.preventDefault();
    const gib = Number(size.replace(',', '.'));
    if (!(gib > 0 && gib <= 4096)) return setWrong('The size in GB is the one thing that must be known.');
    if (rate && !/^\d{3,5}$/.test(rate)) return setWrong('The rate is a number in MT/s, such as 2400.');
    const label = /^(\d+)\s*r?\s*(?:x\s*(\d+))?$/i.exec(ranks.trim());
    if (ranks && !label) return setWrong('Ranks are written 2Rx8, or just 2.');
    const module: ModuleSheet = {
      generation: board?.generation ?? null,
      form: board?.form ?? null,
      type: type[0] ?? null,
      capacityMiB: Math.round(gib * 1024),
      rateMTs: rate ? Number(rate) : null,
      ranks: label ? Number(label[1]) : null,
      deviceWidth: label?.[2] ? Number(label[2]) : null,
      maker: maker.trim() || null,
      partNumber: number.trim() || null,
    };
    lastModule = module;
    onKeep({ module, serial: serial.trim() || null, source: 'by hand' });
  };

  return (
    <form className="stack" onSubmit={submit}>
      <div className="row">
        <Field id="size" label="Size, GB" value={size} onChange={setSize} focus />
        <Field id="rate" label="Rate, MT/s" value={rate} onChange={setRate} />
        <Field id="ranks" label="Ranks" value={ranks} onChange={setRanks} hint="2Rx8" />
      </div>
      <Choice label="Type" options={types} value={type} onChange={setType} />
      <div className="row">
        <Field id="maker" label="Maker" value={maker} onChange={setMaker} />
        <Field id="part-number" label="Part number" value={number} onChange={setNumber} />
        <Field id="serial" label="Serial, if readable" value={serial} onChange={setSerial} />
      </div>
      {wrong && <p className="err">{wrong}</p>}
      <div className="row">
        <button type="submit" className="btn go">
          Keep
        </button>
        <button type="button" className="btn o" onClick={() => onKeep(null)}>
          It is empty
        </button>
      </div>
    </form>
  );
}

function ProcessorForm({ place, unit, onKeep }: { place: string; unit?: Unit; onKeep: (unit: Unit | null) => void }) {
  const { job } = useDesk();
  const known = job.sheet?.processors ?? [];
  const [name, setName] = useState(unit?.processor?.name ?? (known.length === 1 ? known[0]!.name : ''));
  const before = unit?.processor;
  const [rate, setRate] = useState(before?.memoryRateMTs ? `${before.memoryRateMTs}` : '');
  const [wrong, setWrong] = useState('');
  const soldered = job.sheet?.sockets?.some((s) => s.soldered && `socket:${s.id}` === place);
  const match = known.find((p) => p.name === name);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!name.trim()) return;
    const told = /^(\d{3,5})(\s*MT\/s)?$/i.exec(rate.trim())?.[1];
    if (!match && rate.trim() && !told)
      return setWrong('Write the memory rate as a number, such as 2666; leave it empty if it is not known.');
    onKeep({
      // The same processor keeps what else is known of it.
      processor: match ?? {
        ...(before?.name === name.trim() ? before : {}),
        name: name.trim(),
        memoryRateMTs: told ? Number(told) : null,
      },
      serial: before?.name === name.trim() ? (unit?.serial ?? null) : null,
      source: 'by hand',
    });
  };
  return (
    <form className="stack" onSubmit={submit}>
      <Field id="cpu" label="Processor" value={name} onChange={setName} focus suggestions={known.map((p) => p.name)} />
      {match ? (
        <p className="quiet">
          {match.memoryRateMTs
            ? `Runs memory at up to ${match.memoryRateMTs} MT/s, by the machine’s sheet.`
            : 'The machine’s sheet does not say at which rate it runs memory.'}
        </p>
      ) : (
        <Field id="cpu-rate" label="Rate it runs memory at, MT/s, if known" value={rate} onChange={setRate} />
      )}
      {wrong && (
        <p className="err" role="alert">
          {wrong}
        </p>
      )}
      <div className="row">
        <button type="submit" className="btn go" disabled={!name.trim()}>
          Keep
        </button>
        {!name.trim() && (
          <button
            type="button"
            className="btn o"
            onClick={() =>
              onKeep({ processor: { name: HIDDEN, memoryRateMTs: null }, source: 'by hand' } as unknown as Unit)
            }
          >
            One is there, name hidden
          </button>
        )}
        {!soldered && (
          <button type="button" className="btn o" onClick={() => onKeep(null)}>
            It is empty
          </button>
        )}
      </div>
    </form>
  );
}
