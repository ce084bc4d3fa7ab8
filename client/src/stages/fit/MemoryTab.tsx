import type { JobView } from '../../api/types';
import { mib } from '../../format/numbers';
import { Ladder } from '../../ladder/Ladder';
import { Bands } from './Bands';
import { SlowestOf } from './SlowestOf';

/** The memory sheet: ladder, slowest of, interleave, what will be seen. */
export function MemoryTab({ job, onAct, stale }: { job: JobView; onAct: (place: string) => void; stale: boolean }) {
  const memory = job.memory!;
  const { found, planned } = memory;
  const os = (f: typeof found) => f.osTotal?.words ?? 'not known';
  return (
    <div className={stale ? 'sheet mem old' : 'sheet mem'} aria-label="Memory">
      <section>
        <h3>
          Ladder <span className="lab">small figure: fill order · outer figure: GiB</span>
        </h3>
        <Ladder job={job} onAct={onAct} />
      </section>
      <section className="stack">
        <SlowestOf memory={memory} />
        <Bands memory={memory} />
      </section>
      <section>
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
            <Row name="Firmware" a={mib(found.installedMiB)} b={mib(planned.installedMiB)} />
            <Row name="System" a={os(found)} b={os(planned)} />
            <Row name="Rate" a={found.rate.words ?? ''} b={planned.rate.words ?? ''} />
            <Row name="ECC" a={found.ecc} b={planned.ecc} />
          </tbody>
        </table>
        <p className="quiet small">
          {planned.osTotal
            ? planned.osTotal.why.lines.map((l) => `${l.formula} ${l.value}`).join(' · ')
            : 'What the system shows depends on its word size: answer it in Survey.'}
        </p>
      </section>
    </div>
  );
}

function Row({ name, a, b }: { name: string; a: string; b: string }) {
  return (
    <tr>
      <td>{name}</td>
      <td className="num">{a}</td>
      <td className={a === b ? 'num' : 'num chg'}>{b}</td>
    </tr>
  );
}
