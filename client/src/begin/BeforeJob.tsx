import type { JobView, Unknown } from '../api/types';
import { places, plural, tb } from '../format/numbers';
import { Mark, WORD } from '../frame/Mark';
import { Saying } from '../frame/Saying';
import { jobPlace } from '../plate/ink';
import { layout } from '../plate/layout';
import { SmallPlate } from '../plate/Plate';

const MOST = 5;

const asked = (trial: JobView) => trial.unknowns.filter((u) => !u.aside && !u.optional);

/** What the job would say and ask, before there is one. */
export function BeforeJob({ trial, about }: { trial: JobView | undefined; about: string }) {
  const hard = trial?.findings.filter((f) => f.severity !== 'note') ?? [];
  const shown = hard.length > 0 ? hard : (trial?.findings ?? []);
  const ask = trial ? asked(trial) : [];
  const aside = trial?.unknowns.filter((u) => u.aside) ?? [];
  return (
    <aside className="before-job" aria-label="What the job would say" tabIndex={0}>
      <div className="before-job-head">
        <b>{about || 'What is to be done?'}</b>
        {trial?.sheet && (
          <span className="quiet">
            {plural(ask.length, 'asked', 'asked')}
            {aside.length > 0 && `, ${aside.length} left aside`}
          </span>
        )}
      </div>
      {!trial?.sheet && (
        <p className="quiet pad">
          Once the machine is chosen, what stands in the way and what will be asked stands here.
        </p>
      )}
      {trial?.sheet && <Outcome trial={trial} />}
      {shown.slice(0, MOST).map((f) => (
        <article key={f.code + f.sentence} className={`v ${f.severity}`} data-code={f.code}>
          <Mark severity={f.severity} />
          <div className="sev">
            <b>{WORD[f.severity]}</b>
            <span className="code">{f.code}</span>
          </div>
          <p>
            <Saying text={f.sentence} />
          </p>
        </article>
      ))}
      {shown.length > MOST && <p className="quiet pad">{shown.length - MOST} more in the job.</p>}
      {ask.length > 0 && (
        <section className="pad">
          <h3>Will be asked</h3>
          <Questions list={ask} />
        </section>
      )}
      {aside.length > 0 && (
        <section className="pad">
          <h3>
            Left aside <span className="lab">{aside.length}</span>
          </h3>
          <p className="quiet">Unknown still, and one press away in the job.</p>
          <Questions list={aside} />
        </section>
      )}
    </aside>
  );
}

function Questions({ list }: { list: Unknown[] }) {
  return (
    <ol className="will-ask">
      {list.slice(0, MOST).map((u) => (
        <li key={u.path}>
          {u.question}
          <span className="quiet">{u.blocks}</span>
        </li>
      ))}
      {list.length > MOST && <li className="quiet">and {list.length - MOST} more</li>}
    </ol>
  );
}

/** Bay 9 before bay 12. */
const inOrder = (list: string[]) => places(list.toSorted((a, b) => a.localeCompare(b, 'en', { numeric: true })));

/** What comes out with what the line plans, and what goes into the notes: the reason, and what finds no place; nothing where it plans nothing. */
function Outcome({ trial }: { trial: JobView }) {
  const noted = (trial.survey.notes.machine ?? '').split('\n').filter(Boolean);
  const memory = trial.memory?.planned;
  const modules = trial.changes.filter((c) => c.in?.module);
  const drives = trial.changes.filter((c) => c.in?.drive);
  if (trial.changes.length + noted.length === 0) return null;
  const bytes = drives.reduce((sum, c) => sum + (c.in!.drive!.bytes ?? 0), 0);
  return (
    <section className="pad outcome" aria-label="What comes out">
      {modules.length > 0 && memory && (
        <p>
          <b>
            {memory.words} at {memory.rate.words || 'a rate that is not known'}
          </b>
          <span className="quiet">
            {plural(modules.length, 'module', 'modules')} in {inOrder(modules.map((c) => c.place))}
          </span>
        </p>
      )}
      {drives.length > 0 && (
        <p>
          <b>
            {plural(drives.length, 'drive', 'drives')} in {inOrder(drives.map((c) => c.place))}
          </b>
          <span className="quiet">{tb(bytes)} before any array</span>
        </p>
      )}
      {noted.map((l) => (
        <p key={l}>
          <span className="lab">Noted</span> {l}
        </p>
      ))}
    </section>
  );
}

/** The machine as it would stand in Survey: what is asked ringed, the rest pale. */
export function PlateBefore({ trial, purposes }: { trial: JobView | undefined; purposes: number }) {
  if (!trial?.sheet) return null;
  const kinds = new Set(asked(trial).flatMap((u) => (u.kind === 'place' && u.place ? [u.place.split(':')[0]!] : [])));
  const known = new Set([...Object.keys(trial.found), ...trial.foundEmpty]);
  const ringed = layout(trial.sheet)
    .places.map((p) => jobPlace(p))
    .filter((p) => kinds.has(p.split(':')[0]!) && !known.has(p));
  return (
    <figure className="plate-before">
      <figcaption>
        <b>{[trial.sheet.maker, trial.sheet.name].filter(Boolean).join(' ')}</b>
        {purposes > 0 && <span className="quiet">asked: ringed · left aside: pale</span>}
      </figcaption>
      <SmallPlate sheet={trial.sheet} job={trial} ringed={purposes > 0 ? ringed : undefined} />
    </figure>
  );
}
