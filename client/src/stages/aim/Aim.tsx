import { useState } from 'react';
import { useAim } from '../../api/hooks';
import { useWays } from '../../api/ways';
import { plural } from '../../format/numbers';
import { useDesk } from '../../frame/desk';
import { Verdicts } from '../../frame/Verdicts';
import { SmallPlate } from '../../plate/Plate';
import { CellNumber } from './CellNumber';
import { Clashes } from './Clashes';
import { MemoryWays, wantsMemory } from './MemoryWays';
import { Needs } from './Needs';
import { PathOfAim, Picture, type Typed } from './Picture';
import { Promise } from './Promise';
import { Policies } from './Policies';
import { Touch } from './Touch';
import { Volumes } from './Volumes';
import { Wish } from './Wish';
import { WISHES, isAbout, wished } from './wishRows';

const MEMORY = WISHES.find((w) => w.wish === 'memoryGiB')!;

/** Aim: what is wished of the whole machine and of each volume, drawn against what is there and what can be reached. */
export default function Aim() {
  const { job, apply, select } = useDesk();
  const picture = useAim(job).data;
  const ways = useWays(job).data ?? [];
  const [all, setAll] = useState(false);
  const [typed, setTyped] = useState<Typed>({});
  const [chosen, setChosen] = useState<string>();
  const aside = WISHES.filter((w) => !isAbout(w, job)).length;
  const storage = all || job.topics.includes('arrays') || job.topics.includes('bays') || job.volumes.length > 0;
  const volume = job.volumes.find((v) => v.volume.name === chosen) ?? job.volumes[0];
  return (
    <>
      <main className="field" id="field" tabIndex={-1}>
        <div className="table-page aim" tabIndex={0} role="region" aria-label="Aim">
          {!job.sheet && <p className="notes quiet">Survey comes first: the machine is not known yet.</p>}
          <div className="aim-top">
            <section className="wishes">
              <div className="wish-head">
                <h3>The whole machine</h3>
                <span>found</span>
                <span>wish</span>
              </div>
              {(all ? WISHES : WISHES.filter((w) => isAbout(w, job))).map((w) => (
                <Wish
                  key={`${w.wish}${wished(job, w.wish)}`}
                  job={job}
                  row={w}
                  value={wished(job, w.wish)}
                  picture={picture}
                  onType={(n) => setTyped((t) => ({ ...t, [w.wish]: n }))}
                  onKeep={(value) => {
                    setTyped((t) => Object.fromEntries(Object.entries(t).filter(([wish]) => wish !== w.wish)));
                    apply({ type: 'setWish', wish: w.wish, value });
                  }}
                  onTouchAll={
                    (job.aim.alone ?? []).length > 0 ? () => apply({ type: 'leaveAlone', parts: [] }) : undefined
                  }
                />
              ))}
              <Clashes picture={picture} onWish={(wish, value) => apply({ type: 'setWish', wish, value })} />
              <Promise key={job.aim.promisedFor ?? ''} day={job.aim.promisedFor ?? null} onKeep={apply} />
              {storage && (
                <div className="wish">
                  <span>Look ahead</span>
                  <span />
                  <CellNumber
                    label="Look ahead"
                    unit="years"
                    value={job.aim.years ?? 5}
                    most={30}
                    onKeep={(value) => apply({ type: 'setWish', wish: 'years', value })}
                  />
                </div>
              )}
              {!all && aside > 0 && (
                <button type="button" className="link" onClick={() => setAll(true)}>
                  {plural(aside, 'wish', 'wishes')} left aside: show all
                </button>
              )}
              <Touch parts={picture?.parts ?? []} />
            </section>
            {job.sheet && (
              <div className="aim-picture">
                <Picture job={job} picture={picture} typed={typed} volume={volume} />
                {isAbout(MEMORY, job) && wantsMemory(job) && <MemoryWays job={job} />}
                {!storage && (
                  <div className="aim-plate">
                    <SmallPlate sheet={job.sheet} job={{ ...job, planned: job.found, changes: [] }} />
                  </div>
                )}
              </div>
            )}
          </div>
          {(all || isAbout(MEMORY, job) || (job.need?.things ?? []).length > 0) && <Needs />}
          <PathOfAim job={job} typed={typed} volume={volume} />
          {storage && <Volumes chosen={volume?.volume.name} onChoose={setChosen} />}
          <Policies picture={picture} policy={job.policy} />
        </div>
      </main>
      <Verdicts findings={job.findings} ways={ways} onPlace={select} onEdit={apply} />
    </>
  );
}
