import type { KeyboardEvent } from 'react';
import type { KnownMachines } from '../api/types';
import { date } from '../format/numbers';
import type { Chosen } from './draft';

/** A machine by a few letters: those that jobs told of first, then sheets. */
export function FindMachine({
  words,
  hits,
  like,
  chosen,
  onWords,
  onChoose,
}: {
  words: string;
  hits: KnownMachines | undefined;
  /** True where a job is looked for whose machine is another one. */
  like: boolean;
  chosen: Chosen | null;
  onWords: (words: string) => void;
  onChoose: (chosen: Chosen) => void;
}) {
  const known = hits?.known ?? [];
  const sheets = like ? [] : (hits?.sheets ?? []);
  const count = known.length + sheets.length;
  return (
    <div className="stack find-machine" onKeyDown={walk}>
      <div className="find-line">
        <input
          id="machine"
          className="inp"
          aria-label={like ? 'Find a job' : 'Find the machine'}
          placeholder={like ? 'number or name of a job, three letters' : 'name, place or serial, three letters'}
          value={words}
          maxLength={120}
          autoComplete="off"
          spellCheck={false}
          onChange={(e) => onWords(e.target.value)}
          onKeyDown={(e) => {
            if (e.key !== 'Enter' || e.ctrlKey || e.metaKey) return;
            e.preventDefault();
            // The first is taken: it stands on top, and another one is a press away.
            e.currentTarget.closest('.find-machine')?.querySelector<HTMLButtonElement>('.hits button')?.click();
          }}
        />
        <span className="quiet" role="status">
          {hits ? foundSaid(words, like, count, hits) : ''}
        </span>
      </div>
      <ul className="hits">
        {known.map((k) => (
          <li key={k.job}>
            <button
              type="button"
              aria-pressed={chosen?.job === k.job}
              onClick={() => onChoose({ job: k.job, name: k.name })}
            >
              <b>{k.hostName ? `${k.name}, ${k.hostName}` : k.name}</b>
              <span className="mono">{k.serial ?? ''}</span>
              <span className="quiet">
                {like ? `as in job ${k.job}` : `known from job ${k.job}`}, {date(k.begunAt)}, by {k.begunBy}: {k.title}
              </span>
            </button>
          </li>
        ))}
        {sheets.map((s) => (
          <li key={s.id}>
            <button
              type="button"
              aria-pressed={chosen?.sheet === s.id}
              onClick={() => onChoose({ sheet: s.id, name: s.name })}
            >
              <b>{known.some((k) => k.name === s.name) ? `${s.name}, another one` : s.name}</b>
              <span className="quiet">sheet</span>
              <span className="quiet">{s.has || 'nothing told of its inside'}</span>
            </button>
          </li>
        ))}
      </ul>
      {hits && count === 0 && <p className="quiet">{noneSaid(words, like, hits.others)}</p>}
    </div>
  );
}

const WITHOUT = 'paste what it says of itself, or give a few answers. The job can begin without one.';

/** How many these words find; where none are typed and nothing is named, only how many there are. */
function foundSaid(words: string, like: boolean, count: number, { more, others }: KnownMachines): string {
  if (!words && count === 0) return like || others === 0 ? '' : `${others} known`;
  return `${count} found${more ? ' and more, type on' : ''}${like || others === 0 ? '' : `, ${others} others`}`;
}

/** Why none stands here: nobody typed anything, none is known, or none is called so. */
function noneSaid(words: string, like: boolean, others: number): string {
  if (like) return words ? 'No job of that name.' : 'Type three letters of its number or name.';
  if (words) return `No machine of that name: ${WITHOUT}`;
  return others > 0
    ? `Type three letters of its name, place or serial. Where it is none of these: ${WITHOUT}`
    : `No machine is known yet: ${WITHOUT}`;
}

/** Up and down walk from the field through what was found. */
function walk(event: KeyboardEvent<HTMLElement>) {
  const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  if (step === 0) return;
  const stops = [...event.currentTarget.querySelectorAll<HTMLElement>('input, .hits button')];
  const next = stops[stops.indexOf(document.activeElement as HTMLElement) + step];
  if (!next) return;
  event.preventDefault();
  next.focus();
}
