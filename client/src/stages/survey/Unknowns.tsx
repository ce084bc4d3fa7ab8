import type { Unknown } from '../../api/types';

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
      {list.map((u) => (
        <li key={u.path}>
          <button type="button" aria-pressed={u === chosen} onClick={() => onChoose(u)}>
            <span className="q" aria-hidden="true">
              ?
            </span>
            <span>
              {u.question}
              <br />
              <span className="quiet">
                {hint?.(u) ?? ''}blocks: {u.blocks}
              </span>
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}
