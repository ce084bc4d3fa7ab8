import { useLayOut } from '../../../api/hooks';
import type { JobView } from '../../../api/types';
import { mbs, plural, short } from '../../../format/numbers';
import { useActs } from '../../../frame/desk';
import { splitWords } from './words';

/** Assign for me: where each card and module goes best, what is to be set, and what finds no place. */
export function Assign({ job }: { job: JobView }) {
  const { apply, say } = useActs();
  const ask = useLayOut(job);
  const found = ask.data;
  const a = found?.assignment;
  return (
    <div className="assign no-print">
      <div className="row wrap">
        <button type="button" className="btn o" disabled={ask.isPending} onClick={() => ask.mutate()}>
          {ask.isPending ? 'Looking at all of them …' : 'Assign for me'}
        </button>
        {ask.error && <span className="err">{ask.error.message}</span>}
        {a && !a.edit && <span>It stands as well as it can: {a.proof}</span>}
      </div>
      {found && a?.edit && (
        <div className="assign-answer" role="region" aria-label="Computed layout">
          <p>
            <b>
              {found.stopsBefore === found.stopsAfter
                ? `${plural(a.moves, 'part moves', 'parts move')}.`
                : `${plural(found.stopsAfter, 'stop', 'stops')} left of ${found.stopsBefore}.`}
            </b>{' '}
            Devices could move {mbs(a.lostBefore)} more than their links carry now, {mbs(a.lostMBs)} then.{' '}
            <span className="quiet">{a.proof}</span>
          </p>
          <ul className="plain">
            {a.parts
              .filter((p) => p.to !== p.from)
              .map((p) => (
                <li key={p.from}>
                  {p.part}: <span className="mono">{short(p.from)}</span>{' '}
                  {p.to ? (
                    <>
                      to <span className="mono">{short(p.to)}</span>
                    </>
                  ) : (
                    <b>stays out, {p.why}</b>
                  )}
                </li>
              ))}
            {Object.entries(a.edit.splits).map(([slot, widths]) => (
              <li key={slot}>
                set <span className="mono">{slot}</span> to {splitWords(widths)}
              </li>
            ))}
          </ul>
          <div className="row">
            <button
              type="button"
              className="btn go"
              onClick={() => {
                apply({ ...a.edit!, type: 'layOut' });
                say('Laid out anew; undo takes it back.');
              }}
            >
              Take it
            </button>
            <button type="button" className="btn o" onClick={() => ask.reset()}>
              Leave it
            </button>
          </div>
        </div>
      )}
    </div>
  );
}
