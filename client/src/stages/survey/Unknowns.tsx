import type { Unknown } from '../../api/types';

/** What is not known, each with what waits for it. */
export function Unknowns({
  list,
  chosen,
  onChoose,
}: {
  list: Unknown[];
  chosen: Unknown | undefined;
  onChoose: (u: Unknown) => void;
}) {
  if (list.length === 0) return null;
  return (
    <ul className="unknowns">
      {list.map((u) => (
        <li key={u.path}>
          <button type="button" aria-pressed={u === chosen} onClick={() => onChoose(u)}>
            <span className="q" aria-hidden="true">
              ?
            </span>
            <span>
              {u.question}
              <br />
              <span className="quiet">blocks: {u.blocks}</span>
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}
