import { useState } from 'react';
import type { Edit } from '../../api/types';
import { daysTo, todayHere } from '../../format/days';
import { plural } from '../../format/numbers';

/** The day for which the machine is promised: on the bench and in the head of the job it is told. */
export function Promise({ day, onKeep }: { day: string | null; onKeep: (edit: Edit) => void }) {
  const [typed, setTyped] = useState(day ?? '');
  const keep = () => {
    if (typed !== (day ?? '')) onKeep({ type: 'setPromise', day: typed || null });
  };
  const left = day ? daysTo(day, todayHere()) : null;
  return (
    <div className="wish promise">
      <label htmlFor="promise-day">Promised for</label>
      <span className={left != null && left < 0 ? 'num overdue' : 'num found'}>
        {left == null ? '' : left < 0 ? 'overdue' : left === 0 ? 'today' : `${plural(left, 'day', 'days')}`}
      </span>
      <input
        id="promise-day"
        type="date"
        className="inp num"
        min="2000-01-01"
        max="2099-12-31"
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={keep}
        onKeyDown={(e) => e.key === 'Enter' && keep()}
      />
    </div>
  );
}
