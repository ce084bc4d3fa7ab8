import { useState } from 'react';
import type { ArrayPlan, JobView } from '../../../api/types';
import { hours, plural, short, tb, tib } from '../../../format/numbers';
import { useDesk } from '../../../frame/desk';
import { useKeys } from '../../../frame/keys';
import { WorkedSum } from '../../../frame/WorkedSum';
import { ArrayForm, ArrayWorth } from './ArrayForm';
import { Controllers } from './Controllers';
import { Endures } from './Endures';
import { Levels } from './Levels';
import { Rehearse } from './Rehearse';
import type { Rehearsing } from './rehearsing';
import { Simulate } from './Simulate';
import { Staircase } from './Staircase';
import { freeName } from './words';

/** Bays and arrays: which drives belong together, what that holds, survives and risks. */
export function ArraysTab({ job, stale, rehearsal }: { job: JobView; stale: boolean; rehearsal: Rehearsing }) {
  const { apply, say, select } = useDesk();
  const arrays = job.arrays?.planned ?? [];
  const [name, setName] = useState<string | null>(null);
  const [open, setOpen] = useState<'simulate' | 'controllers' | null>(null);
  const shown = arrays.find((a) => a.plan.name === name) ?? arrays[0];
  const works = !!shown && !shown.why;
  const rehearse = () => rehearsal.set({ array: shown!.plan.name, failed: [] });
  useKeys(
    rehearsal.now || open
      ? [
          {
            key: 'Escape',
            what: 'leave it',
            run: () => {
              rehearsal.set(null);
              setOpen(null);
            },
          },
        ]
      : [
          ...(works
            ? [
                { key: 'R', what: 'rehearse failures', run: rehearse },
                { key: 'S', what: 'simulate losses', run: () => setOpen('simulate') },
              ]
            : []),
          { key: 'C', what: 'controllers side by side', run: () => setOpen('controllers') },
        ],
    true,
  );
  const rehearsed = arrays.find((a) => a.plan.name === rehearsal.now?.array);
  if (rehearsed && !rehearsed.why)
    return (
      <Rehearse
        job={job}
        array={rehearsed}
        failed={rehearsal.now!.failed}
        onFail={rehearsal.fail}
        onPlace={select}
        onClose={() => rehearsal.set(null)}
      />
    );
  if (open === 'simulate' && works) return <Simulate job={job} array={shown} onClose={() => setOpen(null)} />;
  if (open === 'controllers') return <Controllers job={job} onClose={() => setOpen(null)} />;
  const make = (array: ArrayPlan) => apply({ type: 'makeArray', array });
  const begin = () => {
    const free = Object.keys(job.planned)
      .filter((p) => job.planned[p]?.drive && isHome(p) && !arrays.some((a) => holds(a.plan, p)))
      .sort(inOrder);
    if (free.length === 0) return say('No drive is free: put drives into bays first.');
    const fresh = freeName(arrays.map((a) => a.plan.name));
    make({
      name: fresh,
      level: free.length > 5 ? 'parity-2' : free.length > 2 ? 'parity-1' : free.length === 2 ? 'mirror' : 'single',
      members: free,
      host: arrays[0]?.plan.host ?? 'kernel',
      groups: 1,
      use: 'files',
      scratch: false,
      backedUp: false,
    });
    setName(fresh);
  };
  return (
    <div className={stale ? 'sheet arrays old' : 'sheet arrays'} aria-label="Bays and arrays">
      <div className="row wrap">
        {arrays.length > 0 && (
          <div className="seg" role="group" aria-label="Arrays">
            {arrays.map((a) => (
              <button
                key={a.plan.name}
                type="button"
                aria-pressed={a === shown}
                className={a === shown ? 'on' : ''}
                onClick={() => setName(a.plan.name)}
              >
                {a.plan.name}, {a.plan.members.length}
              </button>
            ))}
          </div>
        )}
        <button type="button" className="btn o" onClick={begin}>
          New array
        </button>
        {shown && (
          <button
            type="button"
            className="btn o"
            onClick={() => {
              apply({ type: 'dropArray', name: shown.plan.name });
              say(`Array ${shown.plan.name} is given up.`);
            }}
          >
            Give {shown.plan.name} up
          </button>
        )}
        {shown && <ArrayWorth plan={shown.plan} onChange={make} />}
        {works && (
          <>
            <button type="button" className="btn o end" data-key="R" aria-keyshortcuts="R" onClick={rehearse}>
              Rehearse failures
            </button>
            <button
              type="button"
              className="btn o"
              data-key="S"
              aria-keyshortcuts="S"
              onClick={() => setOpen('simulate')}
            >
              Simulate
            </button>
          </>
        )}
        <button
          type="button"
          className={works ? 'btn o' : 'btn o end'}
          data-key="C"
          aria-keyshortcuts="C"
          onClick={() => setOpen('controllers')}
        >
          Controllers
        </button>
      </div>
      {!shown && (
        <p className="quiet">
          No array yet. Put drives into bays: choose a bay on the plate and a drive from the shelf; then “New array”
          takes every free drive, and each can be left out again.
        </p>
      )}
      {shown && (
        <>
          <ArrayForm plan={shown.plan} onChange={make} />
          <Members job={job} plan={shown.plan} onChange={make} />
          {shown.why ? (
            <>
              <p className="err">
                {shown.plan.name} can’t be made: {shown.why}.
              </p>
              <Levels array={shown} onTake={(c) => make({ ...shown.plan, level: c.level, groups: c.groups })} />
            </>
          ) : (
            <>
              <div className="array-cols">
                <div>
                  <Staircase array={shown} />
                  <details className="worked-more">
                    <summary>Worked sum</summary>
                    <WorkedSum sum={shown.capacity!.why ?? null} />
                  </details>
                  <p className="small">
                    In order, as the drives give it: reads {Math.round(shown.readMBs)} MB/s, writes{' '}
                    {Math.round(shown.writeMBs)} MB/s. A request touches {Number(shown.touches.toFixed(1))} of{' '}
                    {plural(shown.dataDrives, 'data drive', 'data drives')} at strips of {shown.stripKiB} KiB.
                  </p>
                  {(shown.growth?.length ?? 0) > 1 && (
                    <p className="small">
                      Growing by drives like the smallest:{' '}
                      {shown
                        .growth!.filter((g) => !g.now)
                        .map((g) => `${g.count} make ${tb(g.usable)} (${tib(g.usable)})`)
                        .join(', ')}
                      .
                    </p>
                  )}
                </div>
                <Endures array={shown} />
              </div>
              <Levels array={shown} onTake={(c) => make({ ...shown.plan, level: c.level, groups: c.groups })} />
              {shown.rebuild && (
                <p className="quiet small">
                  A repair ends {hours(shown.repairHours)} after a failure. The mean time to loss,{' '}
                  {shown.meanYears && shown.meanYears > 1000
                    ? 'thousands of years'
                    : `${Math.round(shown.meanYears ?? 0)} years`}
                  , says little about the years people have.
                </p>
              )}
            </>
          )}
        </>
      )}
    </div>
  );
}

const isHome = (place: string) => /^(bay|m2):/.test(place);
const holds = (plan: ArrayPlan, place: string) => plan.members.includes(place) || !!plan.spares?.includes(place);
const inOrder = (a: string, b: string) => short(a).localeCompare(short(b), 'en', { numeric: true });

/** Every drive of the plan as a button: out, member, or spare of this array. */
function Members({ job, plan, onChange }: { job: JobView; plan: ArrayPlan; onChange: (p: ArrayPlan) => void }) {
  const drives = Object.keys(job.planned)
    .filter((p) => job.planned[p]?.drive && isHome(p))
    .sort(inOrder);
  const other = (place: string) =>
    job.arrays?.planned.find((a) => a.plan.name !== plan.name && holds(a.plan, place))?.plan.name;
  const step = (place: string) => {
    const spares = plan.spares ?? [];
    if (plan.members.includes(place)) {
      if (plan.members.length === 1) return;
      onChange({ ...plan, members: plan.members.filter((p) => p !== place), spares: [...spares, place] });
    } else if (spares.includes(place)) onChange({ ...plan, spares: spares.filter((p) => p !== place) });
    else onChange({ ...plan, members: [...plan.members, place].sort(inOrder) });
  };
  return (
    <div className="members" role="group" aria-label={`Drives of ${plan.name}: member, spare, or out`}>
      {drives.map((place) => {
        const taken = other(place);
        const state = plan.members.includes(place)
          ? 'member'
          : plan.spares?.includes(place)
            ? 'spare'
            : taken
              ? `in ${taken}`
              : 'out';
        return (
          <button
            key={place}
            type="button"
            className={`member ${taken ? 'taken' : state}`}
            disabled={!!taken}
            aria-label={`${short(place)}, ${job.planned[place]?.short ?? 'drive'}: ${state}`}
            title="member, spare, out"
            onClick={() => step(place)}
          >
            <span className="mono">{short(place)}</span> {job.planned[place]?.short} <small>{state}</small>
          </button>
        );
      })}
    </div>
  );
}
