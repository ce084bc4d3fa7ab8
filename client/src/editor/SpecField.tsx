import { useState } from 'react';
import type { FieldSpec } from './spec';
import type { Trouble } from './SpecForm';
import {
  parseLevels,
  parseFrom,
  parseLimits,
  parsePairs,
  showLevels,
  showFrom,
  showLimits,
  showPairs,
  parseNumber,
  parsePlugs,
  parseRows,
  parseSplits,
  parseWords,
  showPlugs,
  showRows,
  showSplits,
  showWords,
} from './values';

const scaled = (n: number | null, by: number | undefined) => (n !== null && by ? Math.round(n * by) : n);

/** A stored value as its field shows it. */
function show(f: FieldSpec, value: unknown): string {
  switch (f.kind) {
    case 'words':
      return showWords(value);
    case 'numbers':
      return showWords(((value as number[] | null | undefined) ?? []).map(String));
    case 'splits':
      return showSplits(value);
    case 'plugs':
      return showPlugs(value);
    case 'rows':
      return showRows(value);
    case 'levels':
      return showLevels(value);
    case 'pairs':
      return showPairs(value);
    case 'from':
      return showFrom(value);
    case 'limits':
      return showLimits(value);
    default:
      if (value === null || value === undefined) return '';
      return String(f.scale ? (value as number) / f.scale : (value as string | number));
  }
}

/** One field of a sheet: what it means, what is wrong with it, and what is doubtful. */
export function SpecField({
  spec: f,
  id,
  value,
  wrong,
  doubtful,
  onChange,
}: {
  spec: FieldSpec;
  id: string;
  value: unknown;
  wrong: Trouble[];
  doubtful: Trouble[];
  onChange: (value: unknown) => void;
}) {
  // What is being typed stays as typed; a number with its comma half written is no reason to lose it.
  const shown = show(f, value);
  const [typed, setTyped] = useState(shown);
  const read = (text: string) => {
    setTyped(text);
    if (text.trim() === '') return onChange(null);
    switch (f.kind) {
      case 'number':
        return onChange(scaled(parseNumber(text), f.scale) ?? value);
      case 'words':
        return onChange(parseWords(f.small ? text.toLowerCase() : text));
      case 'numbers':
        return onChange(parseWords(text).map(Number).filter(Number.isFinite));
      case 'splits':
        return onChange(parseSplits(text));
      case 'plugs':
        return onChange(parsePlugs(text));
      case 'rows':
        return onChange(parseRows(text));
      case 'levels':
        return onChange(parseLevels(text));
      case 'pairs':
        return onChange(parsePairs(text));
      case 'from':
        return onChange(parseFrom(text));
      case 'limits':
        return onChange(parseLimits(text));
      default:
        return onChange(text);
    }
  };
  const amiss =
    typed.trim() === ''
      ? null
      : f.kind === 'number' && parseNumber(typed) === null
        ? 'A number is wanted here.'
        : f.kind === 'pairs' && parsePairs(typed).length < typed.split(',').length
          ? 'Firmware with its driver is wanted here, such as 16.7 with 16.8.3.'
          : f.kind === 'from' && parseFrom(typed).length < typed.split(',').length
            ? 'A level and a version are wanted here, such as 1 from 11.5.'
            : f.kind === 'limits' && parseLimits(typed).length < typed.split(',').length
              ? 'A kind of drive and TB are wanted here, such as SAS disk 1.8.'
              : null;
  return (
    <div className={f.wide ? 'spec-field wide' : 'spec-field'}>
      <label className="field-label" htmlFor={id}>
        {f.label}
        {f.unit && <span className="quiet">, {f.unit}</span>}
      </label>
      {f.kind === 'choice' || f.kind === 'yesno' ? (
        <select
          id={id}
          className="inp"
          value={
            f.kind === 'yesno' ? (value === true ? 'yes' : value === false ? 'no' : '') : ((value as string) ?? '')
          }
          onChange={(e) =>
            onChange(
              f.kind === 'yesno' ? (e.target.value === '' ? null : e.target.value === 'yes') : e.target.value || null,
            )
          }
          aria-describedby={f.help ? `${id}-help` : undefined}
        >
          {!f.must && <option value="">not known</option>}
          {(f.kind === 'yesno'
            ? ([
                ['yes', 'yes'],
                ['no', 'no'],
              ] as const)
            : (f.options ?? [])
          ).map(([key, name]) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </select>
      ) : (
        <input
          id={id}
          className="inp"
          value={typed}
          inputMode={f.kind === 'number' ? 'decimal' : undefined}
          autoComplete="off"
          maxLength={400}
          aria-invalid={wrong.length > 0 || amiss !== null}
          aria-describedby={f.help ? `${id}-help` : undefined}
          onChange={(e) => read(e.target.value)}
        />
      )}
      {f.help && (
        <span id={`${id}-help`} className="quiet help">
          {f.help}
        </span>
      )}
      {amiss && <span className="err">{amiss}</span>}
      {wrong.map((p) => (
        <span key={p.text} className="err">
          {p.text}
        </span>
      ))}
      {doubtful.map((p) => (
        <span key={p.text} className="doubt">
          {p.text}
        </span>
      ))}
    </div>
  );
}
