import { useEffect, useRef, useState } from 'react';
import type { JobView } from '../../../api/types';
import { mbs, mib } from '../../../format/numbers';
import { useKeys } from '../../../frame/keys';
import { Ladder } from '../../../ladder/Ladder';
import { Bands } from './Bands';
import { Buying } from './Buying';
import { SlotCard, useCard } from './SlotCard';
import { Mixed } from './Mixed';
import { Modes } from './Modes';
import { Placement } from './Placement';
import { SlowestOf } from '../../../drawings/SlowestOf';
import { travel } from '../../../frame/travel';

/** The memory sheet: ladder, slowest of, interleave, modes, what will be seen; and the placement that is computed on request. */
export function MemoryTab({ job, onAct, stale }: { job: JobView; onAct: (place: string) => void; stale: boolean }) {
  const [placing, setPlacing] = useState<'place' | 'buy' | null>(null);
  const ladder = useRef<HTMLDivElement>(null);
  const before = useRef<Map<string, string> | null>(null);
  // Modules that changed their slot are seen travelling there, whoever moved them.
  useEffect(() => {
    const now = new Map(job.changes.filter((c) => c.movedFrom).map((c) => [c.place, c.movedFrom!]));
    if (ladder.current && before.current) travel(ladder.current, before.current, now);
    before.current = now;
  }, [job.changes]);
  const [printing, printCard] = useCard();
  useKeys(
    placing
      ? [{ key: 'Escape', what: 'leave the computed answer', run: () => setPlacing(null) }]
      : [
          { key: 'P', what: 'place the modules for me', run: () => setPlacing('place') },
          { key: 'B', what: 'buy for me', run: () => setPlacing('buy') },
          { key: 'C', what: 'print the card', run: printCard },
        ],
    true,
  );
  const memory = job.memory!;
  const { found, planned } = memory;
  const os = (f: typeof found) => f.osTotal?.words ?? 'not known';
  const usable = (f: typeof found) =>
    f.allKnown ? mib(f.usableMiB) : f.usableMiB > 0 ? `at least ${mib(f.usableMiB)}` : 'not known';
  const apart = memory.ladder.some((s) => s.general);
  if (placing === 'place') return <Placement job={job} onClose={() => setPlacing(null)} />;
  if (placing === 'buy') return <Buying job={job} onClose={() => setPlacing(null)} />;
  return (
    <div className={stale ? 'sheet mem old' : 'sheet mem'} aria-label="Memory">
      <section ref={ladder}>
        <h3 className="row">
          Ladder{' '}
          <span className="lab">
            {apart ? 'small figure: the board’s own order (general order)' : 'small figure: fill order'} · outer: GiB
          </span>
          <button
            type="button"
            className="btn o end"
            data-key="⇧P"
            aria-keyshortcuts="Shift+P"
            onClick={() => setPlacing('place')}
          >
            Place for me
          </button>
          <button
            type="button"
            className="btn o"
            data-key="⇧B"
            aria-keyshortcuts="Shift+B"
            onClick={() => setPlacing('buy')}
          >
            Buy for me
          </button>
          <button
            type="button"
            className="btn o"
            data-key="⇧C"
            aria-keyshortcuts="Shift+C"
            onClick={printCard}
            title="Which module in which slot, to cut out and lay into the machine"
          >
            Card
          </button>
        </h3>
        <Ladder job={job} onAct={onAct} />
        <Mixed facts={memory.mixed} />
        {printing && <SlotCard job={job} />}
      </section>
      <section className="stack">
        <SlowestOf memory={memory} />
        <Bands memory={memory} />
      </section>
      <section className="stack">
        <table>
          <thead>
            <tr>
              <th>
                <b>To be seen</b>
              </th>
              <th className="num">found</th>
              <th className="num">planned</th>
            </tr>
          </thead>
          <tbody>
            <Row name="Firmware" a={found.words ?? ''} b={planned.words ?? ''} />
            {planned.usableMiB !== planned.installedMiB && <Row name="Usable" a={usable(found)} b={usable(planned)} />}
            <Row name="System" a={os(found)} b={os(planned)} />
            <Row name="Rate" a={found.rate.words ?? ''} b={planned.rate.words ?? ''} />
            <Row name="Bandwidth" a={rate(found.bandwidthMBs)} b={rate(planned.bandwidthMBs)} />
            <Row name="ECC" a={found.ecc.words} b={planned.ecc.words} long />
          </tbody>
        </table>
        <p className="quiet small">
          {planned.osTotal
            ? planned.osTotal.why.lines.map((l) => `${l.formula} ${l.value}`).join(' · ')
            : job.system.osKind === 'none'
              ? 'No system is installed yet.'
              : planned.allKnown
                ? 'What the system shows depends on its kind and word size: answer them in Survey.'
                : 'What the system shows is not known before every slot was looked at.'}
        </p>
        <Modes memory={memory} />
      </section>
    </div>
  );
}

const rate = (n?: number | null) => (n ? mbs(n) : 'not known');

/** One line as found and as planned; long words may wrap. */
function Row({ name, a, b, long = false }: { name: string; a: string; b: string; long?: boolean }) {
  const num = long ? 'num wraps' : 'num';
  return (
    <tr>
      <td>{name}</td>
      <td className={num}>{a}</td>
      <td className={a === b ? num : `${num} chg`}>{b}</td>
    </tr>
  );
}
