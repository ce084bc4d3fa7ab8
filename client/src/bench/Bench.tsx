import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { filters, NO_FILTER, useBench, useBeside, useFoundJobs, useFoundNow, type JobFilter } from '../api/bench';
import { useLiveBench } from '../api/follow';
import { person, usePerson } from '../api/person';
import { todayHere } from '../format/days';
import { plural } from '../format/numbers';
import { Help, Who } from '../frame/dialogs';
import { useKeys } from '../frame/keys';
import { PlainHead } from '../frame/PlainHead';
import { STAGES, Way } from '../frame/Way';
import { Beside, overdue } from './Beside';
import { Filters } from './Filters';
import { Foot } from './Foot';
import { FoundJobs, Plank, type Sheets } from './Planks';

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
