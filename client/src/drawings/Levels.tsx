import { drivesOf } from './drivesOf';
import type { ArrayFigures, LevelColumn } from '../api/types';
import { group, percent } from '../format/numbers';

/** The same drives in every level that they make, side by side; a press takes one. */
export function Levels({ array, onTake }: { array: ArrayFigures; onTake?: (level: LevelColumn) => void }) {
  const columns = array.others ?? [];
  if (columns.length < 2) return null;
  const most = Math.max(...columns.map((c) => c.usable), 1);
  const fastest = Math.max(...columns.map((c) => c.requests), 1);
  const rows: [string, (c: LevelColumn) => string, ((c: LevelColumn) => number)?][] = [
    ['Usable, TB', (c) => (c.usable / 1e12).toFixed(1), (c) => c.usable / most],
    ['Shown, TiB', (c) => (c.usable / 2 ** 40).toFixed(2)],
    ['Survives always · at best', (c) => `${c.surely} · ${c.atBest}`],
    ['Of pairs of failures, survived', (c) => percent(c.survived[1] ?? 0), (c) => c.survived[1] ?? 0],
    ['Of triples, survived', (c) => percent(c.survived[2] ?? 0)],
    ['Small requests a second', (c) => group(c.requests), (c) => c.requests / fastest],
    ['Lost within 5 years', (c) => (c.loss == null ? 'not known' : percent(c.loss))],
  ];
  return (
    <section className="levels">
      <table>
        <thead>
          <tr>
            <th>
              <b>The same {drivesOf(array)} drives</b>
            </th>
            {columns.map((c) => (
              <th key={`${c.level}${c.groups}`} className={c.isThis ? 'num on' : 'num'}>
                {c.isThis || !onTake ? (
                  <b>{c.words}</b>
                ) : (
                  <button type="button" className="link" onClick={() => onTake(c)} title={`Plan ${c.words} instead`}>
                    {c.words}
                  </button>
                )}{' '}
                {c.code && <span className="quiet">{c.code}</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, words, bar]) => (
            <tr key={name}>
              <td>{name}</td>
              {columns.map((c) => (
                <td key={`${c.level}${c.groups}`} className={c.isThis ? 'num on' : 'num'}>
                  {bar && (
                    <svg width="48" height="8" viewBox="0 0 48 8" aria-hidden="true">
                      <rect x="0" y="0" width={48 * bar(c)} height="8" fill={c.isThis ? 'var(--ink)' : 'var(--line)'} />
                    </svg>
                  )}{' '}
                  {c.isThis ? <b>{words(c)}</b> : words(c)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
