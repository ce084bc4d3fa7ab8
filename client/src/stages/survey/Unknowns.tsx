import type { Unknown } from '../../api/types';

/** Fewer of a kind are listed one by one. */
const FEW = 3;

/** Places that are asked alike, one after the other, as one row; each other question is a row of its own. */
export function rowsOf(list: readonly Unknown[]): Unknown[][] {
  const rows: Unknown[][] = [];
  for (const u of list) {
    const row = rows.at(-1);
    if (row && alike(row[0]!, u)) row.push(u);
    else rows.push([u]);
  }
  return rows.flatMap((row) => (row.length < FEW ? row.map((u) => [u]) : [row]));
}

const alike = (a: Unknown, b: Unknown) =>
  a.kind === 'place' &&
  b.kind === 'place' &&
  a.blocks === b.blocks &&
  a.place?.split(':')[0] === b.place?.split(':')[0];

/** What is not known, each with what waits for it. */
export function Unknowns({
  list,
  chosen,
  onChoose,
  hint,
}: {
  list: Unknown[];
  chosen: Unknown | undefined;
  onChoose: (u: Unknown) => void;
  /** What is remembered of it, in words; nothing where nothing is. */
  hint?: (u: Unknown) => string | null;
}) {
  if (list.length === 0) return null;
  return (
    <ul className="unknowns">
      {rowsOf(list).map((row) => {
        // The one that is asked just now stands for its like.
        const u = row.find((x) => x === chosen) ?? row[0]!;
        return (
          <li key={row[0]!.path}>
            <button type="button" aria-pressed={u === chosen} onClick={() => onChoose(u)}>
              <span className="q" aria-hidden="true">
                ?
              </span>
              <span>
                {u.question}
                {row.length > 1 && <span className="lab"> and {row.length - 1} like it</span>}
                <br />
                <span className="quiet">
                  {hint?.(u) ?? ''}blocks: {u.blocks}
                </span>
              </span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}
