import { useState } from 'react';
import { useWays } from '../../api/hooks';
import type { JobView, Unknown } from '../../api/types';
import { useDesk } from '../../frame/desk';
import { PlateBox } from '../../frame/PlateBox';
import { Verdicts } from '../../frame/Verdicts';
import { Answer } from './Answer';
import { Captures } from './Captures';
import { PlaceAsFound } from './PlaceAsFound';
import { Start } from './Start';

/** Survey: captures, what is still unknown with what it blocks, and one unknown answered by hand beside them. */
export default function Survey() {
  const { job, apply, selected, select } = useDesk();
  const [path, setPath] = useState<string | null>(null);
  const ways = useWays(job).data ?? [];
  if (!job.sheet) return <Start />;
  const chosen =
    job.unknowns.find((u) => (u.place ? u.place === selected : u.path === path)) ??
    (selected || path ? undefined : job.unknowns[0]);
  const choose = (u: Unknown) => {
    setPath(u.path);
    select(u.place ?? null);
  };
  const onPlace = (place: string) => {
    setPath(null);
    select(place);
  };
  const known = Object.keys(job.found).length + job.foundEmpty.length;
  return (
    <>
      <main className="field" id="field" tabIndex={-1}>
        <PlateBox
          sheet={job.sheet}
          job={asFound(job)}
          name="survey"
          inks={['found', 'empty', 'dark', 'unknown']}
          selected={selected}
          onAct={onPlace}
          note={`${known} places known`}
        />
        <div className="sheet survey-cols">
          <Captures phase="before" />
          <section className="stack">
            <h3>
              Unknown, and what it blocks <span className="lab">{job.unknowns.length}</span>
            </h3>
            {job.unknowns.length === 0 ? (
              <p className="quiet">Everything that counts is known.</p>
            ) : (
              <ul className="unknowns">
                {job.unknowns.map((u) => (
                  <li key={u.path}>
                    <button type="button" aria-pressed={u === chosen} onClick={() => choose(u)}>
                      <span className="q" aria-hidden="true">
                        ?
                      </span>
                      <span>
                        {u.question}
                        <br />
                        <span className="quiet">blocks: {u.blocks}</span>
                      </span>
                    </button>
                  </li>
                ))}
              </ul>
            )}
          </section>
          <section className="stack">
            {selected && (!chosen || chosen.place) ? (
              <PlaceAsFound key={selected} place={selected} onDone={() => nextPlace(job, selected, select)} />
            ) : chosen?.place ? (
              <PlaceAsFound
                key={chosen.place}
                place={chosen.place}
                onDone={() => nextPlace(job, chosen.place!, select)}
              />
            ) : chosen ? (
              <Answer key={chosen.path} unknown={chosen} onDone={() => setPath(null)} />
            ) : (
              <SystemFacts job={job} />
            )}
          </section>
        </div>
      </main>
      <Verdicts findings={job.findings} ways={ways} onPlace={onPlace} onEdit={apply} />
    </>
  );
}

/** Survey draws the machine as found, whatever is planned. */
const asFound = (job: JobView) => ({ ...job, planned: job.found, changes: [] });

/** The next place that nobody has looked at, so that a board is entered without the mouse. */
function nextPlace(job: JobView, done: string, select: (place: string | null) => void) {
  const open = job.unknowns.filter((u) => u.place && u.place !== done).map((u) => u.place!);
  select(open[0] ?? null);
}

function SystemFacts({ job }: { job: JobView }) {
  const facts: [string, string | null | undefined][] = [
    ['Serial', job.system.serial],
    ['Board revision', job.system.boardRevision],
    ['Firmware', job.system.firmware],
    ['System', job.system.osBits ? `${job.system.osBits} bit` : null],
    ['System shows', job.system.memTotalKiB ? `${(job.system.memTotalKiB / 1048576).toFixed(1)} GiB` : null],
    ['Largest module on the sheet', job.sheet?.memory?.slotLimitGiB ? `${job.sheet.memory.slotLimitGiB} GiB` : null],
    ['Largest total on the sheet', job.sheet?.memory?.totalLimitGiB ? `${job.sheet.memory.totalLimitGiB} GiB` : null],
  ];
  return (
    <>
      <h3>What is known of it</h3>
      <table>
        <tbody>
          {facts.map(([name, value]) => (
            <tr key={name}>
              <td>{name}</td>
              <td className="num">{value ?? <span className="quiet">not known</span>}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="quiet">Choose a place on the plate to look at it or to correct it.</p>
    </>
  );
}
