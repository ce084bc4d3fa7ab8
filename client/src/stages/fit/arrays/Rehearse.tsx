import { useRehearsal } from '../../../api/hooks';
import type { ArrayFigures, JobView } from '../../../api/types';
import { hours, percent, short } from '../../../format/numbers';
import { Saying } from '../../../frame/Saying';

const FATE = {
  out: ['failed', 'out'],
  'may-fail': ['may fail', 'may'],
  loses: ['loses it all', 'loses'],
  keep: ['keep it', 'keep'],
} as const;

/** Drives fail by a click, for practice: what state the array is in, what may still fail, and what to do. */
export function Rehearse({
  job,
  array,
  failed,
  onFail,
  onPlace,
  onClose,
}: {
  job: JobView;
  array: ArrayFigures;
  failed: string[];
  onFail: (place: string) => void;
  onPlace: (place: string) => void;
  onClose: () => void;
}) {
  const { data, error } = useRehearsal(job, array.plan.name, failed, true);
  return (
    <section className="sheet arrays" aria-label="Rehearse failures">
      <div className="row wrap">
        <h3>Rehearse failures of {array.plan.name}</h3>
        <span className="quiet">Press drives here or on the drawing to fail them. Nothing is planned or stored.</span>
        <button type="button" className="btn o end" onClick={onClose}>
          Leave it
        </button>
      </div>
      {error && <p className="err">{error.message}</p>}
      {data && (
        <>
          <p className={`rehearsed ${data.state}`} role="status">
            <b>{data.state === 'whole' ? 'Whole' : data.state === 'degraded' ? 'Degraded' : 'Lost'}</b>{' '}
            <Saying text={data.sentence} onPlace={onPlace} />
          </p>
          <div className="members" role="group" aria-label={`Drives of ${data.array}: press to fail or bring back`}>
            {data.members.map((m) => (
              <button
                key={m.place}
                type="button"
                aria-pressed={m.fate === 'out'}
                className={`member fate-${FATE[m.fate][1]}`}
                onClick={() => onFail(m.place)}
              >
                <span className="mono">{short(m.place)}</span> <small>{FATE[m.fate][0]}</small>
              </button>
            ))}
          </div>
          {data.state !== 'whole' && (
            <div className="array-cols">
              <ol className="dolist">
                {data.todo.map((t) => (
                  <li key={t}>
                    <Saying text={t} onPlace={onPlace} />
                  </li>
                ))}
              </ol>
              {data.rebuildHours != null && (
                <table className="endures">
                  <tbody>
                    <tr>
                      <td>One drive is made up for in</td>
                      <td className="num">{hours(data.rebuildHours)}</td>
                    </tr>
                    <tr>
                      <td>Loses the array meanwhile</td>
                      <td className="num">{percent(data.lossMeanwhile ?? 0)}</td>
                    </tr>
                    <tr>
                      <td>Unreadable sector with nothing to make up for it, at most</td>
                      <td className="num">{percent(data.unreadable)}</td>
                    </tr>
                  </tbody>
                </table>
              )}
            </div>
          )}
        </>
      )}
    </section>
  );
}
