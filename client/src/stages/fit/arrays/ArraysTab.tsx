import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { changeOf } from '../../../api/changes';
import type { ArrayPlan, JobView } from '../../../api/types';
import { hours, plural, short, tb, tib } from '../../../format/numbers';
import { useDesk } from '../../../frame/desk';
import { useKeys } from '../../../frame/keys';
import { WorkedSum } from '../../../frame/WorkedSum';
import { ArrayForm } from './ArrayForm';
import { Figures } from '../storage/Figures';
import { Moving } from '../storage/Moving';
import { Controllers } from './Controllers';
import { Endures } from '../../../drawings/Endures';
import { Levels } from '../../../drawings/Levels';
import { dropOn, holds, inOrder, Members } from './Members';
import { Rehearse } from './Rehearse';
import type { Rehearsing } from './rehearsing';
import { Simulate } from './Simulate';
import { Staircase } from '../../../drawings/Staircase';

/** Bays and arrays: which drives belong together, what that holds, survives and risks. */
export function ArraysTab({ job, stale, rehearsal }: { job: JobView; stale: boolean; rehearsal: Rehearsing }) {
  const { apply, say, select } = useDesk();
  const arrays = job.arrays?.planned ?? [];
  const [name, setName] = useState<string | null>(null);
  // What is open stands in the address, so that it can be sent to somebody.
  const [params, setParams] = useSearchParams();
  const open = params.get('open');
  const setOpen = (what: string | null) => {
    const next = new URLSearchParams(params);
    if (what) next.set('open', what);
    else next.delete('open');
    setParams(next, { replace: true });
  };
  const shown = arrays.find((a) => a.plan.name === name) ?? arrays[0];
  const works = !!shown && !shown.why;
  const rehearse = () => rehearsal.set({ array: shown!.plan.name, failed: shown!.now?.out ?? [] });
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
          { key: 'D', what: 'data that moves, drives that leave', run: () => setOpen('moving') },
          { key: 'F', what: 'figures behind the chances', run: () => setOpen('figures') },
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
  if (open === 'moving') return <Moving job={job} onClose={() => setOpen(null)} />;
  if (open === 'figures') return <Figures job={job} onClose={() => setOpen(null)} />;
  if (open === 'controllers') return <Controllers job={job} onClose={() => setOpen(null)} />;
  const make = (array: ArrayPlan) => apply({ type: 'makeArray', array });
  /** Of an array that stands, only what changed is sent. */
  const change = (before: ArrayPlan, after: ArrayPlan) => {
    const edit = changeOf(`array:${before.name}`, before, after);
    if (edit) apply(edit);
  };
  /** A drive that is dragged onto an array leaves the one it was in. */
  const drop = (place: string, onto: ArrayPlan) => {
    const from = arrays.find((a) => a.plan.name !== onto.name && holds(a.plan, place))?.plan;
    if (onto.members.includes(place)) return;
    if (from?.members.length === 1) return say(`${from.name} would have no drive left: give it up first.`);
    const without = (plan: ArrayPlan): ArrayPlan => ({
      ...plan,
      members: plan.members.filter((p) => p !== place),
      spares: (plan.spares ?? []).filter((p) => p !== place),
    });
    const joined = { ...without(onto), members: [...onto.members, place].sort(inOrder) };
    if (!from) return change(onto, joined);
    apply({
      type: 'together',
      what: `moves ${short(place)} from ${from.name} to ${onto.name}`,
      edits: [changeOf(`array:${from.name}`, from, without(from))!, changeOf(`array:${onto.name}`, onto, joined)!],
    });
  };
  const begin = () => {
    const fresh = job.arrays?.fresh;
    if (!fresh) return say('No drive is free: put drives into bays first.');
    make(fresh);
    setName(fresh.name);
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
                {...dropOn((place) => {
                  setName(a.plan.name);
                  drop(place, a.plan);
                })}
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
        {works && (
          <>
            <button type="button" className="btn o end" data-key="⇧R" aria-keyshortcuts="Shift+R" onClick={rehearse}>
              Rehearse
            </button>
            <button
              type="button"
              className="btn o"
              data-key="⇧S"
              aria-keyshortcuts="Shift+S"
              onClick={() => setOpen('simulate')}
            >
              Simulate
            </button>
          </>
        )}
        <button
          type="button"
          className={works ? 'btn o' : 'btn o end'}
          data-key="⇧C"
          aria-keyshortcuts="Shift+C"
          onClick={() => setOpen('controllers')}
        >
          Controllers
        </button>
        <button
          type="button"
          className="btn o"
          data-key="⇧D"
          aria-keyshortcuts="Shift+D"
          onClick={() => setOpen('moving')}
        >
          Moving
        </button>
        <button
          type="button"
          className="btn o"
          data-key="⇧F"
          aria-keyshortcuts="Shift+F"
          onClick={() => setOpen('figures')}
        >
          Figures
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
          <ArrayForm
            plan={shown.plan}
            onChange={(plan) => change(shown.plan, plan)}
            onRename={
              job.arrays?.found.some((f) => f.plan.name === shown.plan.name)
                ? undefined
                : (fresh) => {
                    if (arrays.some((a) => a.plan.name === fresh)) return say(`There is an array ${fresh} already.`);
                    apply({
                      type: 'together',
                      what: `calls array ${shown.plan.name} ${fresh}`,
                      edits: [
                        { type: 'dropArray', name: shown.plan.name },
                        { type: 'makeArray', array: { ...shown.plan, name: fresh } },
                        ...job.caches
                          .filter((c) => c.plan.volumes.some((v) => v.array === shown.plan.name))
                          .map((c) => ({
                            type: 'planCache' as const,
                            cache: {
                              ...c.plan,
                              volumes: c.plan.volumes.map((v) =>
                                v.array === shown.plan.name ? { ...v, array: fresh } : v,
                              ),
                            },
                          })),
                      ],
                    });
                    setName(fresh);
                  }
            }
          />
          <Members
            job={job}
            plan={shown.plan}
            onChange={(plan) => change(shown.plan, plan)}
            onDrop={(place) => drop(place, shown.plan)}
          />
          {shown.why ? (
            <>
              <p className="err">
                {job.arrays?.found.some((f) => f.plan.name === shown.plan.name)
                  ? `No figures for ${shown.plan.name}: ${shown.why}.`
                  : `${shown.plan.name} can’t be made: ${shown.why}.`}
              </p>
              <Levels
                array={shown}
                onTake={(c) => change(shown.plan, { ...shown.plan, level: c.level, groups: c.groups })}
              />
            </>
          ) : (
            <>
              {shown.now && (
                <p className={shown.leftNow == null || shown.leftNow === 0 ? 'err' : 'warn'} role="status">
                  <b>As found</b> {shown.plan.name} {shown.now.words}:{' '}
                  {shown.leftNow == null
                    ? 'how much it still survives is not known'
                    : shown.leftNow === 0
                      ? 'a further failure may lose it'
                      : `it survives ${plural(shown.leftNow, 'further failure', 'further failures')}`}
                  . The figures below hold once it is whole.
                </p>
              )}
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
                    {plural(shown.plan.members.length, 'drive', 'drives')} at strips of {shown.stripKiB} KiB.
                  </p>
                  {shown.placesLeft === 0 && <p className="small">It can’t grow here: no place for a drive is left.</p>}
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
              <Levels
                array={shown}
                onTake={(c) => change(shown.plan, { ...shown.plan, level: c.level, groups: c.groups })}
              />
              {(shown.migrations?.length ?? 0) > 0 && (
                <p className="small">
                  Can become, keeping its data:{' '}
                  {shown
                    .migrations!.map(
                      (m) =>
                        `${m.name.toLowerCase()}${m.code ? ` (${m.code})` : ''}${m.drives ? ` with ${plural(m.drives, 'drive', 'drives')} more` : ''}, ${tb(m.usable)}, about ${hours(m.hours)}`,
                    )
                    .join('; ')}
                  .
                  {shown.rebuild &&
                    ` Larger drives one by one: ${plural(shown.plan.members.length, 'rebuild', 'rebuilds')} of ${hours(shown.rebuild.hours)} each; the space shows after the last.`}
                </p>
              )}
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
