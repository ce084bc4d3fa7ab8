import { useState } from 'react';
import { useSimulation } from '../../../api/hooks';
import type { ArrayFigures, JobView } from '../../../api/types';
import { group, percent } from '../../../format/numbers';
import { Field } from '../../../frame/Field';
import { Pick } from '../../../frame/Pick';
import { digits } from '../../../frame/sums';

/** Arrays live through their years on the server: lives that age, bad batches, spares that come late. */
export function Simulate({ job, array, onClose }: { job: JobView; array: ArrayFigures; onClose: () => void }) {
  const [runs, setRuns] = useState('2000000');
  const [seed, setSeed] = useState('1');
  const [years, setYears] = useState('5');
  const [shape, setShape] = useState('1');
  const [repair, setRepair] = useState('spread');
  const [spares, setSpares] = useState('');
  const [lead, setLead] = useState('7');
  const [batch, setBatch] = useState('0');
  const { begin, view, cancel } = useSimulation(job, array.plan.name);
  const running = !!view && !view.ended;
  const start = () =>
    begin.mutate({
      years: Number(years) || 0,
      runs: Number(runs) || 0,
      seed: Number(seed) || 0,
      shape: Number(shape),
      fixed: repair === 'fixed',
      spares: spares === '' ? null : Number(spares),
      leadHours: 24 * (Number(lead) || 0),
      badBatch: (Number(batch) || 0) / 100,
      badLife: 0.25,
    });
  return (
    <section className="sheet arrays" aria-label="Simulate losses">
      <div className="row wrap">
        <h3>Simulate losses of {array.plan.name}</h3>
        <span className="quiet">
          Arrays like it live through their years, drive by drive; drives of one group are repaired side by side. It
          runs on; look at other things meanwhile.
        </span>
        <button type="button" className="btn o end" onClick={onClose}>
          Leave it
        </button>
      </div>
      <div className="row wrap fields">
        <Field id="sim-years" label="Years" value={years} onChange={(v) => setYears(digits(v))} />
        <Field id="sim-runs" label="Arrays watched" value={runs} onChange={(v) => setRuns(v.replace(/\D/g, ''))} />
        <Field id="sim-seed" label="Seed" value={seed} onChange={(v) => setSeed(v.replace(/\D/g, '').slice(0, 9))} />
        <Pick
          id="sim-shape"
          name="Drives"
          value={shape}
          options={[
            ['1', 'fail at any age alike'],
            ['1.2', 'age, shape 1.2'],
            ['0.8', 'fail early, shape 0.8'],
          ]}
          onChange={setShape}
        />
        <Pick
          id="sim-repair"
          name="Repairs take"
          value={repair}
          options={[
            ['spread', 'now shorter, now longer'],
            ['fixed', 'always the same'],
          ]}
          onChange={setRepair}
        />
        <Field
          id="sim-spares"
          label="Spares at hand"
          value={spares}
          hint="always one"
          onChange={(v) => setSpares(v.replace(/\D/g, '').slice(0, 2))}
        />
        <Field id="sim-lead" label="Next one comes in, days" value={lead} onChange={(v) => setLead(digits(v))} />
        <Field id="sim-batch" label="Bad batches, % of arrays" value={batch} onChange={(v) => setBatch(digits(v))} />
      </div>
      <div className="row">
        <button type="button" className="btn go" onClick={start} disabled={running || begin.isPending}>
          Simulate
        </button>
        {running && (
          <button type="button" className="btn o" onClick={() => void cancel()}>
            Stop
          </button>
        )}
        {view && (
          <progress max={view.of} value={view.verdict.seen.runs} aria-label="Arrays watched">
            {percent(view.verdict.seen.runs / view.of)}
          </progress>
        )}
        {view && (
          <span className="quiet">
            {group(view.verdict.seen.runs)} of {group(view.of)}
          </span>
        )}
      </div>
      {begin.error && <p className="err">{begin.error.message}</p>}
      {view && (
        <div className="stack" role="status">
          <p className="qs-answer">
            {view.ended || view.verdict.seen.runs > 0 ? view.verdict.sentence : 'Waiting for its turn.'}
          </p>
          {view.verdict.seen.runs > 0 && <Interval view={view.verdict} />}
          <table className="endures">
            <tbody>
              <tr>
                <td>Array lost</td>
                <td className="num">{group(view.verdict.seen.array)}</td>
              </tr>
              <tr>
                <td>Array lives, sectors lost</td>
                <td className="num">{group(view.verdict.seen.sectors)}</td>
              </tr>
              <tr>
                <td>Chance, 95 % of such intervals hold it</td>
                <td className="num">
                  {percent(view.verdict.from)} to {percent(view.verdict.to)}
                </td>
              </tr>
              <tr>
                <td>The chain’s own figure</td>
                <td className="num">
                  {view.verdict.chain == null
                    ? 'does not apply: it knows no ages, batches or late spares'
                    : percent(view.verdict.chain)}
                </td>
              </tr>
            </tbody>
          </table>
        </div>
      )}
      <p className="quiet small">
        A bad batch has a quarter of the usual life. Floods, fires, thefts and mistakes are in neither. Not a backup.
      </p>
    </section>
  );
}

const W = 420;

/** The interval with the share seen, and the chain's figure as a line where there is one. */
function Interval({ view }: { view: { from: number; to: number; seen: { share?: number }; chain?: number | null } }) {
  const top = Math.max(view.to, view.chain ?? 0) * 1.25 || 1;
  const x = (share: number) => 4 + ((W - 8) * share) / top;
  const share = view.seen.share ?? 0;
  return (
    <svg
      className="curve"
      width={W}
      height="34"
      viewBox={`0 0 ${W} 34`}
      role="img"
      aria-label={`Seen ${percent(share)}, interval ${percent(view.from)} to ${percent(view.to)}${view.chain == null ? '' : `, chain ${percent(view.chain)}`}`}
    >
      <line x1="4" x2={W - 4} y1="26" y2="26" className="grid" />
      <rect x={x(view.from)} y="8" width={Math.max(1, x(view.to) - x(view.from))} height="10" className="nothing" />
      <line x1={x(share)} x2={x(share)} y1="5" y2="21" stroke="var(--ink)" strokeWidth="2" />
      {view.chain != null && (
        <line x1={x(view.chain)} x2={x(view.chain)} y1="2" y2="26" stroke="var(--copper)" strokeWidth="2" />
      )}
    </svg>
  );
}
