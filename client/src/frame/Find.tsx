import { Autocomplete } from '@mui/material';
import { memo, useRef, useState, type KeyboardEvent } from 'react';
import { useLocation, useNavigate, useSearchParams } from 'react-router';
import { useRules, useShelf, useShelfNow } from '../api/hooks';
import type { PartView } from '../api/types';
import { useLatest } from '../format/latest';
import { euro, moreThan, short } from '../format/numbers';
import { layout } from '../plate/layout';
import { shelfUnit, useDesk } from './desk';
import { useTaker } from './partTaker';
import { plain } from './Saying';

type Hit =
  | { group: 'On the shelf'; part: PartView }
  | { group: 'Places'; place: string; what: string }
  | { group: 'Rules'; code: string; what: string };

/** Sheets of Fit on which a part of each kind is put, the usual one first; the one at hand stays when it suits. */
const SUITS: Record<string, string[]> = {
  bay: ['arrays', 'lanes', 'path', 'cache', 'boot', 'power'],
  m2: ['lanes', 'arrays', 'path', 'cache', 'boot', 'power'],
  card: ['lanes', 'arrays', 'path', 'power'],
  supply: ['power', 'lanes', 'arrays'],
};

/** The one search of a job: a shelf part is taken in hand, a place is opened, a rule is read. */
export function Find() {
  const { job, take, select, say } = useDesk();
  const navigate = useNavigate();
  const onFit = useLocation().pathname.endsWith('/fit');
  const [params] = useSearchParams();
  // Every place of the drawing, also those that nobody looked at.
  const places = job.sheet ? layout(job.sheet).places.map((p) => p.id) : [];
  const [text, setText] = useState('');
  const [open, setOpen] = useState(false);
  const [lit, setLit] = useState<Hit | null>(null);
  const looked = (words: string) => ({ words, job: job.number, most: MOST_PARTS });
  const { found: shelf } = useShelf(looked(text));
  const rules = useRules().data ?? [];
  const ask = useShelfNow();
  const typed = useRef(text);
  const hits = open ? search(text, shelf?.parts ?? []) : NONE;

  function search(q: string, parts: PartView[]): Hit[] {
    const low = q.trim().toLowerCase();
    const placeHits = places
      .filter((place) => low && short(place).toLowerCase().startsWith(low))
      .slice(0, 6)
      .map((place) => ({
        group: 'Places' as const,
        place,
        what: job.planned[place]?.short ?? (job.foundEmpty.includes(place) ? 'empty' : 'not looked at'),
      }));
    const ruleHits = rules
      .filter((r) => low.length > 2 && r.code.toLowerCase().includes(low))
      .slice(0, 5)
      .map((r) => ({ group: 'Rules' as const, code: r.code, what: r.sentence.replace(/\{(\w+)\}/g, '‹$1›') }));
    return [...placeHits, ...parts.map((part) => ({ group: 'On the shelf' as const, part })), ...ruleHits];
  }

  /** The first that these words find; the list below may be that of the words before. */
  const first = async () => {
    const place = search(text, []).find((h) => h.group === 'Places');
    const hit = place ?? search(text, (await ask(looked(text))).parts)[0];
    if (hit && typed.current === text) choose(hit);
  };

  const choose = (hit: Hit) => {
    typed.current = '';
    setText('');
    setLit(null);
    setOpen(false);
    if (hit.group === 'On the shelf') {
      take({ from: 'shelf', unit: shelfUnit(hit.part) });
      say(`${hit.part.long} in hand. Go to its place and press Enter.`);
      const now = onFit ? (params.get('sheet') ?? 'memory') : '';
      const suit = SUITS[hit.part.homes?.[0] ?? ''] ?? ['memory'];
      const sheet = suit.includes(now) ? now : suit[0];
      void navigate(`/jobs/${job.number}/fit${sheet === 'memory' ? '' : `?sheet=${sheet}`}`);
      if (hit.part.part.module && job.memory?.nextFree) focusPlace(`slot:${job.memory.nextFree}`);
    } else if (hit.group === 'Places') {
      select(hit.place);
      focusPlace(hit.place);
    } else void navigate(`/rules#${hit.code}`);
  };

  useTaker((part) => choose({ group: 'On the shelf', part }));
  const doing = useLatest<Doing>({
    open: setOpen,
    type: (value) => {
      typed.current = value;
      setLit(null);
      setText(value);
    },
    choose,
    light: setLit,
    enter: () => {
      if (lit) choose(lit);
      else first().catch(() => say('The shelf does not answer now.'));
    },
  });
  const rest = shelf && moreThan(shelf);
  return <Box text={text} open={open && hits.length > 0} hits={hits} rest={rest ? `, ${rest}` : ''} doing={doing} />;
}

const MOST_PARTS = 12;

const NONE: Hit[] = [];

type Doing = {
  open: (on: boolean) => void;
  type: (value: string) => void;
  choose: (hit: Hit) => void;
  light: (hit: Hit | null) => void;
  enter: () => void;
};

interface BoxProps {
  text: string;
  open: boolean;
  hits: Hit[];
  /** Said of the shelf where more was found than is shown. */
  rest: string;
  doing: Doing;
}

const Box = memo(function Box({ text, open, hits, rest, doing }: BoxProps) {
  return (
    <Autocomplete<Hit, false, false, true>
      className="find-box"
      freeSolo
      autoHighlight
      value={null}
      inputValue={text}
      open={open}
      onOpen={() => doing.open(true)}
      onClose={() => doing.open(false)}
      onInputChange={(_, value, reason) => reason !== 'reset' && doing.type(value)}
      onChange={(_, hit) => hit && typeof hit !== 'string' && doing.choose(hit)}
      onHighlightChange={(_, hit, reason) => doing.light(reason === 'mouse' || reason === 'keyboard' ? hit : null)}
      onKeyDown={(event: KeyboardEvent & { defaultMuiPrevented?: boolean }) => {
        // Results arrive while one types; Enter takes the one that is lit, else the first.
        if (event.key !== 'Enter' || !text.trim()) return;
        event.preventDefault();
        event.defaultMuiPrevented = true;
        doing.enter();
      }}
      options={hits}
      filterOptions={(x) => x}
      groupBy={(h) => (h.group === 'On the shelf' ? h.group + rest : h.group)}
      getOptionLabel={(h) =>
        typeof h === 'string' ? h : 'part' in h ? h.part.long : 'place' in h ? short(h.place) : h.code
      }
      getOptionKey={(h) => (typeof h === 'string' ? h : 'part' in h ? h.part.part.id : 'place' in h ? h.place : h.code)}
      renderOption={({ key, ...props }, hit) => (
        <li key={key} {...props}>
          {'part' in hit ? (
            <span className="hit">
              <span>{hit.part.long}</span>
              <span className="quiet">
                {hit.part.part.inStock} here · {euro(hit.part.part.priceEur)}
              </span>
            </span>
          ) : 'place' in hit ? (
            <span className="hit">
              <span className="mono">{short(hit.place)}</span>
              <span className="quiet">{hit.what}</span>
            </span>
          ) : (
            <span className="hit">
              <span className="mono">{hit.code}</span>
              <span className="quiet">{plain(hit.what)}</span>
            </span>
          )}
        </li>
      )}
      renderInput={(params) => (
        <div ref={params.slotProps.input.ref} className="find">
          <kbd>/</kbd>
          <input
            {...params.slotProps.htmlInput}
            id="find"
            type="text"
            placeholder="Find a place, part or rule"
            aria-label="Find a place, part or rule"
          />
        </div>
      )}
    />
  );
});

/** After the screen has drawn itself. */
export const focusPlace = (place: string) =>
  requestAnimationFrame(() =>
    requestAnimationFrame(() => document.querySelector<SVGGElement>(`[data-place="${CSS.escape(place)}"]`)?.focus()),
  );
