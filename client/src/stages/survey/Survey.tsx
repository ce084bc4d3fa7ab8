import { plural, short } from '../../format/numbers';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { useWays } from '../../api/ways';
import type { JobView, Unknown } from '../../api/types';
import { useDesk } from '../../frame/desk';
import { PlateBox } from '../../frame/PlateBox';
import { Verdicts } from '../../frame/Verdicts';
import { keepSetting, useSetting } from '../../theme/settings';
import { Answer } from './Answer';
import { Known } from './Known';
import { LeaveAside } from './LeaveAside';
import { About, Aside } from './Purpose';
import { BayTab } from './BayTab';
import { BeforeTouching } from './BeforeTouching';
import { Captures } from './Captures';
import { Disputes } from './Disputes';
import { NotesTab } from './NotesTab';
import { everyPlace } from '../../plate/everyPlace';
import { PlaceAsFound } from './PlaceAsFound';
import { Start } from './Start';
import { Unknowns } from './Unknowns';

/** Survey: captures, what is still unknown with what it blocks, and one unknown answered by hand beside them. */
export default function Survey() {
  const { job, apply, selected, select } = useDesk();
  const [path, setPath] = useState<string | null>(null);
  // What is open counts more than the tab that another job was left at.
  const tab = useSetting(`survey.tab.${job.number}`, 'unknown') as (typeof TABS)[number][0];
  const ways = useWays(job).data ?? [];
  // What was just answered is not shown yet for a moment: a quick hand would be led back to it.
  const answered = useRef(new Set<string>());
  if (!job.sheet) return <Start />;
  const goOn = (place: string, places: string[]) => {
    for (const p of answered.current) if (isLooked(job, p)) answered.current.delete(p);
    for (const p of places) answered.current.add(p);
    nextPlace(job, answered.current, place, select);
  };
  const asked = job.unknowns.filter((u) => !u.aside);
  const needed = asked.filter((u) => !u.optional);
  const more = asked.filter((u) => u.optional);
  // A question chosen from the list stands; a place chosen on the plate asks what sits in it; else the first that counts.
  const chosen =
    job.unknowns.find((u) => u.path === path && (u.place ?? selected) === selected) ??
    (selected ? job.unknowns.find((u) => u.kind === 'place' && u.place === selected) : path ? undefined : needed[0]);
  const correct = (told: string) => {
    setPath(told);
    select(null);
  };
  // A page that was kept while the host is away may be older than this field.
  const facts: typeof job.survey.known = job.survey.known ?? [];
  const fact = chosen ? undefined : facts.find((f) => f.path === path && f.ask);
  const leave = (paths: string[]) => {
    setPath(null);
    select(null);
    apply({ type: 'leaveUnasked', paths, aside: true });
  };
  const choose = (u: Unknown) => {
    setPath(u.path);
    select(u.place ?? null);
  };
  const onPlace = (place: string) => {
    setPath(null);
    select(place);
    // The card of a place stands in the first tab.
    keepSetting(`survey.tab.${job.number}`, 'unknown');
  };
  const disputed = job.survey.disputes.map((d) => d.place).filter((p) => p !== null);
  const known = Object.keys(job.found).length + job.foundEmpty.length;
  return (
    <>
      <main className="field" id="field" tabIndex={-1}>
        <PlateBox
          sheet={job.sheet}
          job={asFound(job, disputed)}
          name="survey"
          inks={['found', 'empty', 'dark', 'unknown', ...(disputed.length > 0 ? ['disputed' as const] : [])]}
          selected={selected}
          onAct={onPlace}
          note={`${plural(known, 'place', 'places')} known`}
        />
        <div className="tabs no-print" role="tablist" aria-label="Survey">
          {TABS.map(([key, name]) => (
            <button
              key={key}
              type="button"
              role="tab"
              aria-selected={tab === key}
              className={tab === key ? 't on' : 't'}
              onClick={() => keepSetting(`survey.tab.${job.number}`, key)}
            >
              {name}
              {count(job, key) && <span className="lab"> {count(job, key)}</span>}
            </button>
          ))}
        </div>
        {tab === 'bays' && <BayTab onPlace={onPlace} />}
        {tab === 'notes' && <NotesTab />}
        {tab === 'unknown' && (
          <div className="sheet survey-cols">
            <Captures phase="before" />
            <section className="stack">
              <About
                purposes={job.aim.purposes ?? []}
                onChange={(purposes) => apply({ type: 'setPurposes', purposes })}
              />
              <h3>
                Unknown, and what it blocks <span className="lab">{needed.length}</span>
              </h3>
              {job.sheet.draft && (
                <p>
                  The sheet of this machine is a draft.{' '}
                  <Link className="link" to={`/sheets/new?job=${job.number}`}>
                    Complete this sheet in the editor
                  </Link>
                </p>
              )}
              {needed.length === 0 && (
                <p className="quiet">
                  {known > 0
                    ? 'Everything that counts is known.'
                    : 'No verdict waits for an answer yet; nobody has looked at any place.'}
                </p>
              )}
              <Unknowns list={needed} chosen={chosen} onChoose={choose} hint={(u) => remembered(job, u)} />
              {more.length > 0 && (
                <>
                  <h3>
                    Also worth knowing <span className="lab">{more.length}</span>
                  </h3>
                  <Unknowns list={more} chosen={chosen} onChoose={choose} hint={(u) => remembered(job, u)} />
                </>
              )}
              <Aside
                list={job.unknowns.filter((u) => u.aside)}
                purposes={job.aim.purposes ?? []}
                chosen={chosen}
                onChoose={choose}
                onAsk={(paths) => apply({ type: 'leaveUnasked', paths, aside: false })}
              />
              {facts.length > 0 && (chosen ?? fact ?? selected) && (
                <details>
                  <summary>
                    Known of the machine <span className="lab">{facts.length}</span>
                  </summary>
                  <Known list={facts} chosen={fact?.path ?? null} onChoose={correct} />
                </details>
              )}
            </section>
            <section className="stack">
              {chosen && chosen.kind !== 'place' ? (
                <Answer
                  key={chosen.path}
                  unknown={chosen}
                  focus={path === chosen.path}
                  onDone={() => {
                    setPath(null);
                    select(null);
                  }}
                />
              ) : selected ? (
                <PlaceAsFound key={selected} place={selected} onDone={(places) => goOn(selected, places)} />
              ) : chosen?.place ? (
                <PlaceAsFound
                  key={chosen.place}
                  place={chosen.place}
                  onDone={(places) => goOn(chosen.place!, places)}
                />
              ) : fact ? (
                <Answer key={fact.path} unknown={fact.ask!} fact={fact} focus onDone={() => setPath(null)} />
              ) : (
                <>
                  <h3>What is known of it</h3>
                  <Known list={facts} chosen={null} onChoose={correct} />
                  <p className="quiet">
                    Choose a place on the plate, or a line above, to look at it or to correct it. What the sheet itself
                    says is put right{' '}
                    <Link className="link" to={`/sheets/new?job=${job.number}`}>
                      in the editor
                    </Link>
                    .
                  </p>
                </>
              )}
              {chosen && !chosen.aside && <LeaveAside list={asked} chosen={chosen} onLeave={(paths) => leave(paths)} />}
            </section>
          </div>
        )}
      </main>
      <Verdicts
        findings={job.findings}
        ways={ways}
        onPlace={onPlace}
        onEdit={apply}
        top={
          <>
            <BeforeTouching checks={job.survey.checks} />
            <Disputes disputes={job.survey.disputes} onPlace={onPlace} />
            <Doubts job={job} />
          </>
        }
      />
    </>
  );
}

/** Survey draws the machine as found, whatever is planned. */
const asFound = (job: JobView, disputed: string[]) => ({ ...job, planned: job.found, changes: [], disputed });

const TABS = [
  ['unknown', 'Captures and unknowns'],
  ['bays', 'Drives and bays'],
  ['notes', 'Plugs, notes, photos'],
] as const;

const count = (job: JobView, tab: (typeof TABS)[number][0]) =>
  tab === 'bays' ? job.survey.loose.length || '' : tab === 'notes' ? Object.keys(job.survey.notes).length || '' : '';

/** Facts of the sheet that don't go together: usable, and worth a second look. */
function Doubts({ job }: { job: JobView }) {
  if (job.survey.doubts.length === 0) return null;
  return (
    <section className="before" aria-label="Doubts about the sheet">
      <div className="before-head">
        <b>The sheet, on second thoughts</b>
      </div>
      <ul className="plain">
        {job.survey.doubts.map((d) => (
          <li key={d.path + d.text}>{d.text}</li>
        ))}
      </ul>
    </section>
  );
}

/** What another job left at the first place that a question is about. */
const remembered = (job: JobView, u: Unknown): string | null => {
  const r = u.kind === 'place' && u.place ? job.survey.recalled?.[u.place] : undefined;
  return r ? `by job ${r.job}: ${r.unit?.long ?? 'nothing'} in ${short(u.place!)}; ` : null;
};

const isLooked = (job: JobView, place: string) => !!job.found[place] || job.foundEmpty.includes(place);

/** The next place that nobody has looked at, so that a board is entered without the mouse. */
function nextPlace(job: JobView, answered: ReadonlySet<string>, done: string, select: (place: string | null) => void) {
  // The change itself is shown soon, the unknowns only once the host has answered.
  const looked = (p: string) => answered.has(p) || isLooked(job, p);
  const open = job.unknowns.filter((u) => u.place && !u.optional && !u.aside && !looked(u.place)).map((u) => u.place!);
  const kind = done.slice(0, done.indexOf(':') + 1);
  const alike = everyPlace(job.sheet!).find(([, list]) => list[0]!.startsWith(kind))?.[1] ?? [];
  // Somebody who enters bays goes on with bays; what nobody asked for is never pushed.
  const next = alike.slice(alike.indexOf(done) + 1).find((p) => !looked(p));
  select(open[0] ?? (kind === 'slot:' || kind === 'socket:' ? null : (next ?? null)));
}
