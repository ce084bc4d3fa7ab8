import { useState, type FormEvent } from 'react';
import { useEvidence, useReach } from '../../api/hooks';
import type { JobView, Policy, Topic } from '../../api/types';
import { useDesk } from '../../frame/desk';
import { SmallPlate } from '../../plate/Plate';
import { cost, euro, gib, mib, plural } from '../../format/numbers';

const COLUMNS: [Policy, string][] = [
  ['listed', 'Listed'],
  ['field-proven', 'Field-proven'],
  ['sound', 'Sound'],
];

/** What can be wished, and what each wish is about; money is every job's. */
const WISHES = [
  { wish: 'memoryGiB', id: 'wish-memory', label: 'Memory', unit: 'GiB', about: ['memory', 'processor'] },
  { wish: 'usableTB', id: 'wish-space', label: 'Usable space', unit: 'TB', about: ['bays', 'arrays'] },
  {
    wish: 'failures',
    id: 'wish-failures',
    label: 'Failed drives to survive',
    unit: 'drives',
    about: ['bays', 'arrays'],
  },
  { wish: 'readMBs', id: 'wish-read', label: 'Reading at the user’s end', unit: 'MB/s', about: ['arrays', 'cards'] },
  { wish: 'moneyLimitEur', id: 'wish-money', label: 'Money, at most', unit: '€', about: null },
] as const satisfies readonly { about: readonly Topic[] | null; [key: string]: unknown }[];

const isAbout = (w: (typeof WISHES)[number], job: JobView) =>
  job.aim[w.wish] != null || !w.about || w.about.some((t) => job.topics.includes(t));

/** Aim: memory wanted, spending limit, and what each policy would change here. */
export default function Aim() {
  const { job, apply } = useDesk();
  const reach = useReach(job).data ?? [];
  const rows = useEvidence().data?.policy ?? [];
  const [all, setAll] = useState(false);
  const aside = WISHES.filter((w) => !isAbout(w, job)).length;
  const installed = job.memory?.found.allKnown ? job.memory.found.installedMiB / 1024 : 0;
  return (
    <>
      <main className="field" id="field" tabIndex={-1}>
        <div className="table-page stack aim">
          <section>
            <h3>The whole machine</h3>
            <div className="wishes">
              {(all ? WISHES : WISHES.filter((w) => isAbout(w, job))).map((w) => (
                <Wish
                  key={`${w.wish}${job.aim[w.wish]}`}
                  id={w.id}
                  label={w.label}
                  unit={w.unit}
                  value={job.aim[w.wish] ?? null}
                  onKeep={(value) => apply({ type: 'setWish', wish: w.wish, value })}
                  quick={w.wish === 'memoryGiB' && installed ? [installed * 2, installed * 4] : []}
                />
              ))}
              {!all && aside > 0 && (
                <button type="button" className="link" onClick={() => setAll(true)}>
                  {plural(aside, 'wish', 'wishes')} left aside: show all
                </button>
              )}
            </div>
          </section>
          <section>
            <h3>
              What the policy would change <span className="lab">a part off the maker’s list is…</span>
            </h3>
            <table className="policy">
              <thead>
                <tr>
                  <th>When the part stands</th>
                  {COLUMNS.map(([p, name]) => (
                    <th key={p} className={p === job.policy ? 'col-on' : ''}>
                      <b>{name}</b>
                      {p === job.policy ? ' chosen' : ''}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.map((r) => (
                  <tr key={r.standing}>
                    <td>{r.standing}</td>
                    {[r.listed, r.fieldProven, r.sound].map((v, i) => (
                      <td key={i} className={COLUMNS[i]![0] === job.policy ? 'col-on' : ''}>
                        {v ?? 'nothing said'}
                      </td>
                    ))}
                  </tr>
                ))}
                {job.topics.includes('memory') && (
                  <>
                    <tr>
                      <td>
                        <b>Largest module on the shelf for this machine</b>
                      </td>
                      {COLUMNS.map(([p]) => {
                        const r = reach.find((x) => x.policy === p);
                        return (
                          <td key={p} className={p === job.policy ? 'col-on' : ''}>
                            {r?.largestMiB ? <b>{mib(r.largestMiB)}</b> : !r && '–'}{' '}
                            <span className="quiet">{r?.evidence}</span>
                          </td>
                        );
                      })}
                    </tr>
                    <tr>
                      <td>Kinds off the list that could be used</td>
                      {COLUMNS.map(([p]) => {
                        const r = reach.find((x) => x.policy === p);
                        return (
                          <td key={p} className={p === job.policy ? 'col-on' : ''}>
                            {r ? (r.offList ?? 'not known') : '–'}
                          </td>
                        );
                      })}
                    </tr>
                  </>
                )}
                <tr>
                  <td>Support and warranty of a part off the list</td>
                  {COLUMNS.map(([p]) => (
                    <td key={p} className={p === job.policy ? 'col-on' : ''}>
                      {reach.find((x) => x.policy === p)?.support ?? '–'}
                    </td>
                  ))}
                </tr>
              </tbody>
            </table>
            <p className="quiet">
              The policy changes severities, never facts. Every part off the list is named in the handover, with its
              evidence and the remark on warranty.
            </p>
          </section>
        </div>
      </main>
      <aside className="verdicts" aria-label="As found, against the aim">
        <div className="vhead">
          <b>As found, against the aim</b>
        </div>
        <div className="list">
          {job.sheet && (
            <div className="aim-plate">
              <SmallPlate sheet={job.sheet} job={{ ...job, planned: job.found, changes: [] }} />
            </div>
          )}
          {job.ledge
            .filter((d) => (d.name === 'Memory' || d.name === 'Rate') && job.topics.includes('memory'))
            .map((d) => (
              <div key={d.name} className="lc flat">
                <div className="l">
                  {d.name}
                  {d.wish != null && <i>wish {gib(d.wish)}</i>}
                </div>
                <div className="n">{d.found != null ? `${gib(d.found)} ${d.unit}` : 'not known'}</div>
              </div>
            ))}
          <div className="lc flat">
            <div className="l">
              Planned parts{job.aim.moneyLimitEur != null && <i>limit {euro(job.aim.moneyLimitEur)}</i>}
            </div>
            <div className="n">{cost(job.shopping)}</div>
          </div>
          {!job.sheet && <p className="notes quiet">Survey comes first: the machine is not known yet.</p>}
        </div>
      </aside>
    </>
  );
}

function Wish({
  id,
  label,
  unit,
  value,
  onKeep,
  quick,
}: {
  id: string;
  label: string;
  unit: string;
  value: number | null;
  onKeep: (v: number | null) => void;
  quick: number[];
}) {
  const [text, setText] = useState(value == null ? '' : `${value}`);
  const [wrong, setWrong] = useState('');
  const keep = (event?: FormEvent) => {
    event?.preventDefault();
    const plain = text.replace(/[\s ]/g, '').replace(',', '.');
    if (plain === '') {
      if (value != null) onKeep(null);
      return;
    }
    const n = Number(plain);
    if (!Number.isFinite(n) || n < 0) return setWrong(`“${text}” is no number of ${unit}.`);
    setWrong('');
    if (n !== value) onKeep(n);
  };
  return (
    <form onSubmit={keep} className="wish">
      <label className="field-label" htmlFor={id}>
        {label}
      </label>
      <div className="row">
        <input
          id={id}
          className="inp num"
          inputMode="decimal"
          value={text}
          onFocus={(e) => e.currentTarget.select()}
          onChange={(e) => setText(e.target.value)}
          onBlur={() => keep()}
          autoComplete="off"
        />
        <span>{unit}</span>
        {quick.map((q) => (
          <button key={q} type="button" className="btn o" onClick={() => onKeep(q)}>
            {gib(q)}
          </button>
        ))}
      </div>
      {wrong && <p className="err">{wrong}</p>}
    </form>
  );
}
