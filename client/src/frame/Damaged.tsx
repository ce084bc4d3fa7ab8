import type { JobView } from '../api/types';
import { HistoryTable } from './HistoryTable';

/** A job that can't be worked out any more: what failed, its history, and the way back. */
export function Damaged({ job, onUndo }: { job: JobView; onUndo: () => void }) {
  return (
    <main className="field wide-field" id="field">
      <div className="table-page stack">
        <h2>Job {job.number} can’t be worked out</h2>
        <p className="err">{job.damage}</p>
        <div className="row wrap">
          <button type="button" className="btn go" onClick={onUndo}>
            Take the last change back
          </button>
          <a
            className="btn o"
            href={`/api/jobs/${encodeURIComponent(job.number)}/document`}
            download={`job-${job.number}.json`}
          >
            Export this job
          </a>
        </div>
        <h3>History</h3>
        <HistoryTable number={job.number} lastNumber={job.lastNumber} open />
      </div>
    </main>
  );
}
