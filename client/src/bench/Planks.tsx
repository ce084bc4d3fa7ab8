import { useState } from 'react';
import { Link } from 'react-router';
import { useOlder } from '../api/bench';
import type { BenchJob, BenchPage, MachineSheet, Stage } from '../api/types';
import { daysTo, promised } from '../format/days';
import { plural } from '../format/numbers';
import { Mark, WORD } from '../frame/Mark';
import { Saying } from '../frame/Saying';
import { STAGES } from '../frame/Way';
import { inkedBench } from '../plate/ink';
import { SmallPlate } from '../plate/Plate';
import { useSeen } from './seen';

/** What was found, the newest first; each line says its stage. */
export function FoundJobs({
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
export type Sheets = BenchPage['sheets'];

/** One stage: its newest jobs, and the older ones when they are asked for. */
export function Plank({
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
