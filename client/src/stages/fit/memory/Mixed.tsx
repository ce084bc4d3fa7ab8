import type { JobView } from '../../../api/types';

/** In what the modules differ, what it does, and what it does not do. */
export function Mixed({ facts }: { facts: NonNullable<JobView['memory']>['mixed'] }) {
  if (facts.length === 0) return null;
  return (
    <details className="mixed">
      <summary>
        The modules differ in {facts.length} {facts.length === 1 ? 'way' : 'ways'}
      </summary>
      <ul>
        {facts.map((f) => (
          <li key={f.what}>
            <b>{f.what}</b>: {f.risks ?? 'nothing is lost'}; <span className="quiet">{f.spares}</span>
          </li>
        ))}
      </ul>
    </details>
  );
}
