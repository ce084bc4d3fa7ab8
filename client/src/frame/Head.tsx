import { daysTo, promised, todayHere } from '../format/days';
import { useDesk } from './desk';
import { Find } from './Find';
import { POLICIES, POLICY_NAMES } from './policies';
import { Brand, ModeSwitch, Person } from './PlainHead';

/** Head of a job: title, machine, policy, undo, search, who, day and night. */
export function Head({
  onUndo,
  onRedo,
  onWho,
  onHistory,
}: {
  onUndo: () => void;
  onRedo: () => void;
  onWho: () => void;
  onHistory: () => void;
}) {
  const { job, apply } = useDesk();
  const [day, today] = [job.aim.promisedFor, todayHere()];
  return (
    <header className="head">
      <Brand />
      <div className="job">
        <h1>{job.title}</h1>
        <span className="lab">
          Job {job.number}
          {job.sheet
            ? ` · ${[job.sheet.maker, job.sheet.name].filter(Boolean).join(' ')}${job.sheet.draft ? ', draft sheet' : ''}`
            : ''}
          {job.system.boardRevision ? `, board revision ${job.system.boardRevision}` : ''}
          {day && !job.handedOver && (
            <>
              {' · '}
              <span className={daysTo(day, today) < 0 ? 'overdue' : undefined}>
                {daysTo(day, today) < 0 ? 'overdue since' : 'for'} {promised(day, today)}
              </span>
            </>
          )}
        </span>
      </div>
      <i className="vr" />
      <span className="lab" id="policy-label">
        Policy
      </span>
      <div className="seg" role="group" aria-labelledby="policy-label">
        {POLICIES.map((policy) => (
          <button
            key={policy}
            type="button"
            aria-pressed={job.policy === policy}
            onClick={() => job.policy !== policy && apply({ type: 'setPolicy', policy })}
          >
            {POLICY_NAMES[policy]}
          </button>
        ))}
      </div>
      <i className="vr" />
      <button type="button" className="btn" onClick={onUndo} title="Take back your last change (u)">
        Undo
      </button>
      <button type="button" className="btn" onClick={onRedo} title="Bring it again (r)">
        Redo
      </button>
      <button type="button" className="btn" onClick={onHistory} title="Who did what (h)">
        History
      </button>
      <Find />
      <Person onWho={onWho} />
      <ModeSwitch />
    </header>
  );
}
