import { Link } from 'react-router';
import { useBeside } from '../api/bench';
import type { BenchAside } from '../api/types';
import { plural } from '../format/numbers';
import { Mark } from '../frame/Mark';
import { STAGES } from '../frame/Way';
import { daysTo, promised } from '../format/days';

/** Beside the planks: what is due, and what the shelf lacks for the jobs at work. */
export function Beside({ today, onAllDue }: { today: string; onAllDue: () => void }) {
  const { data, error } = useBeside();
  return (
    <aside className="beside" aria-label="Due and lacking" tabIndex={0}>
      {error ? (
        <p className="err pad">{error.message}</p>
      ) : data ? (
        <>
          <Due data={data} today={today} onAll={onAllDue} />
          <Lacking data={data} />
        </>
      ) : (
        <p className="pad quiet late">Looking what is due …</p>
      )}
    </aside>
  );
}

/** How many are overdue, in words; empty for none. Of more than are listed only these are counted. */
export function overdue(data: BenchAside | undefined, today: string): string {
  const late = (data?.due ?? []).filter((d) => daysTo(d.day, today) < 0).length;
  const more = late > 0 && late === data!.due.length && data!.dueCount > late;
  return late === 0 ? '' : `${late}${more ? ' or more' : ''} overdue`;
}

function Due({ data, today, onAll }: { data: BenchAside; today: string; onAll: () => void }) {
  const late = data.due.filter((d) => daysTo(d.day, today) < 0).length;
  const more = data.dueCount - data.due.length;
  return (
    <section>
      <h3>
        Due{' '}
        <span className="lab">
          {[overdue(data, today), data.dueCount - late > 0 && `${data.dueCount - late} ahead`]
            .filter(Boolean)
            .join(', ')}
        </span>
      </h3>
      {data.due.length === 0 && <p className="quiet">No job is promised for a day. A day is promised in Aim.</p>}
      <ul>
        {data.due.map((d) => {
          const left = daysTo(d.day, today);
          return (
            <li key={d.number} className={left < 0 ? 'overdue' : undefined}>
              <span className="num">{promised(d.day, today)}</span>
              <span>
                <Link to={`/jobs/${d.number}/${d.stage}`}>{d.title}</Link>
                <span className="quiet">
                  {d.number} · in {STAGES.find((s) => s.stage === d.stage)?.name}
                  {left < 0 && (
                    <>
                      {' '}
                      · <b>{plural(-left, 'day', 'days')} over</b>
                    </>
                  )}
                </span>
              </span>
            </li>
          );
        })}
      </ul>
      {more > 0 && (
        <button type="button" className="link" onClick={onAll}>
          {more} more
        </button>
      )}
    </section>
  );
}

function Lacking({ data }: { data: BenchAside }) {
  return (
    <section>
      <h3>
        The shelf lacks{' '}
        <span className="lab">
          for the jobs up to Prep
          {data.lacking.length > 0 && `: ${data.lacking.length} of ${plural(data.planned, 'kind', 'kinds')}`}
        </span>
      </h3>
      {data.lacking.length === 0 ? (
        <p className="quiet">
          {data.planned === 0
            ? 'No plan takes anything from the shelf.'
            : `Nothing: of ${data.planned === 1 ? 'the one kind' : `all ${data.planned} kinds`} that the plans take there are enough.`}
        </p>
      ) : (
        <table>
          <thead>
            <tr>
              <th>Part</th>
              <th className="num">there</th>
              <th className="num">planned</th>
              <th>
                <span className="spoken">Missing</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {data.lacking.map((l) => (
              <tr key={l.part}>
                <td>
                  <Link to={`/shelf/${encodeURIComponent(l.part)}`}>{l.name}</Link>
                  <span className="quiet">
                    {' '}
                    for{' '}
                    {l.jobs.slice(0, 4).map((n, i) => (
                      <span key={n}>
                        {i > 0 && ', '}
                        <Link to={`/jobs/${n}/prep`}>{n}</Link>
                      </span>
                    ))}
                    {l.jobs.length > 4 && ` and ${l.jobs.length - 4} more`}
                  </span>
                </td>
                <td className="num">{l.there}</td>
                <td className="num">
                  <b>{l.wanted}</b>
                </td>
                <td>
                  <Mark severity="care" title={`${l.wanted - l.there} missing`} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
