import type { Worked } from '../api/types';

/** A worked sum: what went in, what limits, what came out, and the source. */
export function WorkedSum({
  sum,
  reason,
  source,
  basis,
}: {
  sum: Worked | null;
  reason?: string;
  source?: string;
  basis?: string;
}) {
  return (
    <div className="why">
      {reason && <p className="why-reason">{reason}</p>}
      {sum && (
        <>
          <h4>Worked sum</h4>
          <div className="sum two">
            {sum.lines.map((l, i) => (
              <SumLine key={i} formula={l.formula} value={l.value} limits={l.limits} />
            ))}
            <span className="t">{sum.result.formula}</span>
            <span className="r t">{sum.result.value}</span>
          </div>
        </>
      )}
      <p className="src">
        <b>Source</b> {source ?? sum?.source}
        {basis && (
          <>
            <br />
            <b>Basis</b> {basis}
          </>
        )}
      </p>
    </div>
  );
}

function SumLine({ formula, value, limits }: { formula: string; value: string; limits?: boolean }) {
  return (
    <>
      <span>
        {formula}
        {limits ? ' ◂' : ''}
      </span>
      <span className="r">{limits ? <b>{value}</b> : value}</span>
    </>
  );
}
