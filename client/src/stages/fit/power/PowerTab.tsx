import { useState } from 'react';
import type { AirState, JobView, PowerSheet } from '../../../api/types';
import { group, plural, short } from '../../../format/numbers';
import { CellPick } from '../../../frame/CellPick';
import { useActs } from '../../../frame/desk';
import { WorkedSum } from '../../../frame/WorkedSum';
import { Typed } from '../../../frame/Typed';
import { StartCurve } from './StartCurve';

const AIR: [AirState, string][] = [
  ['unknown', 'not looked at'],
  ['well', 'in place'],
  ['missing', 'missing'],
  ['unplugged', 'unplugged'],
];
const BANDS: Record<string, string> = { good: 'good', care: 'warm', urgent: 'hot, soon', out: 'out of rating' };

/** Power and heat: the start second by second, plugs, temperatures, air and pads. */
export function PowerTab({ job, stale }: { job: JobView; stale: boolean }) {
  const power = job.power!;
  return (
    <div className={stale ? 'sheet powers old' : 'sheet powers'} aria-label="Power and heat">
      <p className="qs-answer">{verdict(power)}</p>
      <div className="power-cols">
        <section aria-label="Over the start">
          <h3 className="side-head">Over the start</h3>
          <StartCurve power={power} />
          <Start power={power} />
          <Rails power={power} />
          <Plugs power={power} />
        </section>
        <section aria-label="Who draws what">
          <h3 className="side-head">Who draws what</h3>
          <Parts power={power} />
        </section>
        <section aria-label="Heat and air">
          <Heat power={power} />
          <Air power={power} />
          <Pads job={job} />
        </section>
      </div>
    </div>
  );
}

function verdict(p: PowerSheet): string {
  const unseen = p.unseen.length ? ` What sits in ${p.unseen.join(' and ')} is not counted: nobody looked.` : '';
  const draw = `At work ${group(p.steadyWatt)} W, at the start up to ${group(p.peakWatt)} W`;
  if (p.limitWatt == null) return `${draw}. What the supply gives is not known.${unseen}`;
  const left = Math.floor(100 * (1 - p.steadyWatt / p.limitWatt));
  const room = left < 0 ? `${-left} % too much` : `${p.unseen.length ? 'at most ' : ''}${left} % left`;
  return `${draw}; ${p.redundant ? 'one supply alone gives' : 'the supply gives'} ${group(p.limitWatt)} W, ${room}.${unseen}`;
}

function Start({ power }: { power: PowerSheet }) {
  const { apply } = useActs();
  const disks = power.lines.filter((l) => l.spinAmp12 + l.spinAmp5 > 0).length;
  if (disks < 2) return null;
  return (
    <div className="row wrap fields">
      <Typed
        id="stagger-drives"
        label="Disks that start together, 0 for all"
        value={power.group}
        onDone={(n) => apply({ type: 'changeFields', subject: 'start', to: { drives: Math.round(n) } as never })}
      />
      <Typed
        id="stagger-seconds"
        label="Seconds from group to group"
        value={power.seconds}
        onDone={(n) => apply({ type: 'changeFields', subject: 'start', to: { seconds: n } as never })}
      />
      {power.suggested != null && power.suggested !== power.group && (
        <button
          type="button"
          className="btn o"
          onClick={() =>
            apply({ type: 'staggerStart', drives: power.suggested!, seconds: Math.max(10, power.seconds) })
          }
        >
          Let {power.suggested} start together
        </button>
      )}
    </div>
  );
}

function Rails({ power }: { power: PowerSheet }) {
  return (
    <table className="tbl">
      <thead>
        <tr>
          <th>Rail</th>
          <th className="num">at the start</th>
          <th className="num">at work</th>
          <th className="num">by its label</th>
        </tr>
      </thead>
      <tbody>
        {power.rails.map((r) => (
          <tr key={r.rail}>
            <td>{r.rail}</td>
            <td className="num">{r.peakAmp.toFixed(1)} A</td>
            <td className="num">{r.steadyAmp.toFixed(1)} A</td>
            <td className="num">{r.limitAmp == null ? 'not known' : `${r.limitAmp} A`}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Plugs({ power }: { power: PowerSheet }) {
  if (power.plugs.length === 0) return null;
  return (
    <table className="tbl">
      <thead>
        <tr>
          <th>Plugs</th>
          <th className="num">wanted</th>
          <th className="num">there</th>
          <th className="num">start on one</th>
        </tr>
      </thead>
      <tbody>
        {power.plugs.map((p) => (
          <tr key={p.what}>
            <td>{p.what}</td>
            <td className="num">{p.wants}</td>
            <td className="num">{p.has ?? 'not known'}</td>
            <td className="num">{p.ampEach == null ? '' : `${p.ampEach.toFixed(1)} of 4.5 A`}</td>
          </tr>
        ))}
        {power.leads.map((l) => (
          <tr key={`lead ${l.what}`}>
            <td>
              Leads of {l.what}: {l.drives} {l.drives === 1 ? 'drive' : 'drives'} on the fullest
            </td>
            <td className="num"></td>
            <td className="num">{l.leads}</td>
            <td className="num">
              {l.amp.toFixed(1)} of {l.carriesAmp} A, {l.rail}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Parts({ power }: { power: PowerSheet }) {
  const rows = new Map<string, { count: number; active: number; idle: number; source: string }>();
  for (const l of power.lines) {
    const row = rows.get(l.part) ?? { count: 0, active: 0, idle: 0, source: l.source };
    rows.set(l.part, { ...row, count: row.count + 1, active: row.active + l.active, idle: row.idle + l.idle });
  }
  return (
    <table className="tbl">
      <thead>
        <tr>
          <th>Part</th>
          <th className="num">at work, W</th>
          <th className="num">at rest, W</th>
        </tr>
      </thead>
      <tbody>
        {[...rows]
          .sort((a, b) => b[1].active - a[1].active)
          .map(([part, r]) => (
            <tr key={part} title={r.source}>
              <td>
                {r.count > 1 && `${r.count} × `}
                {part} {!r.source.endsWith('sheet') && <small className="quiet">usual</small>}
              </td>
              <td className="num">{r.active.toFixed(r.active < 10 ? 1 : 0)}</td>
              <td className="num">{r.idle.toFixed(r.idle < 10 ? 1 : 0)}</td>
            </tr>
          ))}
        <tr className="total">
          <td>Together</td>
          <td className="num">{group(power.steadyWatt)}</td>
          <td className="num">{group(power.idleWatt)}</td>
        </tr>
      </tbody>
    </table>
  );
}

function Heat({ power }: { power: PowerSheet }) {
  return (
    <>
      <h3 className="side-head">Temperatures seen</h3>
      {power.heat.length === 0 ? (
        <p className="quiet">No capture told one. A SMART listing pasted in Survey does.</p>
      ) : (
        <table className="tbl">
          <tbody>
            {power.heat.map((h) => (
              <tr key={h.place} title={`${h.limits} (${h.source})`}>
                <td>
                  <span className="mono">{short(h.place)}</span> {h.part}
                </td>
                <td className="num">{h.celsius} °C</td>
                <td className={h.band === 'good' ? '' : 'held'}>{BANDS[h.band] ?? h.band}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}

function Air({ power }: { power: PowerSheet }) {
  const { apply } = useActs();
  if (power.air.length === 0) return <p className="quiet">The sheet names no fan, blank or duct.</p>;
  return (
    <>
      <h3 className="side-head">Air, as seen</h3>
      <table className="tbl">
        <tbody>
          {power.air.map((a) => (
            <tr key={a.part}>
              <td>{a.words}</td>
              <td>
                <CellPick
                  wide
                  name={a.words}
                  value={a.state}
                  options={AIR}
                  onChange={(state) => apply({ type: 'seeAir', part: a.part, state: state as AirState })}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function Pads({ job }: { job: JobView }) {
  const { apply } = useActs();
  const power = job.power!;
  const free = (job.sheet?.m2 ?? []).map((m) => `m2:${m.id}`).filter((p) => !power.pads.some((x) => x.place === p));
  const [place, setPlace] = useState('');
  if (free.length === 0 && power.pads.length === 0) return null;
  return (
    <>
      <h3 className="side-head">Thermal pads</h3>
      {power.pads.map((p) => (
        <div key={p.place} className="pad">
          <div className="row wrap fields">
            <span>
              <span className="mono">{short(p.place)}</span> {p.part}
            </span>
            <Typed
              id={`gap-${p.place}`}
              label="Gap, mm"
              value={p.gapMm}
              onDone={(n) => apply({ type: 'planPad', place: p.place, gapMm: n, compression: p.compression })}
            />
            <Typed
              id={`press-${p.place}`}
              label="Pressed by, %"
              value={Math.round(100 * p.compression)}
              onDone={(n) => apply({ type: 'planPad', place: p.place, gapMm: p.gapMm, compression: n / 100 })}
            />
          </div>
          <p>
            {p.thickMm.toFixed(2)} mm thick: {p.padWords ?? 'none of the shelf fits, order one'}.
          </p>
          <details className="worked-more">
            <summary>Worked sum</summary>
            <WorkedSum sum={p.why} />
          </details>
        </div>
      ))}
      {free.length > 0 && (
        <div className="row wrap">
          <select
            className="inp"
            aria-label="Module that gets a pad"
            value={place}
            onChange={(e) => setPlace(e.target.value)}
          >
            <option value="">a module’s place …</option>
            {free.map((p) => (
              <option key={p} value={p}>
                {short(p)}
              </option>
            ))}
          </select>
          <button
            type="button"
            className="btn o"
            disabled={!place}
            onClick={() => {
              apply({ type: 'planPad', place, gapMm: 0.8, compression: 0.2 });
              setPlace('');
            }}
          >
            Plan a pad
          </button>
        </div>
      )}
      {power.pads.length === 0 && (
        <p className="quiet small">
          {plural(free.length, 'place', 'places')} for modules; measure the gap under the cooler.
        </p>
      )}
    </>
  );
}
