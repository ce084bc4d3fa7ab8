import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { JobView, Step } from '../../api/types';
import { hours, plural, short } from '../../format/numbers';
import { useDesk } from '../../frame/desk';
import { Field } from '../../frame/Field';
import { Message } from '../../frame/Message';
import { PrintHead } from '../../frame/PrintHead';
import type { Inked } from '../../plate/ink';
import { Plate, SmallPlate } from '../../plate/Plate';
import { everyPlace } from '../../plate/everyPlace';
import { PlaceAsFound } from '../survey/PlaceAsFound';

/** Hands-on: one step at a time, large, for a tablet beside the machine. */
export default function HandsOn() {
  const { job, apply } = useDesk();
  const navigate = useNavigate();
  const steps = job.runbook?.steps ?? [];
  const firstOpen = steps.findIndex((s) => !done(s));
  const [at, setAt] = useState<number | null>(null);
  const [all, setAll] = useState(false);
  const [different, setDifferent] = useState(false);
  const [typed, setTyped] = useState('');
  if (!job.sheet || steps.length === 0)
    return <Message title="Nothing to do at the machine" text="The plan changes nothing yet: choose parts in Fit." />;

  function done(s: Step) {
    return job.ticks[s.key]?.wording === s.title;
  }
  const index = Math.min(at ?? (firstOpen < 0 ? steps.length - 1 : firstOpen), steps.length - 1);
  const step = steps[index]!;
  const next = steps[index + 1];
  const finished = firstOpen < 0;
  // What is erased for good is named by hand first, place by place.
  const wanted = step.typeFirst ?? [];
  const named = wanted.length === 0 || done(step) || sameNames(typed, wanted);
  const finish = () => {
    if (!named) return;
    setTyped('');
    if (!done(step)) apply({ type: 'setTick', key: step.key, done: true, wording: step.title });
    setAt(index + 1 < steps.length ? index + 1 : index);
    setDifferent(false);
  };
  const groups = [...new Set(steps.map((s) => s.group))];
  const place = step.places[0];
  const sofar = asDone(job, steps.filter(done), step);
  const stale = job.ticks[step.key] && !done(step);

  return (
    <main className="field hands-field" id="field" tabIndex={-1}>
      <PrintHead what="Step sheet" />
      <div className="hands">
        <div className="groups no-print">
          {groups.map((g) => (
            <div key={g} className={g === step.group ? 'now' : ''}>
              {g}
              <span className="beads">
                {steps.map((s, i) =>
                  s.group === g ? (
                    <i
                      key={s.key}
                      className={i === index ? 'n' : done(s) ? 'd' : job.ticks[s.key] ? 'a' : ''}
                      title={s.title}
                    />
                  ) : null,
                )}
              </span>
            </div>
          ))}
          <button type="button" className="big no-print" aria-expanded={all} onClick={() => setAll(!all)}>
            {all ? 'One by one' : 'All steps'}
          </button>
        </div>
        {/* On the screen when asked for, on paper always. */}
        <div className={all ? 'steps-box' : 'print-only'}>
          <AllSteps
            steps={steps}
            done={done}
            onTick={(s) => {
              // A step that erases is done one by one, with its places typed.
              if (s.typeFirst && !done(s)) {
                setAt(steps.indexOf(s));
                setAll(false);
              } else apply({ type: 'setTick', key: s.key, done: !done(s), wording: s.title });
            }}
          />
        </div>
        {!all && (
          <div className="mid2 no-print">
            <div className="stack">
              <div className="picture">
                <Plate sheet={job.sheet} job={sofar} near={place} label="Where the hand goes" />
              </div>
              {place && (
                <p>
                  <b className="mono">{short(place)}</b> {where(job, place)}
                </p>
              )}
              <CameOut job={job} done={done} now={step.key} />
            </div>
            <div className="stack stepcol">
              <p className="quiet">
                Step {index + 1} of {steps.length} · about {plural(step.minutes, 'minute', 'minutes')}
                {step.waitHours != null && `, then ${hours(step.waitHours)} of waiting`}
                {done(step) && ' · done'}
              </p>
              <h2>{step.title}</h2>
              {stale && (
                <p className="caution">
                  <b>Look again.</b> This step was ticked as “{job.ticks[step.key]!.wording}”; the plan has changed
                  since.
                </p>
              )}
              {/* While something different is entered, the steps make room. */}
              {!different && (
                <>
                  <ol className="how">
                    {step.how.map((h) => (
                      <li key={h}>{h}</li>
                    ))}
                  </ol>
                  {step.caution && (
                    <p className="caution">
                      <b>Care</b> {step.caution}
                    </p>
                  )}
                  {step.notes?.map((n) => (
                    <p key={n} className="noted">
                      <b>Noted</b> {n}
                    </p>
                  ))}
                  {wanted.length > 0 && !done(step) && (
                    <Field
                      id="type-places"
                      label={`Type the places that are erased, ${plural(wanted.length, 'name', 'names')} with spaces between`}
                      value={typed}
                      onChange={setTyped}
                    />
                  )}
                </>
              )}
              {different ? (
                <Different place={place} onDone={() => setDifferent(false)} />
              ) : (
                <button type="button" className="big" onClick={() => setDifferent(true)}>
                  Something is different
                </button>
              )}
              <div className="mini">
                <SmallPlate sheet={job.sheet} job={sofar} />
              </div>
            </div>
          </div>
        )}
        <div className="foot2 no-print">
          <button type="button" className="big" disabled={index === 0} onClick={() => setAt(Math.max(0, index - 1))}>
            <b>Back</b>
            {index > 0 ? steps[index - 1]!.title : ''}
          </button>
          <button
            type="button"
            className="big go"
            onClick={finished && !next ? () => void navigate(`/jobs/${job.number}/proof`) : finish}
            disabled={!named}
          >
            <b>{next ? (done(step) ? 'Next' : 'Done, next') : finished ? 'All steps are done' : 'Done'}</b>
            {next?.title ?? (finished ? 'To Proof: what to look at now' : 'Proof says what to look at now')}
          </button>
        </div>
      </div>
    </main>
  );
}

/** The same names, in any order, however they are parted. */
const sameNames = (typed: string, wanted: string[]) => {
  const names = typed.split(/[\s,;]+/).filter(Boolean);
  const key = (list: string[]) => [...new Set(list.map((n) => n.toLowerCase()))].sort().join(' ');
  return names.length > 0 && key(names) === key(wanted);
};

/** The machine as it stands now: what is done looks found, the step at hand is in copper or hatched, what comes later is not there yet. */
function asDone(job: JobView, doneSteps: Step[], now: Step): Inked {
  const isDone = new Set(doneSteps.map((s) => s.key));
  const planned = { ...job.found };
  const found = { ...job.found };
  const changes: JobView['changes'] = [];
  for (const c of job.changes) {
    const out = isDone.has(`out:${c.place}`);
    const come = isDone.has(`in:${c.place}`);
    if (now.key === `out:${c.place}` && !out) {
      changes.push({ ...c, in: null, movedFrom: null, movedTo: null });
      delete planned[c.place];
      continue;
    }
    if (out) {
      delete planned[c.place];
      delete found[c.place];
    }
    if (come && c.in) planned[c.place] = found[c.place] = c.in;
    else if (now.key === `in:${c.place}` && c.in) {
      changes.push({ ...c, out: null, movedFrom: null, movedTo: null });
      planned[c.place] = c.in;
    }
  }
  return { found, planned, changes, foundEmpty: [...job.foundEmpty, ...job.changes.map((c) => c.place)] };
}

/** What is found differs from the record: it becomes an edit of the as-found record, and what remains is computed anew. */
function Different({ place, onDone }: { place?: string; onDone: () => void }) {
  const { job } = useDesk();
  const [at, setAt] = useState(place ?? '');
  return (
    <section className="different" aria-label="Something is different">
      <label className="field-label" htmlFor="different">
        Where?
      </label>
      <select id="different" className="inp" value={at} onChange={(e) => setAt(e.target.value)}>
        <option value="">choose a place</option>
        {everyPlace(job.sheet!).map(([kind, places]) => (
          <optgroup key={kind} label={kind}>
            {places.map((p) => (
              <option key={p} value={p}>
                {short(p)}: {job.found[p]?.short ?? (job.foundEmpty.includes(p) ? 'empty' : 'not known')}
              </option>
            ))}
          </optgroup>
        ))}
      </select>
      {at && <PlaceAsFound key={at} place={at} onDone={onDone} what="as it really is" />}
      <button type="button" className="btn o" onClick={onDone}>
        Nothing is different
      </button>
    </section>
  );
}

function where(job: JobView, at: string): string {
  const slot = job.memory?.ladder.find((s) => `slot:${s.slot}` === at);
  return slot ? `channel ${slot.channel}, ${slot.socket}; the drawing has the rear at the top` : '';
}

/** What left the machine, with where it lies: the ledger must balance before the cover closes. */
function CameOut({ job, done, now }: { job: JobView; done: (s: Step) => boolean; now: string }) {
  const { cameOut, steps } = job.runbook!;
  if (cameOut.length === 0) return <p className="quiet">Nothing leaves the machine for good.</p>;
  const isOut = (key: string) => steps.some((s) => s.key === key && done(s));
  return (
    <table className="ledger">
      <thead>
        <tr>
          <th>From</th>
          <th>What</th>
          <th>Serial</th>
          <th>Lies in</th>
          <th className="num">
            {cameOut.filter((l) => isOut(l.stepKey)).length} of {cameOut.length} out
          </th>
        </tr>
      </thead>
      <tbody>
        {cameOut.map((l) => (
          <tr key={l.stepKey}>
            <td className="mono">{short(l.place)}</td>
            <td>{l.part}</td>
            <td>{l.serial ?? '–'}</td>
            <td>{l.liesIn}</td>
            <td className="num">{l.stepKey === now ? <b className="chg">now</b> : isOut(l.stepKey) ? 'out' : 'in'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** The whole sheet of steps with boxes; it is also what is printed. */
function AllSteps({ steps, done, onTick }: { steps: Step[]; done: (s: Step) => boolean; onTick: (s: Step) => void }) {
  return (
    <div className="steps" tabIndex={0} role="region" aria-label="All steps">
      {steps.map((s, i) => (
        <label key={s.key}>
          <input type="checkbox" className="box" checked={done(s)} onChange={() => onTick(s)} />
          <span>
            {i + 1}. {s.title}
            {s.caution && <span className="quiet"> · {s.caution}</span>}
            {s.notes?.map((n) => (
              <span key={n}> · noted: {n}</span>
            ))}
          </span>
          <span className="quiet">
            {s.minutes} min{s.waitHours != null && `, then ${hours(s.waitHours)}`}
          </span>
        </label>
      ))}
    </div>
  );
}
