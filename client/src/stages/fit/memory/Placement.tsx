import { useEffect, useRef, useState } from 'react';
import { usePlacement, useShelf } from '../../../api/hooks';
import type { Edit, JobView, PlacementSide } from '../../../api/types';
import { mbs, mib, moreThan, short } from '../../../format/numbers';
import { useActs } from '../../../frame/desk';
import { Looking } from '../../../frame/Looking';

interface Wanted {
  partId: string;
  count: number;
  long: string;
}

/** A computed placement beside the plan: both drawn, their figures side by side, what stays out and why. One press takes it. */
export function Placement({ job, onClose }: { job: JobView; onClose: () => void }) {
  const { apply, say } = useActs();
  const [add, setAdd] = useState<Wanted[]>([]);
  const { data, error, isFetching } = usePlacement(
    job,
    add.map(({ partId, count }) => ({ partId, count })),
    true,
  );
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => heading.current?.focus(), []);
  const take = () => {
    apply(data!.edit as Edit);
    say(`Placed: ${mib(data!.proposed.score.miB)} at ${data!.proposed.figures.rate.words ?? ''}.`);
    onClose();
  };
  return (
    <section className="sheet placement" aria-label="Place for me">
      <div className="row">
        <h3 ref={heading} tabIndex={-1}>
          Place for me
        </h3>
        <span className="quiet" role="status">
          {isFetching ? 'Searching …' : (data?.proof ?? '')}
        </span>
        <button type="button" className="btn o end" onClick={onClose}>
          Leave it
        </button>
        {data && !data.same && (
          <button type="button" className="btn go" onClick={take}>
            Take it
          </button>
        )}
      </div>
      {error && <p className="bad">{error.message}</p>}
      {data && (
        <div className={isFetching ? 'compare old' : 'compare'}>
          <Side job={job} name="Planned now" side={data.now} other={data.proposed} />
          <Side job={job} name={data.same ? 'Nothing better' : 'Proposed'} side={data.proposed} other={data.now} />
          <div className="stack">
            <Figures now={data.now} proposed={data.proposed} />
            {data.instead && <p className="small">{data.instead}</p>}
            {data.out.length > 0 && (
              <>
                <h3>Stays out</h3>
                <ul className="outs">
                  {data.out.map((o, i) => (
                    <li key={i}>
                      <b>
                        {o.count} × {o.module}
                      </b>
                      {o.from.length > 0 && <> from {o.from.join(', ')}</>}: {o.why}
                    </li>
                  ))}
                </ul>
              </>
            )}
            <More job={job} add={add} onChange={setAdd} />
          </div>
        </div>
      )}
    </section>
  );
}

/** One of the two placements as channels with their modules; what differs from the other is marked. */
function Side({ job, name, side, other }: { job: JobView; name: string; side: PlacementSide; other: PlacementSide }) {
  const at = new Map(side.slots.map((s) => [s.place, s]));
  const there = new Map(other.slots.map((s) => [s.place, s]));
  return (
    <div>
      <h4>{name}</h4>
      {job
        .sheet!.sockets?.filter((s) => job.planned[`socket:${s.id}`])
        .map((socket) => (
          <div key={socket.id} className="minirail">
            <div className="lab">{socket.id}</div>
            {job
              .sheet!.channels?.filter((c) => c.socket === socket.id)
              .map((c) => (
                <div key={c.id} className="minirung">
                  <span className="ch">{c.id}</span>
                  {c.slots.map((slot) => {
                    const here = at.get(`slot:${slot}`);
                    const differs =
                      here?.short !== there.get(`slot:${slot}`)?.short ||
                      here?.from !== there.get(`slot:${slot}`)?.from;
                    return (
                      <span
                        key={slot}
                        className={differs ? 'minicell differs' : 'minicell'}
                        title={here?.from && here.from !== `slot:${slot}` ? `from ${short(here.from)}` : undefined}
                      >
                        <span className="nm">{slot}</span>
                        {here ? <b>{here.short}</b> : <span className="quiet">–</span>}
                        {here?.from && here.from !== `slot:${slot}` && <i>from {short(here.from)}</i>}
                        {here && !here.from && <i>new</i>}
                      </span>
                    );
                  })}
                </div>
              ))}
          </div>
        ))}
    </div>
  );
}

function Figures({ now, proposed }: { now: PlacementSide; proposed: PlacementSide }) {
  const rows: [string, (s: PlacementSide) => string][] = [
    ['Memory', (s) => mib(s.score.miB)],
    ['Modules', (s) => `${s.score.modules}`],
    ['Rate', (s) => s.figures.rate.words ?? ''],
    ['Channels at once', (s) => (s.score.channels ?? 0).toFixed(1)],
    ['Bandwidth', (s) => (s.figures.bandwidthMBs ? mbs(s.figures.bandwidthMBs) : 'not known')],
    ['Processors apart', (s) => mib(s.score.imbalanceMiB)],
    ['ECC', (s) => s.figures.ecc.words],
    ['Moved, out', (s) => `${s.score.moves}`],
    ['Stops, cares', (s) => `${s.stops}, ${s.cares}`],
  ];
  return (
    <table>
      <thead>
        <tr>
          <th />
          <th className="num">now</th>
          <th className="num">proposed</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, of]) => (
          <tr key={name}>
            <td>{name}</td>
            <td className="num">{of(now)}</td>
            <td className={of(now) === of(proposed) ? 'num' : 'num chg'}>{of(proposed)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Parts of the shelf that are to be placed as well. */
function More({ job, add, onChange }: { job: JobView; add: Wanted[]; onChange: (add: Wanted[]) => void }) {
  const [text, setText] = useState('');
  const { found, away } = useShelf({ words: text, job: job.number, kind: 'module', most: 4 });
  const set = (partId: string, long: string, count: number) =>
    onChange([...add.filter((a) => a.partId !== partId), ...(count > 0 ? [{ partId, long, count }] : [])]);
  return (
    <div>
      <label className="field-label" htmlFor="placement-shelf">
        Place these from the shelf too
      </label>
      <input
        id="placement-shelf"
        className="inp"
        placeholder="32 reg 4800"
        value={text}
        onChange={(e) => setText(e.target.value)}
        autoComplete="off"
      />
      <div className="picks">
        {(text && found ? found.parts : [])
          .filter((p) => !add.some((a) => a.partId === p.part.id))
          .map((p) => (
            <div key={p.part.id} className="pick">
              <span>{p.long}</span>
              <span className="num quiet">{p.part.inStock}</span>
              <button type="button" className="btn o" onClick={() => set(p.part.id, p.long, 1)}>
                add
              </button>
            </div>
          ))}
        {text && !found && <Looking away={away} />}
        {text && found && moreThan(found) && <p className="quiet">{moreThan(found)}.</p>}
        {text && found?.total === 0 && <p className="quiet">No module on the shelf reads like that.</p>}
        {add.map((a) => (
          <div key={a.partId} className="pick">
            <span>{a.long}</span>
            <input
              className="inp count"
              type="number"
              min={0}
              max={192}
              value={a.count}
              aria-label={`Pieces of ${a.long}`}
              onChange={(e) => set(a.partId, a.long, Math.min(192, Math.max(0, Number(e.target.value))))}
            />
          </div>
        ))}
      </div>
    </div>
  );
}
