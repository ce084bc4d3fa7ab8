import { useState, type FormEvent } from 'react';
import { readLabel } from '../../api/hooks';
import type { Unit } from '../../api/types';
import { Field } from '../../frame/Field';
import { driveSize } from '../../plate/ink';
import { Choice } from '../../frame/Choice';

export interface FormProps {
  unit?: Unit;
  onKeep: (unit: Unit | null) => void;
  /** Case that the place is made for, of one on the board; other places take several. */
  form?: string;
}

const PROTOCOLS = [
  ['sata', 'SATA'],
  ['sas', 'SAS'],
  ['nvme', 'NVMe'],
  ['usb', 'USB'],
] as const;
const MEDIA = [
  ['disk', 'disk'],
  ['flash', 'flash'],
] as const;
const ROLES = [
  ['controller', 'drive controller'],
  ['network', 'network'],
  ['graphics', 'graphics'],
  ['carrier', 'carrier'],
  ['port-card', 'ports'],
  ['other', 'other'],
] as const;

/** The last drive entered is the default for the next: shelves hold many alike. */
let lastDrive: NonNullable<Unit['drive']> | null = null;
let lastArray = '';

const ON_PORT = ['usb', 'sd', 'microsd', 'sata-module'];

/** What stands on a port of the board is of that port's case; other drives are mostly like the last one. */
function usual(form: string | undefined): NonNullable<Unit['drive']> | null {
  const case_ = form && ON_PORT.includes(form) ? form : null;
  if (case_ && lastDrive?.form !== case_)
    return {
      form: case_,
      media: 'flash',
      protocol: case_ === 'sata-module' ? 'sata' : 'usb',
    } as NonNullable<Unit['drive']>;
  return !case_ && lastDrive?.form && ON_PORT.includes(lastDrive.form) ? null : lastDrive;
}

export function DriveForm({ unit, onKeep, form }: FormProps) {
  const start = unit?.drive ?? usual(form);
  const known = start?.bytes ? driveSize(start.bytes) : '';
  const [size, setSize] = useState(known);
  const [model, setModel] = useState(start?.model ?? '');
  const [protocol, setProtocol] = useState<('sata' | 'sas' | 'nvme' | 'usb')[]>(
    start?.protocol ? [start.protocol] : [],
  );
  const [media, setMedia] = useState<('disk' | 'flash')[]>(
    start?.media === 'disk' || start?.media === 'flash' ? [start.media] : [],
  );
  const [serial, setSerial] = useState(unit?.serial ?? '');
  const [name, setName] = useState(unit?.systemName ?? '');
  const [array, setArray] = useState(unit ? (unit.memberOf ?? '') : lastArray);
  const [wrong, setWrong] = useState('');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!size.trim() && !model.trim() && !serial.trim())
      return setWrong('Size, model or serial: one of them must be known.');
    // The core knows how many bytes a drive of this size has.
    const bytes = size === known ? start?.bytes : (await readLabel(`${size} hdd`)).part?.part.drive?.bytes;
    if (size.trim() && !bytes) return setWrong('Write the size as on the label: 4 TB, 960 GB.');
    const drive = {
      ...(unit?.drive ?? (form && ON_PORT.includes(form) ? { form } : {})),
      bytes: bytes ?? null,
      model: model.trim() || null,
      protocol: protocol[0] ?? null,
      media: media[0] ?? null,
    } as NonNullable<Unit['drive']>;
    lastDrive = drive;
    lastArray = array.trim();
    onKeep({
      drive,
      serial: serial.trim() || null,
      systemName: name.trim() || null,
      memberOf: array.trim() || null,
      grade: unit?.grade,
      source: 'by hand',
    });
  };
  return (
    <form className="stack" onSubmit={(e) => void submit(e)}>
      <div className="row">
        <Field id="d-size" label="Size" value={size} onChange={setSize} focus hint="4 TB" />
        <Field id="d-model" label="Model" value={model} onChange={setModel} />
      </div>
      <Choice label="Speaks" options={PROTOCOLS} value={protocol} onChange={setProtocol} />
      <Choice label="Kind" options={MEDIA} value={media} onChange={setMedia} />
      <Field id="d-serial" label="Serial number" value={serial} onChange={setSerial} />
      <div className="row">
        <Field id="d-name" label="Name in the system" value={name} onChange={setName} hint="/dev/sda" />
        <Field
          id="d-array"
          label="Array or use"
          value={array}
          onChange={setArray}
          hint="md0; of several, the one with the data"
        />
      </div>
      <Foot wrong={wrong} onEmpty={() => onKeep(null)} />
    </form>
  );
}

export function CardForm({ unit, onKeep }: FormProps) {
  const [name, setName] = useState(unit?.card?.name ?? '');
  const [role, setRole] = useState<NonNullable<NonNullable<Unit['card']>['role']>[]>(
    unit?.card?.role ? [unit.card.role] : [],
  );
  const [lanes, setLanes] = useState(unit?.card?.elec ? `${unit.card.elec}` : '');
  const [gen, setGen] = useState(unit?.card?.gen ? `${unit.card.gen}` : '');
  const [serial, setSerial] = useState(unit?.serial ?? '');
  const [wrong, setWrong] = useState('');
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!name.trim()) return setWrong('Say what it is, in words on its bracket or board.');
    if (lanes && !/^(1|2|4|8|16)$/.test(lanes)) return setWrong('Lanes are 1, 2, 4, 8 or 16.');
    if (gen && !/^[1-6]$/.test(gen)) return setWrong('A generation is 1 to 6.');
    onKeep({
      card: {
        ...(unit?.card ?? {}),
        name: name.trim(),
        role: role[0] ?? 'other',
        elec: lanes ? Number(lanes) : null,
        gen: gen ? Number(gen) : null,
        thick: unit?.card?.thick ?? 1,
      } as NonNullable<Unit['card']>,
      serial: serial.trim() || null,
      source: 'by hand',
    });
  };
  return (
    <form className="stack" onSubmit={submit}>
      <Field id="c-name" label="Card" value={name} onChange={setName} focus />
      <Choice label="What it does" options={ROLES} value={role} onChange={setRole} />
      <div className="row">
        <Field id="c-lanes" label="Lanes" value={lanes} onChange={setLanes} hint="8" />
        <Field id="c-gen" label="Generation" value={gen} onChange={setGen} hint="3" />
        <Field id="c-serial" label="Serial number" value={serial} onChange={setSerial} />
      </div>
      <Foot wrong={wrong} onEmpty={() => onKeep(null)} />
    </form>
  );
}

/** A supply or a battery: its label in words and figures. */
export function LabelForm({ unit, onKeep, kind }: FormProps & { kind: 'supply' | 'battery' }) {
  const [watt, setWatt] = useState(unit?.accessory?.watt ? `${unit.accessory.watt}` : '');
  const [name, setName] = useState(unit?.accessory?.name ?? '');
  const [serial, setSerial] = useState(unit?.serial ?? '');
  const [wrong, setWrong] = useState('');
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (watt && !/^\d{1,5}$/.test(watt)) return setWrong('The rating is a whole number.');
    if (!watt && !name.trim()) return setWrong('Write its rating or what is on its label.');
    onKeep({
      accessory: {
        ...(unit?.accessory ?? {}),
        kind,
        name: name.trim() || (kind === 'supply' ? `supply ${watt} W` : 'battery'),
        watt: kind === 'supply' && watt ? Number(watt) : (unit?.accessory?.watt ?? null),
      } as NonNullable<Unit['accessory']>,
      serial: serial.trim() || null,
      source: 'by hand',
    });
  };
  return (
    <form className="stack" onSubmit={submit}>
      <div className="row">
        {kind === 'supply' && <Field id="l-watt" label="Rated, W" value={watt} onChange={setWatt} focus />}
        <Field id="l-name" label="On its label" value={name} onChange={setName} />
      </div>
      <Field id="l-serial" label="Serial number" value={serial} onChange={setSerial} />
      <Foot wrong={wrong} onEmpty={() => onKeep(null)} />
    </form>
  );
}

function Foot({ wrong, onEmpty }: { wrong: string; onEmpty: () => void }) {
  return (
    <>
      {wrong && (
        <p className="err" role="alert">
          {wrong}
        </p>
      )}
      <div className="row">
        <button type="submit" className="btn go">
          Keep
        </button>
        <button type="button" className="btn o" onClick={onEmpty}>
          It is empty
        </button>
      </div>
    </>
  );
}
