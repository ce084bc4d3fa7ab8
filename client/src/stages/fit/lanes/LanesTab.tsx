import { useRef } from 'react';
import type { JobView, SplitLine } from '../../../api/types';
import { CellPick } from '../../../frame/CellPick';
import { DrawingButtons } from '../../../frame/DrawingButtons';
import { useActs, useDesk } from '../../../frame/desk';
import { PrintHead } from '../../../frame/PrintHead';
import { Loom } from '../../../loom/Loom';
import { Assign } from './Assign';
import { splitWords } from './words';

/** Lanes: the loom, what to enter in the firmware, and what is left. */
export function LanesTab({ job, stale, onAct }: { job: JobView; stale: boolean; onAct: (place: string) => void }) {
  const { selected } = useDesk();
  const box = useRef<HTMLDivElement>(null);
  const lanes = job.lanes!;
  return (
    <div className={stale ? 'sheet lanes old' : 'sheet lanes'} aria-label="Lanes">
      <PrintHead what="Lanes, and what to enter in the firmware" />
      <div className="lanes-draw">
        <Assign key={job.lastNumber} job={job} />
        <Loom sheet={lanes} selected={selected} onAct={onAct} ref={box} />
      </div>
      <div className="lanes-side">
        <Splits job={job} />
        <h3 className="side-head">Lanes, free of those it has</h3>
        <table className="tbl">
          <tbody>
            {lanes.roots.map((r) => (
              <tr key={r.id}>
                <td>{r.id}</td>
                <td className="num">
                  {r.dark
                    ? 'not fitted'
                    : r.lanes == null
                      ? 'not known'
                      : `${r.notLookedAt > 0 ? (r.free ? `at least ${r.free}` : '?') : (r.free ?? '?')} of ${r.lanes}`}
                  {!r.dark && r.notLookedAt > 0 && (
                    <div className="quiet">{r.notLookedAt} at places nobody looked at</div>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <DrawingButtons box={box} name={`${job.title} lanes`} />
      </div>
    </div>
  );
}

function Splits({ job }: { job: JobView }) {
  const { apply, say } = useActs();
  const lines = job.lanes!.splits;
  const settable = lines.filter((l) => l.offered.length > 0);
  const copy = () => {
    const text = settable
      .map((l) => `${l.slot}\t${l.now ? splitWords(l.now) : 'not known'}\t${splitWords(l.enter ?? [])}`)
      .join('\n');
    void navigator.clipboard?.writeText(`Slot\tNow\tTo enter\n${text}`).then(() => say('The list is copied.'));
  };
  if (lines.length === 0) return <p className="quiet">This machine has no slots for cards.</p>;
  return (
    <>
      <div className="row spread">
        <h3 className="side-head">To enter in firmware</h3>
        {settable.length > 0 && (
          <button type="button" className="btn o no-print" onClick={copy}>
            Copy
          </button>
        )}
      </div>
      <table className="tbl splits">
        <thead>
          <tr>
            <th>Slot</th>
            <th>Now</th>
            <th>To enter</th>
            <th>At most</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((l) => (
            <tr key={l.slot} className={l.changes ? 'changes' : ''}>
              <td className="mono">{l.slot}</td>
              <td>
                <Choice
                  line={l}
                  value={l.now ?? null}
                  name={`${l.slot} is set to`}
                  onPick={(widths) => apply({ type: 'setSplit', slot: l.slot, widths, asFound: true })}
                />
              </td>
              <td>
                <Choice
                  line={l}
                  value={l.enter ?? null}
                  name={`${l.slot} to enter`}
                  onPick={(widths) => apply({ type: 'setSplit', slot: l.slot, widths, asFound: false })}
                />
              </td>
              <td>
                <CellPick
                  name={`${l.slot} runs at most at`}
                  value={`${l.heldAt ?? 0}`}
                  options={[['0', `gen ${l.gen}`], ...older(l.gen)]}
                  onChange={(v) => apply({ type: 'holdRate', slot: l.slot, gen: Number(v) })}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function Choice({
  line,
  value,
  name,
  onPick,
}: {
  line: SplitLine;
  value: number[] | null;
  name: string;
  onPick: (w: number[]) => void;
}) {
  if (line.offered.length === 0) return <span className="quiet">no setting</span>;
  return (
    <CellPick
      name={name}
      value={value ? value.join(' ') : '?'}
      options={[
        ...(value ? [] : [['?', 'not known'] as const]),
        ...line.offered.map((o) => [o.join(' '), splitWords(o)] as const),
      ]}
      onChange={(v) => onPick(v === '' ? [] : v.split(' ').map(Number))}
    />
  );
}

/** Generations older than the slot's own. */
const older = (gen: number) =>
  Array.from({ length: Math.max(0, gen - 1) }, (_, n) => [`${gen - 1 - n}`, `gen ${gen - 1 - n}, held`] as const);
