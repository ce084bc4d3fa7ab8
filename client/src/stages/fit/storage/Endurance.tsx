import type { EnduranceRow } from '../../../api/types';
import { short } from '../../../format/numbers';

/** How long every flash drive of the plan lasts, and who says so. */
export function Endurance({ rows }: { rows: EnduranceRow[] }) {
  if (rows.length === 0) return null;
  return (
    <section className="levels">
      <table>
        <thead>
          <tr>
            <th>
              <b>Flash of the plan</b>
            </th>
            <th>Serves</th>
            <th className="num">Written a day</th>
            <th>Who says so</th>
            <th className="num">Written already</th>
            <th className="num">Rated</th>
            <th className="num">Lasts</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.place}>
              <td>
                <span className="mono">{short(r.place)}</span> {r.name}
              </td>
              <td>{r.serves}</td>
              <td className="num">{r.gbPerDay == null ? 'not known' : `${Number(r.gbPerDay.toPrecision(3))} GB`}</td>
              <td className="wrap-text">{r.basis}</td>
              <td className="num">{r.writtenTB == null ? 'not known' : `${Number(r.writtenTB.toFixed(1))} TB`}</td>
              <td className="num">{r.ratedTB == null ? 'not known' : `${Math.round(r.ratedTB)} TB`}</td>
              <td className="num">
                <b>
                  {r.years == null ? 'not known' : r.years > 100 ? 'over 100 years' : `${r.years.toFixed(1)} years`}
                </b>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
