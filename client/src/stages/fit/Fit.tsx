import { memo, useEffect, useMemo, type ComponentProps } from 'react';
import { useSearchParams } from 'react-router';
import { useNewest } from '../../api/hooks';
import { useWays } from '../../api/ways';
import type { Edit, FindingView, JobView, Unit } from '../../api/types';
import { useLater } from '../../format/later';
import { useLatest } from '../../format/latest';
import { short } from '../../format/numbers';
import { useDesk, type Hand } from '../../frame/desk';
import { focusPlace } from '../../frame/Find';
import { useKeys } from '../../frame/keys';
import { Ledge } from '../../frame/Ledge';
import { Message } from '../../frame/Message';
import { Mark as SeverityMark } from '../../frame/Mark';
import { PlateBox } from '../../frame/PlateBox';
import { Verdicts } from '../../frame/Verdicts';
import type { Mark } from '../../plate/ink';
import { ArraysTab } from './arrays/ArraysTab';
import { useRehearsing, type Rehearsing } from './arrays/rehearsing';
import { LanesTab } from './lanes/LanesTab';
import { PathTab } from './path/PathTab';
import { PowerTab } from './power/PowerTab';
import { BootTab } from './storage/BootTab';
import { CacheTab } from './storage/CacheTab';
import { MemoryTab } from './memory/MemoryTab';
import { PlaceCard } from './PlaceCard';
import { inOrder, TABS } from './tabs';

/** Fit: choose parts and places; every edit is evaluated at once. */
export default function Fit() {
  const { job, apply, pending, selected, select, hand, take, say } = useDesk();
  const rehearsal = useRehearsing(job);
  const [params, setParams] = useSearchParams();
  // The way back from a part that was made for a place.
  const asked = params.get('place');
  useEffect(() => {
    if (asked) select(asked);
  }, [asked, select]);
  const now = useMemo(() => ({ job, pending }), [job, pending]);
  // The drawing and the numbers come first; what explains them is drawn once they are painted. Of a guess there is nothing to explain yet:
  // that what stands there is old is said when the answer takes its time.
  const before = useLater(now, pending ? SLOW_MS : 0);
  // One after the other: a slow machine lays out and paints a screenful of either in a twentieth of a second.
  const judged = useLater(before);
  const tabs = inOrder(
    TABS.filter(([key]) => shows(job, key)),
    job.topics,
    job.aim.purposes ?? [],
  );
  const first = tabs[0]?.[0] ?? 'memory';
  const wanted = params.get('sheet') ?? first;
  const tab = tabs.some(([key]) => key === wanted) ? wanted : first;
  // A sheet that is new with this change has no state before it.
  const later = before.job.sheet && shows(before.job, tab) ? before : now;
  const open = (key: string) => setParams(key === first ? {} : { sheet: key }, { replace: true });
  useKeys(
    tabs.map(([key, before, letter, rest]) => ({
      key: letter.toLowerCase(),
      what: `sheet: ${before}${letter}${rest}`,
      run: () => open(key),
    })),
    true,
  );
  const doing = useLatest({
    act: (place: string) => act(place),
    pick: (place: string) => pick(place),
    clear: (place: string) => clear(place),
    put: (place: string, held: Hand) => put(place, held),
    show: (place: string) => {
      select(place);
      focusPlace(place);
    },
  });
  const card = useMemo(
    () =>
      selected && (
        <PlaceCard
          key={`${selected}${selected === params.get('place') ? (params.get('part') ?? '') : ''}`}
          place={selected}
          start={selected === params.get('place') ? (params.get('part') ?? '') : ''}
          onPick={doing.pick}
          onClear={doing.clear}
          onPut={(held) => doing.put(selected, held)}
        />
      ),
    [selected, doing, params],
  );
  if (!job.sheet)
    return (
      <Message
        title="Survey comes first"
        text="The machine is not known yet: paste a capture, take a sheet, or give five answers."
      />
    );

  const stops: Record<string, Mark> = {};
  for (const f of job.findings) if (f.severity === 'stop') for (const p of f.places) stops[p] = 'stop';

  const act = (place: string) => {
    if (rehearsal.now) return rehearsal.fail(place);
    if (hand && fits(hand.unit, place)) return put(place, hand);
    select(place);
  };
  const put = (place: string, held: Hand) => {
    const edit = putEdit(job.planned, place, held);
    if (!edit) return;
    apply(edit);
    say(`${held.unit.short ?? 'Part'} in ${short(place)}.`);
    select(place);
    // A shelf part stays in hand: several pieces go into several slots.
    if (held.from === 'place') take(null);
  };
  const clear = (place: string) => {
    if (!job.planned[place]) return;
    apply({ type: 'remove', place });
    say(`${short(place)} is emptied.`);
  };
  const pick = (place: string) => {
    const unit = job.planned[place];
    if (!unit?.module && !unit?.drive) return;
    take({ from: 'place', place, unit });
    say(`${unit.short ?? 'Part'} of ${short(place)} in hand. Go to an empty place and press Enter.`);
    focusPlace(place);
  };

  return (
    <>
      <main className="field" id="field" tabIndex={-1}>
        {hand && (
          <div className="handbar" role="status">
            <b>In hand:</b> {hand.unit.long ?? hand.unit.short} {hand.from === 'place' && <>from {short(hand.place)}</>}
            <span className="quiet-on">click a place, or go there with the arrow keys and press Enter</span>
            <button type="button" onClick={() => take(null)}>
              Lay it back
            </button>
          </div>
        )}
        <PlateBox
          sheet={job.sheet}
          job={tab !== 'memory' ? rehearsal.drawn(withArrays(job)) : job}
          key={tab}
          name={tab === 'memory' ? 'fit' : tab === 'lanes' ? 'fit-slots' : 'fit-bays'}
          first={tab === 'memory' ? 'memory' : tab === 'lanes' ? 'slots' : tab === 'boot' ? 'whole' : 'bays'}
          inks={rehearsal.now ? ['found', 'failed', 'loses', 'empty'] : ['found', 'in', 'out', 'move', 'empty', 'stop']}
          marks={rehearsal.now ? rehearsal.marks : stops}
          selected={selected}
          onAct={act}
          onClear={clear}
          onPick={pick}
        />
        {tabs.length > 1 && (
          <div
            className="fit-tabs"
            role="tablist"
            aria-label="Working sheets"
            onKeyDown={(e) => {
              const step = e.key === 'ArrowRight' ? 1 : e.key === 'ArrowLeft' ? -1 : 0;
              const at = tabs.findIndex(([key]) => key === tab);
              const next = tabs[(at + step + tabs.length) % tabs.length]?.[0];
              if (!step || !next) return;
              e.preventDefault();
              open(next);
              e.currentTarget.querySelector<HTMLElement>(`[data-sheet="${next}"]`)?.focus();
            }}
          >
            {tabs.map(([key, before, letter, rest]) => {
              const worst = job.findings.find((f) => f.sheet === key && f.severity !== 'note' && !f.aside)?.severity;
              return (
                <button
                  key={key}
                  type="button"
                  role="tab"
                  aria-selected={key === tab}
                  tabIndex={key === tab ? 0 : -1}
                  data-sheet={key}
                  onClick={() => open(key)}
                >
                  {worst && (
                    <span className="mk">
                      <SeverityMark severity={worst} />
                    </span>
                  )}
                  {before}
                  <u>{letter}</u>
                  {rest}
                </button>
              );
            })}
          </div>
        )}
        <TabBody
          tab={tab}
          job={later.job}
          stale={later.pending}
          onAct={doing.act}
          rehearsal={tab === 'arrays' ? rehearsal : null}
        />
      </main>
      <WithWays job={judged.job} tab={tab} onPlace={doing.show} onEdit={apply} stale={judged.pending} top={card} />
      <Numbers job={job} />
    </>
  );
}

/** The distances to the aim, as soon as they are known: the drawing, which takes longer, comes after them. */
function Numbers({ job }: { job: JobView }) {
  const { ledge, findings } = useNewest(job);
  return (
    <Ledge
      ledge={ledge}
      topics={job.topics}
      stopped={findings.filter((f) => f.severity === 'stop').map((f) => HELD[f.sheet] ?? 'Memory')}
    />
  );
}

interface TabProps {
  tab: string;
  job: JobView;
  stale: boolean;
  onAct: (place: string) => void;
  /** Of the arrays' sheet; null on others. */
  rehearsal: Rehearsing | null;
}

const TabBody = memo(function TabBody({ tab, job, stale, onAct, rehearsal }: TabProps) {
  return tab === 'memory' ? (
    <MemoryTab job={job} onAct={onAct} stale={stale} />
  ) : tab === 'lanes' ? (
    <LanesTab job={job} stale={stale} onAct={onAct} />
  ) : tab === 'path' ? (
    <PathTab job={job} stale={stale} />
  ) : tab === 'power' ? (
    <PowerTab job={job} stale={stale} />
  ) : tab === 'cache' ? (
    <CacheTab job={job} stale={stale} />
  ) : tab === 'boot' ? (
    <BootTab job={job} stale={stale} />
  ) : (
    rehearsal && <ArraysTab job={job} stale={stale} rehearsal={rehearsal} />
  );
});

type WithWaysProps = Omit<ComponentProps<typeof Verdicts>, 'ways' | 'findings'> & { job: JobView; tab: string };

/** The verdicts with the ways out of them, which come later: nothing else is drawn anew for them. */
const WithWays = memo(function WithWays({ job, tab, ...props }: WithWaysProps) {
  const ways = useWays(job).data ?? NO_WAYS;
  return <Verdicts {...props} findings={[...job.findings].sort((a, b) => here(b, tab) - here(a, tab))} ways={ways} />;
});

const NO_WAYS: never[] = [];

// An answer that takes longer is one that people wait for.
const SLOW_MS = 150;

const shows = (job: JobView, tab: string) =>
  tab === 'memory'
    ? (job.sheet?.channels?.length ?? 0) > 0
    : tab === 'power'
      ? !!job.power
      : tab === 'lanes'
        ? (job.lanes?.branches.length ?? 0) > 0
        : tab === 'path'
          ? (job.paths?.planned.length ?? 0) + (job.paths?.singles.length ?? 0) > 0
          : hasBays(job);

const hasBays = (job: JobView) => (job.sheet?.bays?.length ?? 0) > 0 || (job.sheet?.m2?.length ?? 0) > 0;

/** The cell of the ledge that a stop on a sheet holds. */
const HELD: Record<string, string> = { arrays: 'Usable', lanes: 'Lanes left', path: 'Reads at best' };

/** Findings of the sheet at hand go before equally grave ones of the other. */
const here = (f: FindingView, tab: string) => ({ stop: 4, care: 2, note: 0 })[f.severity] + (f.sheet === tab ? 1 : 0);

/** Whether a part's kind belongs into a place of that kind; the core says which. */
const fits = (unit: Unit, place: string) => !!unit.homes?.some((home) => place.startsWith(home + ':'));

/** Every drive with the array that the plan gives it to. */
function withArrays(job: JobView): JobView {
  const member: Record<string, string> = {};
  for (const a of job.arrays?.planned ?? []) {
    for (const p of a.plan.members) member[p] = a.plan.name;
    for (const p of a.plan.spares ?? []) member[p] = 'spare';
  }
  const named = <T extends Unit | null | undefined>(place: string, unit: T): T =>
    unit?.drive ? { ...unit, memberOf: member[place] ?? null } : unit;
  return {
    ...job,
    planned: Object.fromEntries(Object.entries(job.planned).map(([p, u]) => [p, named(p, u)])),
    found: Object.fromEntries(Object.entries(job.found).map(([p, u]) => [p, named(p, u)])),
    changes: job.changes.map((c) => ({ ...c, in: named(c.place, c.in) })),
  };
}

/** What putting a part somewhere means: shelf parts replace what is there, a moved one needs an empty place. */
function putEdit(planned: Record<string, unknown>, place: string, hand: Hand): Edit | null {
  if (hand.from === 'shelf') return { type: 'fit', place, unit: hand.unit };
  if (hand.place === place) return null;
  const move: Edit = { type: 'move', from: hand.place, to: place };
  if (!planned[place]) return move;
  return {
    type: 'together',
    what: `moves ${short(hand.place)} to ${short(place)} and takes out what was there`,
    edits: [{ type: 'remove', place }, move],
  };
}
