import { useState } from 'react';
import { useDesk } from '../../frame/desk';
import { Message } from '../../frame/Message';
import { day, plural } from '../../format/numbers';
import { Paper } from './Paper';

/** Handover: the page the owner gets, printed as it stands here. */
export default function Handover() {
  const { job, apply } = useDesk();
  const [to, setTo] = useState(job.owner);
  const [asked, setAsked] = useState(false);
  const page = job.handover;
  if (!page) return <Message title="Nothing to hand over yet" text="The machine is not known yet." />;
  const handOver = () => (page.open.length > 0 && !asked ? setAsked(true) : apply({ type: 'handOver', to: to.trim() }));
  return (
    <main className="field hand-field" id="field" tabIndex={-1}>
      <div className="scroll paper-scroll">
        <div className="paper-bar no-print">
          {page.handedOver ? (
            <p>
              {page.handedOver.who} {page.handedOver.wording}, {day(page.handedOver.when)}.
            </p>
          ) : (
            <>
              {page.tooEarly && <p className="err">{page.tooEarly}</p>}
              <label className="field-label" htmlFor="to">
                Handed to
              </label>
              <input id="to" className="inp" value={to} onChange={(e) => setTo(e.target.value)} maxLength={120} />
              <button
                type="button"
                className="btn o"
                disabled={!to.trim() || page.lines.length === 0}
                onClick={handOver}
              >
                {asked ? 'Hand over all the same' : 'Hand over'}
              </button>
              {asked && (
                <p className="err" role="alert">
                  {plural(page.open.length, 'point is', 'points are')} open.{' '}
                  {page.open.length === 1 ? 'It stands' : 'They stand'} on top of the page the owner gets; press again
                  to hand over with them.
                </p>
              )}
            </>
          )}
          <a
            className="btn"
            href={`/api/jobs/${encodeURIComponent(job.number)}/handover.md`}
            download={`handover-${job.number}.md`}
          >
            Markdown
          </a>
          <button type="button" className="btn go" onClick={() => window.print()}>
            Print
          </button>
        </div>
        <Paper page={page} job={job} />
      </div>
    </main>
  );
}
