import { useState } from 'react';
import { useControllers, useFill, useShelf, type Looked } from '../../../api/hooks';
import { Misfits } from '../../../frame/Misfits';
import type { BayFill, Edit, JobView, PartView } from '../../../api/types';
import { euro, mbs, moreThan, plural } from '../../../format/numbers';
import { useActs } from '../../../frame/desk';
import { Field } from '../../../frame/Field';
import { Looking } from '../../../frame/Looking';
import { Pick } from '../../../frame/Pick';
import { digits } from '../../../frame/sums';
import { BayMap, lettered } from './BayMap';
import { endName } from './Wiring';

const MOST = 6;

/** One drive for many free bays, over the controllers that may take it: what goes where, and what that loses. */
export function Fill({ job, onClose }: { job: JobView; onClose: () => void }) {
  const { apply, say } = useActs();
  const { data: controllers } = useControllers(job);
  const [part, setPart] = useState<PartView | null>(null);
  const [count, setCount] = useState('');
  const [left, setLeft] = useState<string[]>([]);
  const [one, setOne] = useState(false);
  const ends = controllers?.ends ?? [];
  const over = ends.map((e) => e.place).filter((p) => !left.includes(p));
  const { data, error } = useFill(
    job,
    part && {
      partId: part.part.id,
      count: count ? Number(count) : null,
      over: left.length > 0 ? over : null,
      oneKeeper: one,
    },
  );
  const plan = (fill: BayFill) => {
    if (!fill.take) return;
    apply(fill.take as Edit);
    say(`${plural(fill.placed, 'drive', 'drives')} planned. “New array” takes the free drives that are alike.`);
    onClose();
  };
  return (
    <section className="sheet arrays" aria-label="Fill bays">
      <div className="row wrap">
        <h3>Fill free bays with one drive</h3>
        <span className="quiet">Spread over the controllers so that the slowest drive loses least.</span>
        <button type="button" className="btn o end" onClick={onClose}>
          Leave it
        </button>
      </div>
      <Drive job={job} part={part} onPick={setPart} />
      <div className="row wrap fields">
        <Field
          id="fill-count"
          label="How many"
          value={count}
          hint="every free bay"
          onChange={(v) => setCount(digits(v))}
        />
        <Pick
          id="fill-keeper"
          name="An array of them is kept by"
          value={one ? 'one' : 'host'}
          options={[
            ['host', 'the host: spread over all'],
            ['one', 'a controller: all behind one'],
          ]}
          onChange={(v) => setOne(v === 'one')}
        />
        {ends.length > 1 && (
          <fieldset className="over">
            <legend className="field-label">Over these</legend>
            {ends.map((e) => (
              <label key={e.place}>
                <input
                  type="checkbox"
                  checked={!left.includes(e.place)}
                  disabled={over.length === 1 && over[0] === e.place}
                  onChange={() =>
                    setLeft(left.includes(e.place) ? left.filter((p) => p !== e.place) : [...left, e.place])
                  }
                />{' '}
                {endName(e)}
              </label>
            ))}
          </fieldset>
        )}
      </div>
      {error && <p className="err">{error.message}</p>}
      {data && part && <Proposal job={job} fill={data} part={part} onPlan={() => plan(data)} />}
    </section>
  );
}

function Drive({ job, part, onPick }: { job: JobView; part: PartView | null; onPick: (p: PartView | null) => void }) {
  const [text, setText] = useState('');
  const form = job.sheet?.bays?.[0]?.form ?? '';
  // Where all bays are alike, only what goes into them is found.
  const [group] = job.sheet?.bays?.length === 1 ? job.sheet.bays : [];
  const looked: Looked = group
    ? { words: text, job: job.number, place: `bay:${group.names[0]}`, most: MOST }
    : { words: text || form, job: job.number, kind: 'drive', most: MOST };
  const { found, away } = useShelf(looked);
  const [misfits, setMisfits] = useState(false);
  if (part)
    return (
      <p className="row wrap">
        <b>{part.long}</b>
        <span className="quiet">
          {part.part.inStock} here · {euro(part.part.priceEur)}
        </span>
        <button type="button" className="btn o" onClick={() => onPick(null)}>
          Another drive
        </button>
      </p>
    );
  return (
    <>
      <div className="row">
        <Field id="fill-drive" label="Which drive" value={text} onChange={setText} hint="8t sata" focus />
      </div>
      <div className="picks">
        {found?.parts.map((p) => (
          <div key={p.part.id} className="pick">
            <button type="button" className="link" onClick={() => onPick(p)}>
              {p.long}
            </button>
            <span className="num quiet">
              {p.part.inStock} here · {euro(p.part.priceEur)}
            </span>
          </div>
        ))}
        {!found && <Looking away={away} />}
        {found && moreThan(found) && <p className="quiet">{moreThan(found)}.</p>}
        {(found?.misfits?.length ?? 0) > 0 && (
          <Misfits
            looked={looked}
            misfits={found!.misfits!}
            open={misfits}
            onOpen={() => setMisfits(!misfits)}
            onPick={onPick}
          />
        )}
        {found?.total === 0 && <p className="quiet">Nothing on the shelf reads like that.</p>}
      </div>
    </>
  );
}

/** Pieces of a part on the shelf that this plan does not take yet. */
export const leftOnShelf = (job: JobView, { part }: Pick<PartView, 'part'>): number =>
  Math.max(0, (part.inStock ?? 0) - job.changes.filter((c) => c.in?.shelfPartId === part.id).length);

const wayOf = (r: BayFill['rows'][number]) =>
  !r.wayKnown ? 'not known' : r.wayMBs == null ? 'nothing narrower' : mbs(r.wayMBs);

function Proposal({ job, fill, part, onPlan }: { job: JobView; fill: BayFill; part: PartView; onPlan: () => void }) {
  const letter = lettered(fill.rows.map((r) => r.at));
  const owner = new Map(fill.rows.flatMap((r) => r.bays.map((b) => [b, r] as const)));
  const free = leftOnShelf(job, part);
  const missing = fill.placed - free;
  return (
    <>
      <p className="fill-said">{fill.said.join(' ')}</p>
      {job.sheet?.bays
        ?.filter((g) => g.names.some((n) => owner.has(n)))
        .map((g) => (
          <BayMap
            key={g.group}
            label={`Bays of ${g.group}, as proposed`}
            bays={g.names.map((n) => ({
              name: n,
              letter: owner.has(n) ? letter(owner.get(n)!.at) : '·',
              holds: owner.has(n),
              title: owner.has(n) ? owner.get(n)!.name : 'stays as it is',
            }))}
          />
        ))}

      <table className="levels">
        <thead>
          <tr>
            <th>Controller</th>
            <th>New drives</th>
            <th className="num">Ports</th>
            <th className="num">Its way inwards</th>
            <th className="num">Each gets</th>
            <th className="num">All behind it alone</th>
            <th>Cables</th>
          </tr>
        </thead>
        <tbody>
          {fill.rows.map((r) => (
            <tr key={r.at + r.name}>
              <td>
                <b>{letter(r.at)}</b> {r.name}
                {r.why && <div className="quiet">{r.why}</div>}
              </td>
              <td>
                {r.bays.length === 0 ? 'none' : r.bays.length}
                {(r.before ?? 0) > 0 && <div className="quiet">beside {plural(r.before ?? 0, 'drive', 'drives')}</div>}
              </td>
              <td className="num nowrap">
                {r.ports == null ? (r.at ? 'not known' : '') : `${r.portsUsed} of ${r.ports}`}
              </td>
              <td className="num nowrap">{r.at && wayOf(r)}</td>
              <td className="num nowrap">
                {r.eachMBs == null ? '' : `${r.wayKnown ? '' : 'at most '}${mbs(r.eachMBs)}`}
              </td>
              <td className="num nowrap">
                {r.aloneMBs == null ? '–' : `${r.wayKnown ? '' : 'at most '}${mbs(r.aloneMBs)} each`}
              </td>
              <td>{r.cables?.join('; ')}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {missing > 0 && (
        <p className="quiet">
          {free} of {fill.placed} are on the shelf{free < (part.part.inStock ?? 0) && ', besides those planned already'}
          : {missing} to buy.
        </p>
      )}
      {fill.take && (
        <div className="row">
          <button type="button" className="btn go" onClick={onPlan}>
            Plan it: {plural(fill.placed, 'drive', 'drives')}
          </button>
        </div>
      )}
    </>
  );
}
