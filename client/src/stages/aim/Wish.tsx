import { useState, type FormEvent } from 'react';
import type { AimPicture, JobView } from '../../api/types';
import { gib } from '../../format/numbers';
import { Mark } from '../../frame/Mark';
import { distanceOf, figure, foundWords, ideasFor, type WishRow } from './wishRows';

/** One wish: as found, what is wished, and below it what is out of reach. */
export function Wish({
  job,
  row,
  value,
  picture,
  onType,
  onKeep,
  onTouchAll,
}: {
  job: JobView;
  row: WishRow;
  value: number | null;
  picture: AimPicture | undefined;
  /** What stands in the field while it is typed; null for nothing that can be read. */
  onType: (typed: number | null) => void;
  onKeep: (value: number | null) => void;
  /** Lets everything be touched; undefined where nothing is left alone. */
  onTouchAll: (() => void) | undefined;
}) {
  const [text, setText] = useState(value == null ? '' : `${value}`);
  const [wrong, setWrong] = useState('');
  const typed = read(text);
  // Where nothing is planned nothing is bought.
  const planned = row.wish === 'moneyLimitEur' && job.changes.length === 0 ? null : distanceOf(job, row)?.planned;
  const quick = row.wish === 'memoryGiB' && job.memory?.found.allKnown ? job.memory.found.installedMiB / 1024 : 0;
  const keep = (event?: FormEvent) => {
    event?.preventDefault();
    if (text.trim() === '') {
      setWrong('');
      if (value != null) onKeep(null);
      return;
    }
    if (typed == null) return setWrong(`“${text}” is no number of ${row.unit}.`);
    setWrong('');
    if (typed !== value) onKeep(typed);
  };
  const far = typed == null ? null : beyond(picture, row, typed, planned ?? null);
  return (
    <form onSubmit={keep} className="wish">
      <label htmlFor={row.id}>{row.label}</label>
      <span className="num found" aria-label={`as found ${foundWords(job, row)}`}>
        {foundWords(job, row)}
      </span>
      <span className="wish-in">
        <input
          id={row.id}
          className="inp num"
          inputMode="decimal"
          value={text}
          placeholder="no wish"
          onFocus={(e) => e.currentTarget.select()}
          onChange={(e) => {
            setText(e.target.value);
            onType(read(e.target.value));
          }}
          onBlur={() => keep()}
          autoComplete="off"
          aria-invalid={wrong ? true : undefined}
          aria-describedby={wrong || far ? `${row.id}-says` : undefined}
        />
        <span className="unit">{row.unit}</span>
      </span>
      {quick > 0 && (
        <span className="quick">
          {[quick * 2, quick * 4].map((q) => (
            <button key={q} type="button" className="btn o" onClick={() => onKeep(q)}>
              {gib(q)}
            </button>
          ))}
        </span>
      )}
      {wrong ? (
        <p className="err" id={`${row.id}-says`}>
          {wrong}
        </p>
      ) : (
        far && (
          <div className="far" id={`${row.id}-says`} role="status">
            <Mark severity="care" />
            <p>
              <b>Care</b> {figure(row, typed!)} is out of reach. {far.words}
            </p>
            <p className="row">
              {far.best != null && (
                <button type="button" className="btn o" onClick={() => onKeep(round(far.best!, row))}>
                  Wish {figure(row, round(far.best, row))}
                </button>
              )}
              {onTouchAll && (
                <button type="button" className="btn o" onClick={onTouchAll}>
                  Let everything be touched
                </button>
              )}
            </p>
          </div>
        )
      )}
    </form>
  );
}

/** A typed number, with a point or a comma and with gaps between thousands; null when it is none. */
export function read(text: string): number | null {
  const plain = text.replace(/[\s ]/g, '').replace(',', '.');
  const n = Number(plain);
  return plain === '' || !Number.isFinite(n) || n < 0 ? null : n;
}

/** A wish that is reached when it is kept as shown: a limit is rounded up, the rest down. */
function round(value: number, row: WishRow): number {
  const step = row.unit === 'TB' ? 0.1 : row.unit === '%' ? 10 ** Math.floor(Math.log10(value || 1) - 1) : 1;
  const whole = row.isLimit ? Math.ceil(value / step - 1e-9) : Math.floor(value / step + 1e-9);
  return Number((whole * step).toPrecision(12));
}

/** What is reached instead of a value; null when it is within reach, or when nobody knows how far it goes. */
export function beyond(
  picture: AimPicture | undefined,
  row: WishRow,
  typed: number,
  planned: number | null,
): { words: string; best: number | null } | null {
  const reach = picture?.reach.find((r) => r.wish === row.wish);
  const short = (value: number) => (row.isLimit ? value > typed : value < typed);
  if (!reach || !short(reach.value) || (planned != null && !short(planned))) return null;
  const better = planned != null && (row.isLimit ? planned < reach.value : planned > reach.value);
  if (better) return { words: `Reached: ${figure(row, planned)} with the plan.`, best: planned };
  // How many failures are survived is a matter of the level; the least money is that of what meets the other wishes.
  const ideas = (row.wish === 'failures' || row.wish === 'moneyLimitEur' ? [] : ideasFor(row, picture))
    .map((i) => ({ letter: i.letter, value: i.ledge.find((d) => d.name === row.distance)?.planned }))
    .filter((i) => i.value != null)
    .map((i) => `${figure(row, i.value!)} with ${i.letter}`);
  if (!ideasFor(row, picture).some((i) => i.letter === reach.by))
    ideas.push(`${figure(row, reach.value)} with ${reach.by}`);
  return {
    words: `Reached: ${ideas.join(', ')}.`,
    best: reach.value,
  };
}
