import { Link } from 'react-router';
import type { Stage } from '../api/types';

export const STAGES: { stage: Stage; name: string }[] = [
  { stage: 'survey', name: 'Survey' },
  { stage: 'aim', name: 'Aim' },
  { stage: 'fit', name: 'Fit' },
  { stage: 'prep', name: 'Prep' },
  { stage: 'hands-on', name: 'Hands-on' },
  { stage: 'proof', name: 'Proof' },
  { stage: 'handover', name: 'Handover' },
];

interface Knot {
  stage: Stage;
  note: string;
  bad: boolean;
}

/** The seven stages as a line with knots, each with what is open there. */
export function Way({
  knots,
  now,
  to,
  onHelp,
}: {
  knots: Knot[];
  now: Stage | null;
  to: (stage: Stage) => string | null;
  onHelp: () => void;
}) {
  const at = STAGES.findIndex((s) => s.stage === now);
  return (
    <nav className="way" aria-label="Stages">
      <ol>
        {STAGES.map(({ stage, name }, i) => {
          const knot = knots.find((k) => k.stage === stage);
          const link = to(stage);
          const inner = (
            <>
              <span className="knot">{i + 1}</span>
              <span className="nm">{name}</span>
              <span className={knot?.bad ? 'ct bad' : 'ct'}>{knot?.note ?? ''}</span>
            </>
          );
          return (
            <li key={stage} className={i === at ? 'now' : now && i > at ? 'todo' : 'done'}>
              {link ? (
                <Link to={link} aria-current={i === at ? 'step' : undefined}>
                  {inner}
                </Link>
              ) : (
                inner
              )}
            </li>
          );
        })}
      </ol>
      <div className="foot-help">
        <button type="button" className="btn" onClick={onHelp} aria-label="Keys">
          <kbd>?</kbd>
        </button>
      </div>
    </nav>
  );
}
