import { useState } from 'react';
import { Button } from '@mui/material';
import { useSearchParams } from 'react-router';
import type { ArrayFigures, ArrayPlan, JobView } from '../../../api/types';
import { useActs } from '../../../frame/desk';
import { useKeys } from '../../../frame/keys';
import { Figures } from '../storage/Figures';
import { Moving } from '../storage/Moving';
import { ArrayBar, type Opened } from './ArrayBar';
import { changed, moved, renamed, type EditOrSentence } from './arrayEdits';
import { ArrayForm } from './ArrayForm';
import { ArrayShown } from './ArrayShown';
import { Controllers } from './Controllers';
import { Fill } from './Fill';
import { KeeperTable } from './KeeperTable';
import { StripTable } from './StripTable';
import { Members } from './Members';
import { Rehearse } from './Rehearse';
import type { Rehearsing } from './rehearsing';
import { Simulate } from './Simulate';

/** Bays and arrays: which drives belong together, what that holds, survives and risks. */
export function ArraysTab({ job, stale, rehearsal }: { job: JobView; stale: boolean; rehearsal: Rehearsing }) {
  const { apply, say, select } = useActs();
  const arrays = job.arrays?.planned ?? [];
  const [name, setName] = useState<string | null>(null);
  const [open, setOpen] = useOpened();
  const shown = arrays.find((a) => a.plan.name === name) ?? arrays[0];
  const works = !!shown && !shown.why && !shown.now?.unplaced;
  const rehearse = () => rehearsal.set({ array: shown!.plan.name, failed: shown!.now?.out ?? [] });
  const leave = () => {
    rehearsal.set(null);
    setOpen(null);
  };
  useKeys(
    rehearsal.now || open
      ? [{ key: 'Escape', what: 'leave it', run: leave }]
      : [
          ...(works
            ? [
                { key: 'R', what: 'rehearse failures', run: rehearse },
                { key: 'S', what: 'simulate losses', run: () => setOpen('simulate') },
                { key: 'K', what: 'who keeps it, side by side', run: () => setOpen('keepers') },
                { key: 'T', what: 'strips, side by side', run: () => setOpen('strips') },
              ]
            : []),
          { key: 'B', what: 'fill free bays with one drive', run: () => setOpen('fill') },
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
  const close = () => setOpen(null);
  if (open === 'simulate' && works) return <Simulate job={job} array={shown} onClose={close} />;
  if (open === 'keepers' && shown) return <KeeperTable job={job} array={shown.plan.name} onClose={close} />;
  if (open === 'strips' && shown) return <StripTable job={job} array={shown.plan.name} onClose={close} />;
  if (open === 'moving') return <Moving job={job} onClose={close} />;
  if (open === 'figures') return <Figures job={job} onClose={close} />;
  if (open === 'fill') return <Fill job={job} onClose={close} />;
  if (open === 'controllers') return <Controllers job={job} onClose={close} />;

  /** Sends an edit, or says why there is none; true when one was sent. */
  const done = (what: EditOrSentence) => {
    if (what && 'edit' in what) apply(what.edit);
    else if (what) say(what.sentence);
    return !!what && 'edit' in what;
  };
  const change = (after: ArrayPlan) => {
    const edit = changed(shown!.plan, after);
    if (edit) apply(edit);
  };
  const begin = () => {
    const fresh = job.arrays?.fresh;
    if (!fresh) return say('No drive is free: put drives into bays first.');
    apply({ type: 'makeArray', array: fresh });
    setName(fresh.name);
  };
  const mend = job.arrays?.mend;
  const giveUp = (array: string) => {
    apply({ type: 'dropArray', name: array });
    say(`Array ${array} is given up.`);
  };
  const wasFound = !!shown && !!job.arrays?.found.some((f) => f.plan.name === shown.plan.name);
  return (
    <div className={stale ? 'sheet arrays old' : 'sheet arrays'} aria-label="Bays and arrays">
      <ArrayBar
        arrays={arrays}
        shown={shown}
        works={works}
        onShow={setName}
        onDrop={(place, onto) => done(moved(job, place, onto.plan))}
        onNew={begin}
        onGiveUp={giveUp}
        onRehearse={rehearse}
        onOpen={setOpen}
      />
      {mend && <Mend plan={mend} arrays={arrays} onMend={() => apply({ type: 'makeArray', array: mend })} />}
      {!shown && (
        <p className="quiet">
          No array yet. Put drives into bays: choose a bay on the plate and a drive from the shelf, or “Fill bays” for
          many; then “New array” takes the free drives that are alike, and each can be left out again.
        </p>
      )}
      {shown && (
        <>
          <ArrayForm
            plan={shown.plan}
            onChange={change}
            onKeepers={works ? () => setOpen('keepers') : undefined}
            onStrips={works ? () => setOpen('strips') : undefined}
            onRename={wasFound ? undefined : (fresh) => done(renamed(job, shown.plan, fresh)) && setName(fresh)}
          />
          <Members
            job={job}
            plan={shown.plan}
            onChange={change}
            onDrop={(place) => done(moved(job, place, shown.plan))}
          />
          <ArrayShown array={shown} wasFound={wasFound} onChange={change} />
        </>
      )}
    </div>
  );
}

/** A free drive can make up for one that an array lost. */
function Mend({ plan, arrays, onMend }: { plan: ArrayPlan; arrays: ArrayFigures[]; onMend: () => void }) {
  const was = arrays.find((a) => a.plan.name === plan.name)?.plan.members ?? [];
  const added = plan.members.filter((m) => !was.includes(m)).map((m) => m.slice(m.indexOf(':') + 1));
  return (
    <p className="row">
      <span>
        {plan.name} lacks {added.length === 1 ? 'a drive' : 'drives'}; what is in {added.join(', ')} can make up for it.
      </span>
      <Button size="small" variant="outlined" onClick={onMend}>
        Give it to {plan.name}
      </Button>
    </p>
  );
}

/** What is open stands in the address, so that it can be sent to somebody. */
function useOpened() {
  const [params, setParams] = useSearchParams();
  const set = (what: Opened | null) => {
    const next = new URLSearchParams(params);
    if (what) next.set('open', what);
    else next.delete('open');
    setParams(next, { replace: true });
  };
  return [params.get('open') as Opened | null, set] as const;
}
