import type { Dispute } from '../../api/types';
import { useDesk } from '../../frame/desk';

/** Sources that contradict each other, side by side; the person decides which one counts. */
export function Disputes({ disputes, onPlace }: { disputes: Dispute[]; onPlace: (place: string) => void }) {
  const { apply } = useDesk();
  return disputes.map((d) => (
    <article key={d.place ?? d.subject} className="v care" data-dispute={d.place ?? d.subject}>
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
            {c.by === d.believed && <span className="quiet">stands on the plate</span>}
            {d.place && (
              <button
                type="button"
                className="btn o"
                onClick={() => apply({ type: 'settle', place: d.place!, by: c.by })}
              >
                Believe this
              </button>
            )}
          </div>
        ))}
      </div>
      {!d.place && <p className="quiet">Look at the machine and put the sheet or the fact right by hand.</p>}
    </article>
  ));
}
