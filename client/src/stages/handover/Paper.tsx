import type { HandoverPage, JobView } from '../../api/types';
import { Saying } from '../../frame/Saying';
import { Plate } from '../../plate/Plate';
import { workedOn } from '../../plate/worked';
import { day, places, short } from '../../format/numbers';
import { Evidence } from './Evidence';
import { Part, Rows } from './Rows';

/** The page that the owner gets, as the core wrote it; only the pictures are drawn here. */
export function Paper({ page, job }: { page: HandoverPage; job: JobView }) {
  return (
    <article className="paper">
      <header className="row top">
        <div>
          <h1>{page.job.title}</h1>
          <p className="quiet">
            {[page.machine, `Job ${page.job.number}`, page.job.owner].filter(Boolean).join(' · ')}
          </p>
        </div>
        <b className="end">Irvak</b>
      </header>
      <p className="lead">{page.lead}</p>
      {page.open.length > 0 && (
        <section className="openpoints">
          <Part
            title="Open when it was handed over"
            rows={page.open.map((o) => ({
              key: o.word + o.sentence,
              cells: [
                o.kind === 'stop' || o.kind === 'deviates' ? <b>{o.word}</b> : o.word,
                <Saying text={o.sentence} />,
              ],
            }))}
          />
        </section>
      )}
      <Pictures job={job} />
      <div className="cols">
        <section>
          <h3>What was done</h3>
          {page.done.length === 0 ? (
            <p className="quiet">nothing</p>
          ) : (
            <Rows rows={page.done.map((d) => ({ key: d, cells: [<Saying text={d} />] }))} />
          )}
        </section>
        <section>
          <h3>What to watch</h3>
          <Rows
            rows={page.watch.map((w) => ({
              key: w.sentence,
              cells: [
                <>
                  <Saying text={w.sentence} />
                  {w.asFoundToo && <span className="quiet"> It was so before.</span>}
                </>,
              ],
            }))}
          />
        </section>
      </div>
      <Part
        title="What was wished"
        head={['What', 'Wish', 'Reached']}
        rows={page.wished.map((w) => ({
          key: w.what,
          cells: [w.what, w.wish, w.isMet === false ? <b>{w.reached}, not met</b> : w.reached],
        }))}
      />
      <Part title="Entered in the firmware" rows={page.settings.map((s) => ({ key: s, cells: [s] }))} />
      <Part
        title="Noted"
        rows={page.notes.map((n) => ({ key: n.about, cells: [<span className="mono">{n.about}</span>, n.text] }))}
      />
      <Part
        title="Drives that left, and what became of their data"
        rows={page.fates.map((f) => ({
          key: f.drive,
          cells: [<Saying text={f.drive} />, f.fate, f.by && `${f.by.who}, ${day(f.by.when)}`],
        }))}
      />
      <h3>
        Parts off the maker’s list <span className="lab">policy of this job: {page.policy}</span>
      </h3>
      {page.offList.length === 0 ? (
        <p>None.</p>
      ) : (
        <Rows
          head={['Part', 'Place', 'Evidence', 'Warranty']}
          rows={page.offList.map((o) => ({
            key: o.part,
            cells: [<b>{o.part}</b>, <span className="mono">{places(o.places)}</span>, o.evidence, o.remark],
          }))}
        />
      )}
      <Evidence page={page} />
      <Part
        title="New parts"
        head={['Into', 'What', 'Serial']}
        rows={page.cameIn.map((p) => ({
          key: p.place,
          cells: [<span className="mono">{short(p.place)}</span>, p.part, p.serial ?? '–'],
        }))}
      />
      <h3>Old parts</h3>
      {page.left.length === 0 ? (
        <p>None left the machine.</p>
      ) : (
        <Rows
          head={['From', 'What', 'Serial', 'Lies in']}
          rows={page.left.map((p) => ({
            key: p.place,
            cells: [<span className="mono">{short(p.place)}</span>, p.part, p.serial ?? '–', p.liesIn],
          }))}
        />
      )}
      <div className="sign">
        <div>Handed over by{page.handedOver ? `: ${page.handedOver.who}` : ''}</div>
        <div>Received by, date</div>
      </div>
    </article>
  );
}

/** The part of the machine that was worked on, before and after. */
function Pictures({ job }: { job: JobView }) {
  const view = workedOn(job.changes) ?? (job.sheet?.bays?.length ? 'bays' : 'memory');
  if (!job.sheet) return null;
  return (
    <div className="cols">
      <div>
        <h4>Before</h4>
        <Plate
          sheet={job.sheet}
          job={{ ...job, planned: job.found, changes: [] }}
          view={view}
          label="The machine before"
        />
      </div>
      <div>
        <h4>After</h4>
        <Plate sheet={job.sheet} job={job} view={view} label="The machine after" />
      </div>
    </div>
  );
}
