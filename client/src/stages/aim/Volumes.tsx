import { useState } from 'react';
import type { ArrayUse, VolumeFigures, WishedVolume } from '../../api/types';
import { useDesk } from '../../frame/desk';
import { changeOf } from '../../api/changes';
import { AddBy } from './AddBy';
import { CellNumber } from './CellNumber';
import { WORKLOADS } from '../../drawings/choices';

/** The wished volumes as a table; the chosen row decides the picture. */
export function Volumes({ chosen, onChoose }: { chosen: string | undefined; onChoose: (name: string) => void }) {
  const { job, apply } = useDesk();
  const [adding, setAdding] = useState('');
  const years = job.aim.years ?? 5;
  const add = (use: ArrayUse) => {
    const name = fresh(job.volumes.map((v) => v.volume.name));
    setAdding(name);
    onChoose(name);
    apply({ type: 'wishVolume', volume: { name, use, scratch: false } });
  };
  return (
    <section className="volumes">
      <h3>
        Volumes{' '}
        <span className="lab">a use fills request and reads, every value stays yours · the chosen row is drawn</span>
      </h3>
      {job.volumes.length > 0 && (
        <div className="wide-table" tabIndex={0} role="region" aria-label="Volumes">
          <table>
            <thead>
              <tr>
                <th>Volume</th>
                <th>Used as</th>
                <th>Request</th>
                <th>Reads, a second</th>
                <th>On it, a year more</th>
                <th className="num">In {years} years</th>
                <th>Survives, data</th>
                <th>Backed up to, lies on</th>
                <th>
                  <span className="spoken">Take away</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {/* By their order: a row that gets another name stays the one in which the hand is. */}
              {job.volumes.map((v, i) => (
                <Row
                  key={i}
                  figures={v}
                  on={v.volume.name === chosen}
                  named={v.volume.name === adding}
                  onChoose={onChoose}
                />
              ))}
            </tbody>
          </table>
        </div>
      )}
      <AddBy
        id="add-volume"
        lead={
          job.volumes.length === 0 ? 'No volume is named yet. Add one by what it is for:' : 'Add one by what it is for:'
        }
        choices={WORKLOADS}
        onAdd={add}
      />
    </section>
  );
}

/** The first letter that no volume has. */
const fresh = (names: string[]) =>
  [...'VTSWXYZABCDEFGHIJKLMNOPQR'].find((l) => !names.includes(l)) ?? `V${names.length + 1}`;

function Row({
  figures,
  on,
  named,
  onChoose,
}: {
  figures: VolumeFigures;
  on: boolean;
  /** Just added: its name is typed first. */
  named: boolean;
  onChoose: (name: string) => void;
}) {
  const { job, apply } = useDesk();
  const v = figures.volume;
  const use = WORKLOADS.find((u) => u.value === v.use)!;
  // Single fields: two quick changes take nothing of each other back.
  const set = (change: Partial<WishedVolume>) => {
    const edit = changeOf(`volume:${v.name}`, v, { ...v, ...change });
    if (edit) apply(edit);
  };
  const rename = (name: string) => {
    const to = name.trim();
    if (!to || to === v.name) return;
    apply({ type: 'wishVolume', volume: { ...v, name: to }, was: v.name });
    onChoose(to);
  };
  const inOrder = v.inOrder ?? use.inOrder;
  const arrays = [...new Set([...(job.arrays?.planned ?? []), ...(job.arrays?.found ?? [])].map((a) => a.plan.name))];
  const says = (what: string) => `${what} of ${v.name}`;
  return (
    <tr className={on ? 'on' : undefined} onFocus={() => onChoose(v.name)} onClick={() => onChoose(v.name)}>
      <td>
        <input
          key={v.name}
          className="inp name"
          defaultValue={v.name}
          maxLength={24}
          aria-label={says('Name')}
          aria-current={on ? 'true' : undefined}
          autoFocus={named}
          onFocus={(e) => e.currentTarget.select()}
          onBlur={(e) => rename(e.currentTarget.value)}
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        />
      </td>
      <td>
        <select
          className="inp"
          value={v.use}
          aria-label={says('Use')}
          onChange={(e) => set({ use: e.target.value as ArrayUse, requestKiB: null, reads: null, inOrder: null })}
        >
          {WORKLOADS.map((u) => (
            <option key={u.value} value={u.value}>
              {u.words}
            </option>
          ))}
        </select>
      </td>
      <td>
        <CellNumber
          label={says('Request')}
          unit="KiB"
          value={v.requestKiB ?? use.requestKiB}
          onKeep={(n) => set({ requestKiB: n })}
        />
        <select
          className="inp"
          value={inOrder ? 'order' : 'random'}
          aria-label={says('Order of requests')}
          onChange={(e) => set({ inOrder: e.target.value === 'order' })}
        >
          <option value="order">in order</option>
          <option value="random">random</option>
        </select>
      </td>
      <td>
        <CellNumber
          label={says('Share of reads')}
          unit="%"
          value={Math.round((v.reads ?? use.reads) * 100)}
          most={100}
          onKeep={(n) => set({ reads: n == null ? null : n / 100 })}
        />
        <CellNumber
          label={says('Requests a second')}
          unit="/s"
          value={v.requestsPerSecond ?? null}
          onKeep={(n) => set({ requestsPerSecond: n })}
        />
      </td>
      <td>
        <CellNumber label={says('On it now')} unit="TB" value={v.onItTB ?? null} onKeep={(n) => set({ onItTB: n })} />
        <CellNumber
          label={says('Growth a year')}
          unit="TB"
          value={v.growthTB ?? null}
          onKeep={(n) => set({ growthTB: n })}
        />
      </td>
      <td className="num">
        {figures.wishTB == null ? (
          <span className="quiet">not known</span>
        ) : (
          <>
            <b>{figures.wishTB.toFixed(1)} TB</b>
            <br />
            <span className="quiet">{((figures.wishTB * 1e12) / 2 ** 40).toFixed(2)} TiB</span>
          </>
        )}
      </td>
      <td>
        <div className="choice" role="group" aria-label={says('Failures to survive')}>
          {[0, 1, 2, 3].map((n) => (
            <button
              key={n}
              type="button"
              aria-pressed={v.failures === n}
              onClick={() => set({ failures: v.failures === n ? null : n })}
            >
              {n}
            </button>
          ))}
        </div>
        <div className="choice" role="group" aria-label={says('Data')}>
          <button type="button" aria-pressed={!v.scratch} onClick={() => set({ scratch: false })}>
            Kept
          </button>
          <button type="button" aria-pressed={v.scratch} onClick={() => set({ scratch: true })}>
            Scratch
          </button>
        </div>
      </td>
      <td>
        <input
          className="inp"
          key={v.backedUpTo ?? ''}
          defaultValue={v.backedUpTo ?? ''}
          placeholder="nobody said"
          maxLength={120}
          aria-label={says('Backup')}
          onBlur={(e) => {
            const to = e.currentTarget.value.trim() || null;
            if (to !== (v.backedUpTo ?? null)) set({ backedUpTo: to });
          }}
        />
        <select
          className="inp"
          value={v.on ?? ''}
          aria-label={says('Array')}
          onChange={(e) => set({ on: e.target.value || null })}
        >
          <option value="">{home(figures)}</option>
          {arrays.map((a) => (
            <option key={a} value={a}>
              {a}
            </option>
          ))}
        </select>
      </td>
      <td>
        <button type="button" className="link" onClick={() => apply({ type: 'dropVolume', name: v.name })}>
          ×<span className="spoken">Take {v.name} away</span>
        </button>
      </td>
    </tr>
  );
}

const home = (v: VolumeFigures) => {
  const at = v.planned?.array ?? v.found?.array;
  return v.volume.on ? 'the array of its name' : at ? `array ${at}` : 'no array of its name yet';
};
