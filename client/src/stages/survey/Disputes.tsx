import { Link } from 'react-router';
import type { Dispute } from '../../api/types';
import { useDesk } from '../../frame/desk';

/** Sources that contradict each other, side by side; the person decides which one counts. */
export function Disputes({ disputes, onPlace }: { disputes: Dispute[]; onPlace: (place: string) => void }) {
  const { apply, job } = useDesk();
  return disputes.map((d) => (
    <article key={d.key} className="v care" data-dispute={d.key}>
      <svg className="mark" width="16" height="12" aria-hidden="true">
        <path d="M2 10a6 6 0 0 1 12 0z" fill="var(--straw)" />
      </svg>
      <div className="sev">
        <b>Sources differ</b>
      </div>
      <p>
        {d.place ? (
          <>
            About{' '}
            <button type="button" className="link mono" onClick={() => onPlace(d.place!)}>
              {d.subject}
            </button>
          </>
        ) : (
          d.subject[0]!.toUpperCase() + d.subject.slice(1)
        )}
      </p>
      <div className="sides">
        {d.claims.map((c) => (
          <div key={c.by} className={c.by === d.believed ? 'side believed' : 'side'}>
            <span className="quiet">{c.by}</span>
            <b>{c.says}</b>
            {c.by === d.believed && <span className="quiet">counts now</span>}
            {(c.by === 'sheet' || !d.claims.some((x) => x.by === 'sheet')) && (
              <button type="button" className="btn o" onClick={() => apply({ type: 'settle', place: d.key, by: c.by })}>
                Believe this
              </button>
            )}
          </div>
        ))}
      </div>
      {d.claims.some((c) => c.by === 'sheet') && (
        <p className="quiet">
          Look at the machine; if the sheet is wrong,{' '}
          <Link className="link" to={`/sheets/new?job=${job.number}`}>
            put it right in the editor
          </Link>
          .
        </p>
      )}
    </article>
  ));
}
