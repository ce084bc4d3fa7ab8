import { useState, type ReactNode } from 'react';
import { fullness, slug } from './sections';
import { SpecField } from './SpecField';
import type { ListSpec, SectionSpec } from './spec';
import { holder, inRow, withValue } from './values';

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
  /** What a list has beside its rows, by its key. */
  extras?: Record<string, (rows: Doc[], onChange: (rows: Doc[]) => void) => ReactNode>;
  /** Sections that fold; without it they all stand open. */
  folds?: Folds;
}

export interface Folds {
  isOpen: (section: SectionSpec) => boolean;
  onToggle: (section: SectionSpec, open: boolean) => void;
  /** How often something was taken over: fields then show what is there, not what was typed. */
  taken: number;
  /** What a section has above its fields. */
  copy: (section: SectionSpec) => ReactNode;
}

/** Rows of a long list that are shown at once. */
const SHOWN = 40;

/** A form made from descriptions: fields that explain themselves, lists that grow, and what is wrong beside what it is about. */
export function SpecForm({ sections, doc, onChange, problems, doubts, extras, folds }: Props) {
  const at = (list: Trouble[], path: string) => list.filter((p) => p.path === path || p.path.startsWith(path + '/'));
  // A field shows what is wrong with it and with anything inside it: one name of many, one rate of many.
  const about = (path: string) => ({ wrong: at(problems, path), doubtful: at(doubts, path) });
  const within = (path: string) => at(problems, path).length;
  const exactly = (path: string) => problems.filter((p) => p.path === path);
  const body = (s: SectionSpec) => {
    const base = baseOf(s);
    const values = holder(doc, s.at);
    return (
      <>
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
            extra={extras?.[l.key]}
          />
        ))}
        {exactly(base || '/').map((p) => (
          <p key={p.text} className="err">
            {p.text}
          </p>
        ))}
      </>
    );
  };
  return (
    <>
      {sections.map((s) =>
        folds ? (
          <details
            key={`${s.title}${folds.taken}`}
            id={`spec-${slug(s)}`}
            className="spec"
            open={folds.isOpen(s)}
            onToggle={(e) => folds.onToggle(s, e.currentTarget.open)}
          >
            <summary>
              <b>{s.title}</b> <span className="quiet">{fullness(s, doc) || 'nothing told'}</span>
            </summary>
            {folds.isOpen(s) && (
              <>
                {folds.copy(s)}
                {body(s)}
              </>
            )}
          </details>
        ) : (
          <fieldset key={s.title} className="spec">
            <legend>{s.title}</legend>
            {body(s)}
          </fieldset>
        ),
      )}
    </>
  );
}

/** Where the values of a section stand in the document. */
export const baseOf = (section: SectionSpec): string => (section.at ? '/' + section.at.replace('.', '/') : '');

function SpecList({
  spec,
  base,
  rows,
  about,
  exactly,
  wrong,
  onChange,
  extra,
}: {
  spec: ListSpec;
  base: string;
  rows: Doc[];
  about: (path: string) => { wrong: Trouble[]; doubtful: Trouble[] };
  exactly: (path: string) => Trouble[];
  wrong: number;
  onChange: (rows: Doc[]) => void;
  extra: ((rows: Doc[], onChange: (rows: Doc[]) => void) => ReactNode) | undefined;
}) {
  const [find, setFind] = useState('');
  const [open, setOpen] = useState<number | null>(rows.length === 1 ? 0 : null);
  const name = (row: Doc, i: number) => {
    const called = spec.called?.(row);
    if (called) return called;
    const first = spec.fields.map((f) => row[f.key]).find((v) => typeof v === 'string' && v !== '');
    return (first as string | undefined) ?? `${spec.one} ${i + 1}`;
  };
  // What is wrong comes first, so that nobody searches for it.
  const found = rows
    .map((row, i) => ({ i, row, bad: spec.many && wrong > 0 && about(`${base}/${i}`).wrong.length > 0 }))
    .filter(({ row }) => find === '' || JSON.stringify(row).toLowerCase().includes(find.toLowerCase()))
    .sort((a, b) => Number(b.bad) - Number(a.bad) || a.i - b.i)
    .map((x) => x.i);
  const shown = spec.many ? found.slice(0, SHOWN) : found;
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
      {extra?.(rows, (next) => {
        setOpen(null);
        onChange(next);
      })}
      {spec.many && rows.length > SHOWN && (
        <input
          className="inp"
          aria-label={`Find among ${rows.length}`}
          placeholder={`Find among ${rows.length}`}
          value={find}
          onChange={(e) => setFind(e.target.value)}
        />
      )}
      <div className="spec-rows">
        {shown.map((i) => (
          <button
            key={i}
            type="button"
            className={about(`${base}/${i}`).wrong.length > 0 ? 'btn o bad' : 'btn o'}
            aria-expanded={open === i}
            onClick={() => setOpen(open === i ? null : i)}
          >
            {name(rows[i]!, i)}
          </button>
        ))}
        {found.length > shown.length && <span className="quiet">and {found.length - shown.length} more</span>}
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
                id={`f${base.replaceAll('/', '-')}-${open}-${f.key.replace('.', '-')}`}
                value={holder(rows[open]!, inRow(f.key)[0])[inRow(f.key)[1]]}
                {...about(`${base}/${open}/${f.key.replace('.', '/')}`)}
                onChange={(v) => onChange(rows.map((r, i) => (i === open ? withValue(r, ...inRow(f.key), v) : r)))}
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

/** Of a new one only its names are new; the rest is taken from the one before. */
const named = (made: Doc): Doc =>
  Object.fromEntries(
    Object.entries(made).filter(([k]) => ['id', 'name', 'slots', 'names', 'group', 'text', 'perChannel'].includes(k)),
  );
