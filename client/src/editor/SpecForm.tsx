import { useState } from 'react';
import type { FieldSpec, ListSpec, SectionSpec } from './spec';
import {
  holder,
  parseNumber,
  parsePlugs,
  parseRows,
  parseSplits,
  parseWords,
  showPlugs,
  showRows,
  showSplits,
  showWords,
  withValue,
} from './values';

export type Doc = Record<string, unknown>;
export interface Trouble {
  path: string;
  text: string;
}

interface Props {
  sections: SectionSpec[];
  doc: Doc;
  onChange: (doc: Doc) => void;
  problems: Trouble[];
  doubts: Trouble[];
}

/** A form made from descriptions: fields that explain themselves, lists that grow, and what is wrong beside what it is about. */
export function SpecForm({ sections, doc, onChange, problems, doubts }: Props) {
  const at = (list: Trouble[], path: string) => list.filter((p) => p.path === path || p.path.startsWith(path + '/'));
  // A field shows what is wrong with it and with anything inside it: one name of many, one rate of many.
  const about = (path: string) => ({ wrong: at(problems, path), doubtful: at(doubts, path) });
  const within = (path: string) => at(problems, path).length;
  const exactly = (path: string) => problems.filter((p) => p.path === path);
  return (
    <>
      {sections.map((s) => {
        const base = s.at ? '/' + s.at.replace('.', '/') : '';
        const values = holder(doc, s.at);
        return (
          <fieldset key={s.title} className="spec">
            <legend>{s.title}</legend>
            {s.help && <p className="quiet">{s.help}</p>}
            <div className="spec-fields">
              {s.fields?.map((f) => (
                <SpecField
                  key={f.key}
                  spec={f}
                  id={`f-${s.at ?? 'x'}-${f.key}`}
                  value={values[f.key]}
                  {...about(`${base}/${f.key}`)}
                  onChange={(v) => onChange(withValue(doc, s.at, f.key, v))}
                />
              ))}
            </div>
            {s.lists?.map((l) => (
              <SpecList
                key={l.key}
                spec={l}
                base={`${base}/${l.key}`}
                rows={(values[l.key] as Doc[] | null | undefined) ?? []}
                about={about}
                exactly={exactly}
                wrong={within(`${base}/${l.key}`)}
                onChange={(rows) => onChange(withValue(doc, s.at, l.key, rows))}
              />
            ))}
            {exactly(base || '/').map((p) => (
              <p key={p.text} className="err">
                {p.text}
              </p>
            ))}
          </fieldset>
        );
      })}
    </>
  );
}

function SpecList({
  spec,
  base,
  rows,
  about,
  exactly,
  wrong,
  onChange,
}: {
  spec: ListSpec;
  base: string;
  rows: Doc[];
  about: (path: string) => { wrong: Trouble[]; doubtful: Trouble[] };
  exactly: (path: string) => Trouble[];
  wrong: number;
  onChange: (rows: Doc[]) => void;
}) {
  const [open, setOpen] = useState<number | null>(rows.length === 1 ? 0 : null);
  const name = (row: Doc, i: number) => {
    const first = spec.fields.map((f) => row[f.key]).find((v) => typeof v === 'string' && v !== '');
    return (first as string | undefined) ?? `${spec.one} ${i + 1}`;
  };
  const move = (from: number, to: number) => {
    const next = [...rows];
    next.splice(to, 0, ...next.splice(from, 1));
    onChange(next);
    setOpen(to);
  };
  return (
    <div className="spec-list">
      <h4>
        {spec.title} <span className="lab">{rows.length}</span>{' '}
        {wrong > 0 && <span className="err">{wrong} to mend</span>}
      </h4>
      {spec.help && <p className="quiet">{spec.help}</p>}
      <div className="spec-rows">
        {rows.map((row, i) => (
          <button
            key={i}
            type="button"
            className={about(`${base}/${i}`).wrong.length > 0 ? 'btn o bad' : 'btn o'}
            aria-expanded={open === i}
            onClick={() => setOpen(open === i ? null : i)}
          >
            {name(row, i)}
          </button>
        ))}
        <button
          type="button"
          className="btn"
          onClick={() => {
            // A second one is like the first: boards hold many alike.
            const made =
              rows.length > 0 ? { ...rows[rows.length - 1], ...named(spec.make(rows.length)) } : spec.make(0);
            onChange([...rows, made]);
            setOpen(rows.length);
          }}
        >
          + {spec.one}
        </button>
      </div>
      {open !== null && rows[open] && (
        <div className="spec-row">
          <div className="spec-fields">
            {spec.fields.map((f) => (
              <SpecField
                key={`${open}${f.key}`}
                spec={f}
                id={`f${base.replaceAll('/', '-')}-${open}-${f.key}`}
                value={rows[open]![f.key]}
                {...about(`${base}/${open}/${f.key}`)}
                onChange={(v) => onChange(rows.map((r, i) => (i === open ? { ...r, [f.key]: v } : r)))}
              />
            ))}
          </div>
          {exactly(`${base}/${open}`).map((p) => (
            <p key={p.text} className="err">
              {p.text}
            </p>
          ))}
          <div className="row">
            <button type="button" className="btn" disabled={open === 0} onClick={() => move(open, open - 1)}>
              Earlier
            </button>
            <button
              type="button"
              className="btn"
              disabled={open === rows.length - 1}
              onClick={() => move(open, open + 1)}
            >
              Later
            </button>
            <button
              type="button"
              className="btn"
              onClick={() => {
                onChange(rows.filter((_, i) => i !== open));
                setOpen(null);
              }}
            >
              Drop this {spec.one}
            </button>
          </div>
        </div>
      )}
    </div>
  );
}

const scaled = (n: number | null, by: number | undefined) => (n !== null && by ? Math.round(n * by) : n);

/** Of a new one only its names are new; the rest is taken from the one before. */
const named = (made: Doc): Doc =>
  Object.fromEntries(
    Object.entries(made).filter(([k]) => ['id', 'name', 'slots', 'names', 'group', 'text', 'perChannel'].includes(k)),
  );

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
    default:
      if (value === null || value === undefined) return '';
      return String(f.scale ? (value as number) / f.scale : (value as string | number));
  }
}

function SpecField({
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
        return onChange(parseWords(text));
      case 'numbers':
        return onChange(parseWords(text).map(Number).filter(Number.isFinite));
      case 'splits':
        return onChange(parseSplits(text));
      case 'plugs':
        return onChange(parsePlugs(text));
      case 'rows':
        return onChange(parseRows(text));
      default:
        return onChange(text);
    }
  };
  const notNumber = f.kind === 'number' && typed.trim() !== '' && parseNumber(typed) === null;
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
          aria-invalid={wrong.length > 0 || notNumber}
          aria-describedby={f.help ? `${id}-help` : undefined}
          onChange={(e) => read(e.target.value)}
        />
      )}
      {f.help && (
        <span id={`${id}-help`} className="quiet help">
          {f.help}
        </span>
      )}
      {notNumber && <span className="err">A number is wanted here.</span>}
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
