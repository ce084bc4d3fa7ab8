import { Dialog } from '@mui/material';
import { useState, type KeyboardEvent } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { useShelf } from '../api/hooks';
import { euro } from '../format/numbers';
import type { Shortcut } from './keys';
import { takerInForce } from './partTaker';

interface Deed {
  what: string;
  /** Said beside it. */
  beside?: string;
  /** Its key; none for a page. */
  key?: string;
  run: () => void;
}

const PAGES: readonly [string, string][] = [
  ['go to the bench', '/'],
  ['begin a job', '/begin'],
  ['go to the machine sheets', '/sheets'],
  ['go to the shelf', '/shelf'],
  ['work out a quick sum', '/sums'],
  ['go to the evidence', '/evidence'],
  ['read the rules', '/rules'],
];

/** Those that hold every typed word; what begins with the first word stands first. */
export function found<T extends { what: string }>(deeds: readonly T[], typed: string): T[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const hits = deeds.filter((d) => words.every((w) => d.what.toLowerCase().includes(w)));
  const begins = (d: T) => words.length > 0 && d.what.toLowerCase().startsWith(words[0]!);
  return [...hits.filter(begins), ...hits.filter((d) => !begins(d))];
}

/** Parts of the shelf that the words find, by the one search that there is: in a job they are taken in hand, elsewhere their sheet is
 * opened. */
function useParts(typed: string): Deed[] {
  const navigate = useNavigate();
  const job = /^\/jobs\/(\w+)/.exec(useLocation().pathname)?.[1];
  const [take] = useState(takerInForce);
  const words = typed.trim();
  const on = words.length >= FEWEST_LETTERS;
  const parts = useShelf({ words, job: take && job, most: MOST_PARTS }, on).found?.parts ?? [];
  return !on
    ? []
    : parts.map((part) => ({
        what: take ? `take ${part.long} in hand` : `open the sheet of ${part.long}`,
        beside: `${part.part.inStock} here · ${euro(part.part.priceEur)}`,
        run: () => (take ? take(part) : void navigate(`/shelf/${part.part.id}`)),
      }));
}

const FEWEST_LETTERS = 2;
const MOST_PARTS = 6;

/** What can be done here, found by typing; Enter does it. */
export default function PaletteDialog({ doable, onClose }: { doable: Shortcut[]; onClose: () => void }) {
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  const [at, setAt] = useState(0);
  const known = new Set(doable.map((s) => s.what));
  const all: Deed[] = [
    ...doable,
    ...PAGES.filter(([what]) => !known.has(what)).map(([what, to]) => ({ what, run: () => void navigate(to) })),
  ];
  const shown = [...found(all, typed), ...useParts(typed)];
  const lit = Math.min(at, Math.max(0, shown.length - 1));
  const go = (deed: Deed | undefined) => {
    if (!deed) return;
    onClose();
    // What it does may move the focus: only once this is closed.
    setTimeout(deed.run);
  };
  const onKey = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0) setAt((lit + step + shown.length) % Math.max(1, shown.length));
    else if (event.key === 'Enter') go(shown[lit]);
    else return;
    event.preventDefault();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-label="What is to be done here?" className="palette">
      <input
        className="inp"
        role="combobox"
        aria-expanded
        aria-controls="palette-list"
        aria-activedescendant={shown.length > 0 ? `palette-${lit}` : undefined}
        aria-label="What is to be done here?"
        placeholder="What is to be done here?"
        autoFocus
        autoComplete="off"
        spellCheck={false}
        value={typed}
        onChange={(e) => {
          setTyped(e.target.value);
          setAt(0);
        }}
        onKeyDown={onKey}
      />
      <ul id="palette-list" role="listbox" aria-label="What can be done">
        {shown.map((d, i) => (
          <li
            key={`${d.what}${i}`}
            id={`palette-${i}`}
            role="option"
            aria-selected={i === lit}
            ref={(el) => {
              if (i === lit) el?.scrollIntoView?.({ block: 'nearest' });
            }}
            onClick={() => go(d)}
          >
            <span>{d.what}</span>
            {d.beside && <span className="quiet">{d.beside}</span>}
            {d.key && <kbd>{/^[A-Z]$/.test(d.key) ? `Shift ${d.key}` : d.key}</kbd>}
          </li>
        ))}
      </ul>
      {shown.length === 0 && <p className="quiet pad">Nothing here is called so.</p>}
    </Dialog>
  );
}
