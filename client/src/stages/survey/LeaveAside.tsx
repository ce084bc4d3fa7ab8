import type { Unknown } from '../../api/types';
import { rowsOf } from './Unknowns';

/** Leaves the question that is asked just now aside, with its like, and says why that is harmless and what it costs. */
export function LeaveAside({
  list,
  chosen,
  onLeave,
}: {
  list: readonly Unknown[];
  chosen: Unknown;
  onLeave: (paths: string[]) => void;
}) {
  const like = rowsOf(list).find((row) => row.includes(chosen)) ?? [chosen];
  return (
    <p className="row wrap leave-aside">
      <span className="quiet">
        Left aside it harms nothing, for not known is never counted as fitting. What waits for it stays not known:{' '}
        {chosen.blocks}.
      </span>
      <button type="button" className="btn o" onClick={() => onLeave([chosen.path])}>
        Leave aside
      </button>
      {like.length > 1 && (
        <button type="button" className="btn o" onClick={() => onLeave(like.map((u) => u.path))}>
          All {like.length} like it
        </button>
      )}
    </p>
  );
}
