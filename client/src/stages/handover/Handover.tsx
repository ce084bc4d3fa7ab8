import { workedOn } from '../../plate/worked';
import { useState } from 'react';
import { useDesk } from '../../frame/desk';
import { Message } from '../../frame/Message';
import { Saying } from '../../frame/Saying';
import { Plate } from '../../plate/Plate';
import { day, places, plural, short, tb, tib } from '../../format/numbers';

/** Handover: the page the owner gets, printed as it stands here. */
export default function Handover() {
  const { job, apply } = useDesk();
  const [to, setTo] = useState(job.owner);
  const [asked, setAsked] = useState(false);
  if (!job.sheet || !job.memory)
    return <Message title="Nothing to hand over yet" text="The machine is not known yet." />;
  const seen = job.lines.filter((l) => l.state === 'as-expected').length;
  const deviate = job.lines.filter((l) => l.state === 'deviates').length;
  const open = job.lines.length - seen - deviate;
  const proved = job.lines.length > 0 && open === 0 && deviate === 0;
  const gone = job.changes.filter((c) => c.out && !c.movedTo);
  const came = job.changes.filter((c) => c.in && !c.movedFrom);
  const moved = job.changes.filter((c) => c.movedFrom);
  // The pictures show the part of the machine that was worked on.
  const view = workedOn(job.changes) ?? (job.sheet.bays?.length ? 'bays' : 'memory');
  const stops = job.findings.filter((f) => f.severity === 'stop');
  const unseen = job.lines.filter((l) => l.state === 'not-looked-at' || l.state === 'not-yet');
  const settings = (job.runbook?.steps ?? []).filter((s) => /^(split:|start:stagger|boot:order)/.test(s.key));
  const notes = Object.entries(job.survey.notes as Record<string, string>);
  const openPoints = stops.length + deviate + unseen.length;

  const natural = (a: string, b: string) => short(a).localeCompare(short(b), 'en', { numeric: true });
  const groups = [...Map.groupBy(came, (c) => c.in!.long ?? '')];
  return (
    <main className="field hand-field" id="field" tabIndex={-1}>
      <div className="scroll paper-scroll">
        <div className="paper-bar no-print">
          {job.handedOver ? (
            <p>
              {job.handedOver.who} {job.handedOver.wording}, {day(job.handedOver.when)}.
            </p>
          ) : (
            <>
              {!proved && (
                <p className="err">
                  {deviate > 0
                    ? `${plural(deviate, 'line deviates', 'lines deviate')}: Proof has the next action.`
                    : `${open} of ${job.lines.length} lines have not been looked at.`}
                </p>
              )}
              <label className="field-label" htmlFor="to">
                Handed to
              </label>
              <input id="to" className="inp" value={to} onChange={(e) => setTo(e.target.value)} maxLength={120} />
              <button
                type="button"
                className="btn o"
                disabled={!to.trim() || job.lines.length === 0}
                onClick={() => (openPoints > 0 && !asked ? setAsked(true) : apply({ type: 'handOver', to: to.trim() }))}
              >
                {asked ? 'Hand over all the same' : 'Hand over'}
              </button>
              {asked && (
                <p className="err" role="alert">
                  {plural(openPoints, 'point is', 'points are')} open. They stand on top of the page the owner gets;
                  press again to hand over with them.
                </p>
              )}
            </>
          )}
          <button type="button" className="btn go" onClick={() => window.print()}>
            Print
          </button>
        </div>
        <article className="paper">
          <header className="row top">
            <div>
              <h1>{job.title}</h1>
              <p className="quiet">
                {[job.sheet.maker, job.sheet.name].filter(Boolean).join(' ')}
                {job.system.boardRevision && `, board revision ${job.system.boardRevision}`}
                {job.system.serial && `, serial ${job.system.serial}`} · Job {job.number} · {job.owner}
              </p>
            </div>
            <b className="end">Irvak</b>
          </header>
          <p className="lead">{job.lead}</p>
          {openPoints > 0 && (
            <section className="openpoints">
              <h3>Open when it was handed over</h3>
              <table>
                <tbody>
                  {stops.map((f) => (
                    <tr key={f.code + f.places.join()}>
                      <td>
                        <b>Stop</b>
                      </td>
                      <td>
                        <Saying text={f.sentence} />
                      </td>
                    </tr>
                  ))}
                  {job.lines
                    .filter((l) => l.state === 'deviates')
                    .map((l) => (
                      <tr key={l.expected.key}>
                        <td>
                          <b>Deviates</b>
                        </td>
                        <td>
                          {l.expected.screen}, {l.expected.what}: {l.seen ?? 'something else'} instead of{' '}
                          {l.expected.expected}
                        </td>
                      </tr>
                    ))}
                  {unseen.map((l) => (
                    <tr key={l.expected.key}>
                      <td>{l.state === 'not-yet' ? 'Not yet through' : 'Not looked at'}</td>
                      <td>
                        {l.expected.screen}, {l.expected.what}: {l.seen ?? `${l.expected.expected} expected`}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          )}
          <div className="cols">
            <div>
              <h4>Before</h4>
              <Plate
                sheet={job.sheet}
                job={{ ...job, planned: job.found, changes: [] }}
                view={view}
                label="The machine before"
              />
            </div>
            <div>
              <h4>After</h4>
              <Plate sheet={job.sheet} job={job} view={view} label="The machine after" />
            </div>
          </div>
          <div className="cols">
            <section>
              <h3>What was done</h3>
              <table>
                <tbody>
                  {groups.map(([part, list]) => (
                    <tr key={part}>
                      <td>
                        {list.length} × {part} into {places(list.map((c) => c.place).sort(natural))}
                      </td>
                    </tr>
                  ))}
                  {moved.map((c) => (
                    <tr key={c.place}>
                      <td>
                        {c.in?.short} moved from {short(c.movedFrom!)} to {short(c.place)}
                      </td>
                    </tr>
                  ))}
                  {gone.map((c) => (
                    <tr key={c.place}>
                      <td>
                        {c.out?.short} out of {short(c.place)}
                      </td>
                    </tr>
                  ))}
                  {(job.arrays?.planned ?? [])
                    .filter((a) => !a.why && !job.arrays!.found.some((f) => f.plan.name === a.plan.name))
                    .map((a) => (
                      <tr key={a.plan.name}>
                        <td>
                          Array {a.plan.name}: {a.words.toLowerCase()} over {places(a.plan.members)},{' '}
                          {tb(a.capacity!.usable)} ({tib(a.capacity!.usable)}), survives{' '}
                          {plural(a.surely, 'failed drive', 'failed drives')}. Not a backup.
                        </td>
                      </tr>
                    ))}
                  {job.moves
                    .filter((m) => m.planned)
                    .map((m) => (
                      <tr key={m.key}>
                        <td>
                          {m.name}: {m.options.find((o) => o.way === m.planned!.way)?.name.toLowerCase()}
                          {m.planned!.to ? `, to ${short(m.planned!.to)}` : ''}
                        </td>
                      </tr>
                    ))}
                  {job.changes.length === 0 && (
                    <tr>
                      <td className="quiet">nothing</td>
                    </tr>
                  )}
                </tbody>
              </table>
            </section>
            <section>
              <h3>What to watch</h3>
              <table>
                <tbody>
                  {job.watch.map((w) => (
                    <tr key={w.sentence}>
                      <td>
                        <Saying text={w.sentence} />
                        {w.asFoundToo && <span className="quiet"> It was so before.</span>}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          </div>
          {settings.length > 0 && (
            <>
              <h3>Entered in the firmware</h3>
              <table>
                <tbody>
                  {settings.map((s) => (
                    <tr key={s.key}>
                      <td>{s.title}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </>
          )}
          {notes.length > 0 && (
            <>
              <h3>Noted</h3>
              <table>
                <tbody>
                  {notes.map(([about, text]) => (
                    <tr key={about}>
                      <td className="mono">{about === 'machine' ? 'machine' : short(about)}</td>
                      <td>{text}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </>
          )}
          {job.leaving.length > 0 && (
            <>
              <h3>Drives that left, and what became of their data</h3>
              <table>
                <tbody>
                  {job.leaving.map((d) => (
                    <tr key={d.place}>
                      <td>
                        {d.name} of {short(d.place)}
                        {d.serial ? `, serial ${d.serial}` : ''}
                      </td>
                      <td>
                        {d.planned
                          ? d.options.find((o) => o.way === d.planned!.way)?.name
                          : 'not said yet: they may still be readable'}
                        {d.planned && d.planned.way !== 'keep' && !d.planned.who ? ', not done yet' : ''}
                      </td>
                      <td>{d.planned?.who && `${d.planned.who}, ${day(d.planned.when!)}`}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </>
          )}
          <h3>
            Parts off the maker’s list <span className="lab">policy of this job: {job.policy}</span>
          </h3>
          {job.offList.length === 0 ? (
            <p>None.</p>
          ) : (
            <table>
              <thead>
                <tr>
                  <th>Part</th>
                  <th>Place</th>
                  <th>Evidence</th>
                  <th>Warranty</th>
                </tr>
              </thead>
              <tbody>
                {job.offList.map((o) => (
                  <tr key={o.part}>
                    <td>
                      <b>{o.part}</b>
                    </td>
                    <td className="mono">{places(o.places)}</td>
                    <td>{o.evidence}</td>
                    <td>{o.remark}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          <h3>
            Expected and seen <span className="lab">{job.lines.length} lines</span>
          </h3>
          <table>
            <thead>
              <tr>
                <th>Where</th>
                <th>What</th>
                <th>expected</th>
                <th>seen</th>
                <th>by</th>
              </tr>
            </thead>
            <tbody>
              {job.lines.map((l) => (
                <tr key={l.expected.key}>
                  <td className="quiet">{l.expected.screen}</td>
                  <td>{l.expected.what}</td>
                  <td>{l.expected.expected}</td>
                  <td className={l.state === 'deviates' ? 'err' : ''}>
                    <b>{l.seen ?? '–'}</b>
                    {l.state === 'deviates' && ' deviates'}
                    {l.state === 'not-yet' && ' not yet through'}
                  </td>
                  <td className="quiet">{l.by ? (l.by.startsWith('eye') ? `by ${l.by}` : l.by) : 'not looked at'}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <h3>Old parts</h3>
          {gone.length === 0 ? (
            <p>None left the machine.</p>
          ) : (
            <table>
              <thead>
                <tr>
                  <th>From</th>
                  <th>What</th>
                  <th>Serial</th>
                  <th>Lies in</th>
                </tr>
              </thead>
              <tbody>
                {job.runbook?.cameOut.map((l) => (
                  <tr key={l.stepKey}>
                    <td className="mono">{short(l.place)}</td>
                    <td>{l.part}</td>
                    <td>{l.serial ?? '–'}</td>
                    <td>{l.liesIn}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          <div className="sign">
            <div>Handed over by{job.handedOver ? `: ${job.handedOver.who}` : ''}</div>
            <div>Received by, date</div>
          </div>
        </article>
      </div>
    </main>
  );
}
