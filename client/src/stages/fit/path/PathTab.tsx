import { useRef, useState } from 'react';
import { usePath } from '../../../api/hooks';
import type { JobView, PathFigures, PathFlow, PathWay } from '../../../api/types';
import { group, hours, mbs, plural } from '../../../format/numbers';
import { DrawingButtons } from '../../../frame/DrawingButtons';
import { useActs } from '../../../frame/desk';
import { PrintHead } from '../../../frame/PrintHead';
import { WorkedSum } from '../../../frame/WorkedSum';
import { Stream } from '../../../stream/Stream';

const WAYS: [PathWay, string][] = [
  ['read', 'Reading'],
  ['write', 'Writing'],
  ['small', 'Small writes'],
  ['rebuild', 'Rebuild'],
  ['scrub', 'Full check'],
];
const LINES = [1, 2.5, 5, 10, 25, 40, 50, 100, 200, 400];

/** Path: where the speed of an array goes, stage by stage, and what lifting one would bring. */
export function PathTab({ job, stale }: { job: JobView; stale: boolean }) {
  const sheet = job.paths!;
  const [name, setName] = useState<string | null>(null);
  const names = [...new Set([...sheet.planned.map((p) => p.name), ...sheet.singles])];
  const shown = name !== null && names.includes(name) ? name : names[0]!;
  const planned = sheet.planned.find((p) => p.name === shown);
  return (
    <div className={stale ? 'sheet path old' : 'sheet path'} aria-label="Path">
      <PrintHead what={`Path of ${shown}`} />
      {names.length > 1 && (
        <div className="row wrap no-print">
          <label className="lab" htmlFor="path-of">
            Path of
          </label>
          <select id="path-of" className="inp path-of" value={shown} onChange={(e) => setName(e.target.value)}>
            {names.map((n) => (
              <option key={n} value={n}>
                {sheet.singles.includes(n) ? `drive ${n}` : n}
              </option>
            ))}
          </select>
        </div>
      )}
      {planned ? <One key={shown} job={job} planned={planned} /> : <Single key={shown} job={job} name={shown} />}
    </div>
  );
}

/** A drive of its own, worked out when somebody looks. */
function Single({ job, name }: { job: JobView; name: string }) {
  const { data, error } = usePath(job, name, null, null, true);
  if (error) return <p className="err">{error.message}</p>;
  return data ? <One job={job} planned={data} /> : <p className="quiet">Working it out …</p>;
}

function One({ job, planned }: { job: JobView; planned: PathFigures }) {
  const [way, setWay] = useState<PathWay>('read');
  const [line, setLine] = useState<number | null>(null);
  const [drives, setDrives] = useState<number | null>(null);
  const [at, setAt] = useState<number | null>(null);
  const box = useRef<HTMLDivElement>(null);
  const asked = usePath(job, planned.name, line, drives);
  const whatIf = line !== null || drives !== null;
  const path = whatIf && asked.data && !asked.error ? asked.data : planned;
  const flow = path.flows.find((f) => f.way === way) ?? path.flows[0]!;
  const before = planned.flows.find((f) => f.way === flow.way)!;
  const shown = Math.min(at ?? flow.pinch ?? 0, flow.stages.length - 1);
  return (
    <>
      <div className="row wrap spread">
        <div className="seg" role="group" aria-label="What goes over it">
          {WAYS.filter(([w]) => path.flows.some((f) => f.way === w)).map(([w, words]) => (
            <button
              key={w}
              type="button"
              aria-pressed={w === flow.way}
              className={w === flow.way ? 'on' : ''}
              onClick={() => setWay(w)}
            >
              {words}
            </button>
          ))}
        </div>
        <DrawingButtons box={box} name={`${job.title} path ${planned.name}`} />
      </div>
      <p className="qs-answer">
        {planned.name}: {flow.verdict}
      </p>
      <Stream flow={flow} at={shown} onAt={setAt} ref={box} />
      <p className="quiet small">
        Band = MB/s that each stage lets through of the user’s bytes, to scale
        {flow.innerMBs != null && `; on inner tracks ${group(flow.innerMBs)}`}
        {flow.hours != null && `; takes ${hours(flow.hours)}`}. One reader, large files.
        {flow.stages
          .filter((s) => s.sharedMBs != null)
          .map(
            (s) =>
              ` ${s.name}: ${group(s.sharedMBs!)} while ${s.others.length > 3 ? `${s.others.length} others run` : `${s.others.join(', ')} ${s.others.length > 1 ? 'run' : 'runs'}`} too.`,
          )
          .join('')}
      </p>
      <div className="path-cols">
        <section aria-label="Worked sum of the stage">
          <h3 className="side-head">{flow.stages[shown]!.name}</h3>
          <WorkedSum sum={flow.stages[shown]!.why} />
        </section>
        <section aria-label="What if">
          <h3 className="side-head">What if</h3>
          <WhatIf planned={planned} line={line} drives={drives} onLine={setLine} onDrives={setDrives} />
          {asked.error && whatIf && <p className="err">{asked.error.message}</p>}
          {whatIf && !asked.error && (
            <p>
              <b>{mbs(flow.endMBs)}</b> instead of {group(before.endMBs)}: {gain(flow.endMBs, before.endMBs)}
            </p>
          )}
          <Frames job={job} />
          <Lifts flow={flow} />
        </section>
        <section aria-label="Benchmarks">
          <h3 className="side-head">A benchmark should show</h3>
          <Bands job={job} planned={planned} />
        </section>
      </div>
    </>
  );
}

/** The size of frames on the line: five per cent at best, and set at every end by hand. */
function Frames({ job }: { job: JobView }) {
  const { apply } = useActs();
  return (
    <div className="field-row">
      <label className="field-label" htmlFor="path-frames">
        Frames on the line, planned
      </label>
      <select
        id="path-frames"
        className="inp"
        value={job.aim.largeFrames ? 'large' : 'usual'}
        onChange={(e) => apply({ type: 'setFrames', large: e.target.value === 'large' })}
      >
        <option value="usual">1500 bytes, as usual</option>
        <option value="large">9000 bytes, set at every end</option>
      </select>
    </div>
  );
}

const gain = (now: number, before: number) =>
  now > before * 1.01
    ? `${(now / before).toFixed(2)} times as much.`
    : now < before * 0.99
      ? `${Math.round(100 - (100 * now) / before)} % less.`
      : 'nothing gained, something else is narrower.';

function WhatIf({
  planned,
  line,
  drives,
  onLine,
  onDrives,
}: {
  planned: PathFigures;
  line: number | null;
  drives: number | null;
  onLine: (v: number | null) => void;
  onDrives: (v: number | null) => void;
}) {
  const own = planned.networkGbs ?? null;
  const at = LINES.indexOf(line ?? own ?? 1);
  const most = Math.max(planned.drives * 2, planned.drives + 12);
  return (
    <div className="whatif no-print">
      <label htmlFor="wi-line">
        Network {line ?? own ?? 'none'} {(line ?? own) != null && 'Gb/s'}
      </label>
      <input
        id="wi-line"
        type="range"
        min={0}
        max={LINES.length - 1}
        value={at < 0 ? 0 : at}
        onChange={(e) => onLine(LINES[Number(e.target.value)]!)}
      />
      <label htmlFor="wi-drives">{plural(drives ?? planned.drives, 'drive', 'drives')}</label>
      <input
        id="wi-drives"
        type="range"
        min={1}
        max={most}
        value={drives ?? planned.drives}
        onChange={(e) => onDrives(Number(e.target.value))}
      />
      {(line !== null || drives !== null) && (
        <button
          type="button"
          className="btn o"
          onClick={() => {
            onLine(null);
            onDrives(null);
          }}
        >
          As planned
        </button>
      )}
    </div>
  );
}

function Lifts({ flow }: { flow: PathFlow }) {
  if (flow.lifts.length === 0) return null;
  return (
    <table className="tbl">
      <thead>
        <tr>
          <th>Lifted one after another</th>
          <th className="num">then MB/s</th>
        </tr>
      </thead>
      <tbody>
        {flow.lifts.slice(0, 5).map((l) => (
          <tr key={l.stage}>
            <td>{l.stage}</td>
            <td className="num">{group(l.toMBs)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Bands({ job, planned }: { job: JobView; planned: PathFigures }) {
  const found = job.paths!.found.find((p) => p.name === planned.name);
  const rows = (['read', 'write'] as const).map((w) => ({
    words: w === 'read' ? 'Reading' : 'Writing',
    now: found?.flows.find((f) => f.way === w),
    then: planned.flows.find((f) => f.way === w),
  }));
  const band = (b?: { low: number; high: number } | null) => (b ? `${group(b.low)} to ${group(b.high)}` : '–');
  return (
    <>
      <table className="tbl">
        <thead>
          <tr>
            <th>MB/s</th>
            {found && <th className="num">before</th>}
            <th className="num">after</th>
            {planned.networkGbs != null && <th className="num">over the network</th>}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.words}>
              <td>{r.words}</td>
              {found && <td className="num">{band(r.now?.band)}</td>}
              <td className="num">{band(r.then?.band)}</td>
              {planned.networkGbs != null && <td className="num">{band(r.then?.networkBand)}</td>}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="quiet small">
        {planned.testGiB > 0 ? `Test over ${group(planned.testGiB)} GiB or more: ${planned.testWhy}` : planned.testWhy}.
        A smaller test measures a cache, and the band does not apply. 85 to 102 % of the narrowest stage, writing 75 to
        102 (common practice, no source).
      </p>
    </>
  );
}
