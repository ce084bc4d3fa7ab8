import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useLiveBench } from '../api/follow';
import {
  filters,
  NO_FILTER,
  readCapture,
  useBench,
  useBeside,
  useFoundJobs,
  useFoundNow,
  useOlder,
  type JobFilter,
} from '../api/hooks';
import { person, usePerson } from '../api/person';
import type { BenchJob, BenchPage, MachineSheet, ReadView, Stage } from '../api/types';
import { plural } from '../format/numbers';
import { PlainHead } from '../frame/PlainHead';
import { Help } from '../frame/dialogs';
import { useKeys } from '../frame/keys';
import { Mark, WORD } from '../frame/Mark';
import { Saying } from '../frame/Saying';
import { STAGES, Way } from '../frame/Way';
import { Who } from '../frame/dialogs';
import { inkedBench } from '../plate/ink';
import { SmallPlate } from '../plate/Plate';
import { pasted } from '../frame/pasted';
import { Beside, overdue } from './Beside';
import { Filters } from './Filters';
import { daysTo, promised, todayHere } from '../format/days';
import { useSeen } from './seen';

/** The bench: seven planks, one per stage; each job's machine stands on its plank in its present ink. */
export function Bench() {
  const bench = useBench();
  useLiveBench();
  const jobs = bench.data?.jobs ?? [];
  const counts = new Map(bench.data?.counts.map((c) => [c.stage, c.count]));
  const all = [...counts.values()].reduce((a, b) => a + b, 0);
  const navigate = useNavigate();
  const who = usePerson();
  const [help, setHelp] = useState(false);
  const [filter, setFilter] = useState<JobFilter>(NO_FILTER);
  const [filtering, setFiltering] = useState(false);
  const today = todayHere();
  const looking = filter.words.trim() !== '' || filters(filter);
  const found = useFoundJobs(filter);
  const pages = looking ? (found.data?.pages ?? []) : [];
  const hits = pages.flatMap((p) => p.jobs);
  const foundNow = useFoundNow();
  const now = useRef(filter);
  const put = (change: Partial<JobFilter>) => {
    now.current = { ...now.current, ...change };
    setFilter(now.current);
  };
  /** The first that these words find; the list below may be that of the words before. What can't be asked is said there. */
  const openFirst = async () => {
    const asked = now.current;
    const first = asked.words.trim() ? await foundNow(asked).catch(() => undefined) : undefined;
    if (first && now.current === asked) void navigate(`/jobs/${first.number}/${first.stage}`);
  };
  const shortcuts = [
    { key: 'n', what: 'begin a job', run: () => void navigate('/begin') },
    { key: '/', what: 'find a job', run: () => document.querySelector<HTMLInputElement>('#find-job')?.focus() },
    { key: 'f', what: 'filter jobs', run: () => setFiltering((f) => !f) },
    { key: 'p', what: 'paste a capture', run: () => document.querySelector<HTMLTextAreaElement>('#paste')?.focus() },
    { key: '?', what: 'these keys', run: () => setHelp(true) },
  ];
  useKeys(shortcuts);
  const late = overdue(useBeside().data, today);
  const knots = STAGES.map((s) => {
    const n = counts.get(s.stage) ?? 0;
    return { stage: s.stage, note: n ? plural(n, 'job', 'jobs') : '', bad: false };
  });
  return (
    <div className="frame on-bench">
      <PlainHead
        title="Bench"
        line={[bench.data ? plural(all, 'job', 'jobs') : '', late, who].filter(Boolean).join(' · ')}
        onWho={person.ask}
      >
        <FindJob typed={filter.words} onTyped={(words) => put({ words })} onEnter={() => void openFirst()} />
        <button
          type="button"
          className="btn"
          aria-expanded={filtering || filters(filter)}
          onClick={() => {
            if (filtering && filters(filter)) put({ ...NO_FILTER, words: now.current.words });
            setFiltering(!filtering);
          }}
        >
          Filter <kbd>f</kbd>
        </button>
        <Link to="/begin" className="btn go">
          Begin a job <kbd>n</kbd>
        </Link>
      </PlainHead>
      <Way knots={knots} now={null} to={() => null} onHelp={() => setHelp(true)} />
      <main
        className={bench.data && !looking && jobs.length > 0 ? 'field bench-field two' : 'field bench-field'}
        id="field"
      >
        {bench.error && (
          <p className="err pad" role="alert">
            {bench.data ? 'This list is not current' : 'The list of jobs can’t be loaded'}: {bench.error.message}
          </p>
        )}
        {!bench.data && !bench.error && <p className="pad quiet">Fetching the jobs …</p>}
        {(filtering || filters(filter)) && <Filters filter={filter} today={today} onFilter={put} />}
        {looking && (
          <FoundJobs
            typed={filter.words.trim()}
            filtered={filters(filter)}
            today={today}
            jobs={hits}
            sheets={Object.assign({}, ...pages.map((p) => p.sheets)) as Sheets}
            error={found.error?.message}
            asked={found.data !== undefined && !found.isPlaceholderData}
            more={found.hasNextPage ? () => void found.fetchNextPage() : undefined}
            fetching={found.isFetching}
          />
        )}
        {bench.data && !looking && (
          <div className="bench">
            {STAGES.map((s) => (
              <Plank
                key={s.stage}
                stage={s.stage}
                name={s.name}
                jobs={jobs.filter((j) => j.stage === s.stage)}
                sheets={bench.data.sheets}
                today={today}
                count={counts.get(s.stage) ?? 0}
              />
            ))}
          </div>
        )}
        {bench.data && !looking && jobs.length > 0 && (
          <Beside
            today={today}
            onAllDue={() => {
              setFiltering(true);
              put({ dueBy: '2099-12-31' });
            }}
          />
        )}
        {bench.isSuccess && jobs.length === 0 && !looking && (
          <div className="empty-bench">
            <h2>No job yet</h2>
            <p>
              Paste what a machine says of itself into the field below, for example the output of{' '}
              <code className="mono">dmidecode; cat /proc/meminfo</code>, or{' '}
              <Link to="/begin">begin with five answers</Link>.
            </p>
          </div>
        )}
      </main>
      <Foot />
      <Who />
      <Help open={help} onClose={() => setHelp(false)} />
    </div>
  );
}

/** The search of the bench: number, title, owner, person, machine, part or serial; Enter opens the first. */
function FindJob({
  typed,
  onTyped,
  onEnter,
}: {
  typed: string;
  onTyped: (typed: string) => void;
  onEnter: () => void;
}) {
  return (
    <div className="find find-job">
      <input
        id="find-job"
        placeholder="Find a job"
        aria-label="Find a job by number, title, owner, machine, part or serial"
        title="By number, title, owner, machine, part or serial"
        value={typed}
        maxLength={200}
        spellCheck={false}
        autoComplete="off"
        onChange={(e) => onTyped(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') onEnter();
          if (e.key === 'Escape') {
            onTyped('');
            e.currentTarget.blur();
          }
        }}
      />
      <kbd>/</kbd>
    </div>
  );
}

/** What was found, the newest first; each line says its stage. */
function FoundJobs({
  typed,
  filtered,
  today,
  jobs,
  sheets,
  error,
  asked,
  more,
  fetching,
}: {
  typed: string;
  /** Something is asked for beside the words. */
  filtered: boolean;
  today: string;
  jobs: BenchJob[];
  sheets: Sheets;
  error?: string;
  asked: boolean;
  more?: () => void;
  fetching: boolean;
}) {
  return (
    <section className="found-jobs" aria-label="Found">
      <p className="pad quiet" role="status">
        {error ??
          (jobs.length
            ? `${plural(jobs.length, 'job', 'jobs')}${more ? ' and more' : ''}, the newest first.${typed ? ' Enter opens the first, Esc goes back to the bench.' : ''}`
            : asked
              ? typed
                ? `No job${filtered ? ' of this filter' : ''} holds all of “${typed}”.`
                : 'No job is so.'
              : 'Looking …')}
      </p>
      <div className="plank">
        {jobs.map((j) => (
          <OnPlank key={j.number} job={j} sheet={j.plate ? sheets[j.plate.sheet] : undefined} today={today} stage />
        ))}
        {more && (
          <button type="button" className="btn o" disabled={fetching} onClick={more}>
            Older ones
          </button>
        )}
      </div>
    </section>
  );
}

/** Machine sheets by their marks: many jobs stand on the same one. */
type Sheets = BenchPage['sheets'];

/** One stage: its newest jobs, and the older ones when they are asked for. */
function Plank({
  stage,
  name,
  jobs,
  sheets,
  today,
  count,
}: {
  stage: Stage;
  name: string;
  jobs: BenchJob[];
  sheets: Sheets;
  today: string;
  count: number;
}) {
  const [open, setOpen] = useState(false);
  const older = useOlder(stage, jobs.at(-1)?.id, open);
  const pages = open ? (older.data?.pages ?? []) : [];
  const more = pages.flatMap((p) => p.jobs);
  const all: Sheets = Object.assign({}, sheets, ...pages.map((p) => p.sheets));
  const left = count - jobs.length - more.length;
  return (
    <section className="plank" aria-label={name}>
      {[...jobs, ...more].map((j) => (
        <OnPlank key={j.number} job={j} sheet={j.plate ? all[j.plate.sheet] : undefined} today={today} />
      ))}
      {older.error && <p className="err">{older.error.message}</p>}
      {left > 0 && (
        <button
          type="button"
          className="btn o"
          disabled={older.isFetching}
          onClick={() => (open ? void older.fetchNextPage() : setOpen(true))}
        >
          {left} older
        </button>
      )}
    </section>
  );
}

function OnPlank({
  job,
  sheet,
  today,
  stage,
}: {
  job: BenchJob;
  sheet?: MachineSheet;
  today: string;
  stage?: boolean;
}) {
  const small = sheet?.chassis?.kind === 'thin';
  const [place, seen] = useSeen<HTMLSpanElement>();
  return (
    <Link to={`/jobs/${job.number}/${job.stage}`} className={small ? 'job1 sm' : 'job1'}>
      <span className="pl" ref={place}>
        {seen && job.plate && sheet && <SmallPlate sheet={sheet} job={inkedBench(job.plate)} />}
      </span>
      <span>
        <span className="tt">
          <b>{job.title}</b> <i>{job.begunBy}</i>
        </span>
        <span className="quiet">
          {stage && `${STAGES.find((s) => s.stage === job.stage)?.name} · `}
          {job.number} {sheet ? [sheet.maker, sheet.name].filter(Boolean).join(' ') : 'machine not known yet'}
          {job.promisedFor && (
            <>
              {' '}
              ·{' '}
              <span className={daysTo(job.promisedFor, today) < 0 ? 'overdue' : undefined}>
                {daysTo(job.promisedFor, today) < 0 ? 'overdue since' : 'for'} {promised(job.promisedFor, today)}
              </span>
            </>
          )}
        </span>
        <p>
          {job.severity && job.severity !== 'note' && (
            <>
              <Mark severity={job.severity} />
              <b className={`sev-${job.severity}`}> {WORD[job.severity]}</b>{' '}
            </>
          )}
          <Saying text={job.line ?? 'Not worked out yet.'} />
        </p>
        {job.of > 0 && (
          <span className="quiet">
            <span className="bar2">
              <i style={{ width: `${(100 * job.done) / job.of}%` }} />
            </span>
            {job.done} of {job.of}{' '}
            {job.stage === 'survey' ? 'places known' : job.stage === 'proof' ? 'as expected' : 'done'}
          </span>
        )}
      </span>
    </Link>
  );
}

/** One field that takes a pasted capture at any time and says while typing what it understood. */
function Foot() {
  const navigate = useNavigate();
  const [text, setText] = useState('');
  const [reading, setReading] = useState<ReadView | null>(null);
  useEffect(() => {
    let current = true;
    if (!text.trim()) return;
    readCapture({ body: text }).then(
      (r) => current && setReading(r),
      (e: Error) =>
        current &&
        setReading({
          kind: '',
          sentence: e.message,
          usable: false,
          lines: 0,
          used: 0,
          rest: [],
          cutOff: false,
          remarks: [],
          product: null,
          sheetId: null,
          files: [],
          table: null,
          changed: [],
          leftOut: [],
        }),
    );
    return () => {
      current = false;
    };
  }, [text]);
  return (
    <section className="foot" aria-label="Paste">
      <textarea
        id="paste"
        className="inp"
        placeholder="Paste a capture here"
        aria-label="Paste a capture here"
        value={text}
        onChange={(e) => setText(e.target.value)}
        spellCheck={false}
      />
      <p aria-live="polite">
        {text.trim() ? (
          reading?.sentence
        ) : (
          <span className="quiet">
            what tools print of firmware, memory, drives, health, arrays, buses or networks; management pages and tables
            too
          </span>
        )}
      </p>
      <button
        type="button"
        className="btn o"
        disabled={!text.trim() || !reading?.usable}
        onClick={() => {
          void person.named().then(() => {
            pasted.keep(text, reading?.product ?? null);
            return navigate('/begin');
          });
        }}
      >
        Into a job
      </button>
    </section>
  );
}
