import type { Claim, Worked } from '../api/types';
import { WHOSE } from './whose';

/** A worked sum: what went in, what limits, what came out, and the source. */
export function WorkedSum({
  sum,
  reason,
  source,
  basis,
  claims = [],
}: {
  sum: Worked | null;
  reason?: string;
  source?: string;
  basis?: string;
  claims?: readonly Claim[];
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
      {claims.length > 0 && (
        <>
          <h4>Sources differ</h4>
          <ul className="claims">
            {claims.map((c, i) => (
              <li key={i}>
                {c.value}: {WHOSE[c.word]}, {c.source}
                {c.chosen && <b>, believed</b>}
              </li>
            ))}
          </ul>
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
