import { useState } from 'react';
import { changeOf } from '../../api/changes';
import table from '../../api/runs.json';
import type { MemoryNeed, RunKind, RunningThing, ThingNeeds } from '../../api/types';
import { useDesk } from '../../frame/desk';
import { AddBy } from './AddBy';
import { CellNumber } from './CellNumber';
import { NeedBar } from './NeedBar';
import { WISHES, distanceOf } from './wishRows';

/** What runs on a machine, with what one of it usually needs, as the core's table has it. */
const RUNS = table.runs as { kind: RunKind; words: string; giB: number | null; each: string; several: string }[];
const KINDS = RUNS.map((r) => ({ value: r.kind, words: r.words }));
const MEMORY = WISHES.find((w) => w.wish === 'memoryGiB')!;

/** What runs on the machine and what its load showed: both lead to a wish for memory. */
export function Needs() {
  const { job, apply } = useDesk();
  const [adding, setAdding] = useState('');
  const need = job.need;
  if (!need || !job.memory || !job.sheet?.channels?.length) return null;
  const memory = distanceOf(job, MEMORY);
  const wish = job.aim.memoryGiB ?? null;
  const keep = (value: number) => apply({ type: 'setWish', wish: 'memoryGiB', value });
  const add = (kind: RunKind, words: string) => {
    const name = fresh(
      words,
      need.things.map((t) => t.thing.name),
    );
    setAdding(name);
    apply({ type: 'sayRuns', thing: { name, kind, count: 1 } });
  };
  return (
    <section className="needs" aria-label="Memory that it needs">
      <h3>
        Memory that it needs{' '}
        <span className="lab">usual values are common practice, no source · every value stays yours</span>
      </h3>
      <div className="needs-body">
        <div>
          {need.things.length > 0 && (
            <div className="wide-table" tabIndex={0} role="region" aria-label="What runs on it">
              <table>
                <thead>
                  <tr>
                    <th>Runs on it</th>
                    <th>As</th>
                    <th className="num">At once</th>
                    <th className="num">Each</th>
                    <th className="num">Together</th>
                    <th>
                      <span className="spoken">Take away</span>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {/* By their order: a row that gets another name stays the one in which the hand is. */}
                  {need.things.map((t, i) => (
                    <Row key={i} needs={t} named={t.thing.name === adding} />
                  ))}
                </tbody>
              </table>
            </div>
          )}
          {need.listGiB != null && (
            <p className="row need-sum">
              <span>
                Together {need.isLeast ? 'at least ' : ''}
                <b className="num">{number(need.listGiB)} GiB</b>, with a tenth of room{' '}
                <b className="num">{need.listWishGiB} GiB</b>
                {need.isLeast && '; of some nobody said what it needs'}
              </span>
              <WishIt gib={need.listWishGiB!} wish={wish} onKeep={keep} />
            </p>
          )}
          <LoadRow need={need} wish={wish} onKeep={keep} />
          <AddBy
            id="add-runs"
            lead={
              need.things.length === 0
                ? 'Nothing that runs on it is named yet. Add it by what it is:'
                : 'Add it by what it is:'
            }
            choices={KINDS}
            onAdd={add}
          />
        </div>
        {(need.listGiB != null || need.load) && (
          <NeedBar need={need} found={memory?.found ?? null} planned={memory?.planned ?? null} wish={wish} />
        )}
      </div>
    </section>
  );
}

/** What a capture of the loaded machine showed. */
function LoadRow({ need, wish, onKeep }: { need: MemoryNeed; wish: number | null; onKeep: (value: number) => void }) {
  const load = need.load;
  if (!load)
    return (
      <p className="quiet need-sum">
        Its load is not known. Paste /proc/meminfo of the loaded machine in Survey; what is measured is surer than what
        is usual.
      </p>
    );
  return (
    <p className="row need-sum">
      <span>
        When it was captured <b className="num">{number(load.inUseGiB)}</b> of {number(load.totalGiB)} GiB were in use
        {load.swappedGiB == null
          ? '; of swap nothing is told'
          : load.swappedGiB > 0
            ? ` and ${number(load.swappedGiB)} GiB lay in swap`
            : ', none in swap'}
        {load.wantsMore && ': it wanted more, for it waited or swapped'}
        {load.wantsMore == null && '; whether it waited or swapped is not told'}; with a tenth of room{' '}
        {load.wantsMore === false ? '' : 'at least '}
        <b className="num">{need.loadWishGiB} GiB</b>
      </span>
      <WishIt gib={need.loadWishGiB!} wish={wish} onKeep={onKeep} />
    </p>
  );
}

function WishIt({ gib, wish, onKeep }: { gib: number; wish: number | null; onKeep: (value: number) => void }) {
  if (wish === gib) return <span className="quiet">is the wish</span>;
  return (
    <button type="button" className="btn o" onClick={() => onKeep(gib)}>
      Wish {gib} GiB
    </button>
  );
}

function Row({
  needs,
  named,
}: {
  needs: ThingNeeds;
  /** Just added: its name is typed first. */
  named: boolean;
}) {
  const { apply } = useDesk();
  const t = needs.thing;
  const row = RUNS.find((r) => r.kind === t.kind)!;
  // Single fields: two quick changes take nothing of each other back.
  const set = (change: Partial<RunningThing>) => {
    const edit = changeOf(`runs:${t.name}`, t, { ...t, ...change });
    if (edit) apply(edit);
  };
  const says = (what: string) => `${what} of ${t.name}`;
  return (
    <tr>
      <td>
        <input
          key={t.name}
          className="inp name"
          defaultValue={t.name}
          maxLength={40}
          aria-label={says('Name')}
          autoFocus={named}
          onFocus={(e) => e.currentTarget.select()}
          onBlur={(e) => {
            const to = e.currentTarget.value.trim();
            if (to && to !== t.name) apply({ type: 'sayRuns', thing: { ...t, name: to }, was: t.name });
          }}
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        />
      </td>
      <td>
        <select
          className="inp"
          value={t.kind}
          aria-label={says('Kind')}
          onChange={(e) => set({ kind: e.target.value as RunKind, eachGiB: null })}
        >
          {RUNS.map((r) => (
            <option key={r.kind} value={r.kind}>
              {r.words}
            </option>
          ))}
        </select>
      </td>
      <td>
        <CellNumber
          label={says('Number at once')}
          unit={t.count === 1 ? row.each : row.several}
          value={t.count}
          most={4096}
          whole
          onKeep={(n) => set({ count: n || 1 })}
        />
      </td>
      <td>
        <CellNumber
          label={says('Memory of one')}
          unit={needs.isUsual && needs.eachGiB != null ? 'GiB, as usual' : 'GiB'}
          value={needs.eachGiB}
          onKeep={(n) => set({ eachGiB: n || null })}
        />
      </td>
      <td className="num">
        {needs.sumGiB == null ? <span className="quiet">not known</span> : <b>{number(needs.sumGiB)} GiB</b>}
      </td>
      <td>
        <button type="button" className="link" onClick={() => apply({ type: 'runsNoMore', name: t.name })}>
          ×<span className="spoken">Take {t.name} away</span>
        </button>
      </td>
    </tr>
  );
}

/** The words of a kind, with a number where something is called so already. */
export function fresh(words: string, names: readonly string[]): string {
  for (let n = 1; ; n++) {
    const name = n === 1 ? words : `${words} ${n}`;
    if (!names.includes(name)) return name;
  }
}

const number = (gib: number) => `${Math.round(gib * 100) / 100}`;
