import type { components } from '../api/schema';
import { mbs } from '../format/numbers';
import { Pick } from '../frame/Pick';
import { WorkedSum } from '../frame/WorkedSum';
import { Amount, CarryOn } from './parts';
import { useRested, useSum, type SumBody, type SumProps } from '../frame/sums';

type Answer = components['schemas']['BackupAnswer'];
type Medium = NonNullable<SumBody<'backup'>['medium']>;

const MEDIA: [Medium, string][] = [
  ['disk', 'disks'],
  ['flash', 'flash drives'],
  ['tape', 'tape'],
];
const GENERATIONS = Array.from({ length: 10 }, (_, i) => [`${i + 1}`, `${i + 1}`] as [string, string]);
const LINES: [string, string][] = [
  ['', 'same machine'],
  ...[1, 2.5, 5, 10, 25, 40, 100].map((n) => [`${n}`, `${n} Gb/s`] as [string, string]),
];

/** How long a backup takes before the machine may be opened, and what it fills. */
export function BackupSum({ params, set }: SumProps) {
  const of = (key: string, usual = '') => params.get(key) ?? usual;
  const medium = (MEDIA.find(([m]) => m === of('to')) ?? MEDIA[0]!)[0];
  const tape = medium === 'tape';
  const verify = of('verify') !== 'no';
  const number = (key: string) => Number(of(key)) || null;
  const asked = useRested<SumBody<'backup'>>({
    dataGB: 1000 * (number('tb') ?? 0),
    medium,
    sourceMBs: number('reads'),
    networkGbs: number('line') ?? 0,
    mediumGB: tape || number('each') === null ? null : 1000 * number('each')!,
    mediumMBs: tape ? null : number('writes'),
    verify,
    cartridge: Number(of('gen', '8')),
    tapeDrive: number('drive'),
    halfHeight: of('half') === 'yes',
  });
  const { data, error, isFetching } = useSum('backup', asked, asked.dataGB > 0);
  return (
    <div className="stack qs">
      <div className="row wrap fields">
        <Amount id="tb" label="Data, TB" value={of('tb')} set={set} />
        <Amount id="reads" label="Old volume reads, MB/s" value={of('reads')} hint="not known" set={set} />
        <Pick id="line" name="Over" value={of('line')} options={LINES} onChange={(v) => set({ line: v })} />
        <Pick id="to" name="Onto" value={medium} options={MEDIA} onChange={(v) => set({ to: v })} />
        {tape ? (
          <TapeFields of={of} set={set} />
        ) : (
          <>
            <Amount id="each" label="Size of one, TB" value={of('each')} hint="not known" set={set} />
            <Amount id="writes" label="One writes, MB/s" value={of('writes')} hint="as usual" set={set} />
          </>
        )}
        <label className="row tickline">
          <input type="checkbox" checked={verify} onChange={(e) => set({ verify: e.target.checked ? '' : 'no' })} />
          read back and compared
        </label>
      </div>
      {error && <p className="err">{error.message}</p>}
      {!of('tb') && <p className="quiet">Say how much is kept: what is used, not the size of the drives.</p>}
      {data && asked.dataGB > 0 && (
        <div className={isFetching ? 'stack old' : 'stack'}>
          <p className="qs-answer">
            <b>{data.verdict}</b>
          </p>
          {data.stages.length > 0 && <Way stages={data.stages} />}
          {data.media != null && <Filled count={data.media} last={data.lastFilled ?? 1} />}
          {data.cares.map((c) => (
            <p key={c} className="small">
              {c}
            </p>
          ))}
          <WorkedSum sum={data.why} />
          <p className="quiet small">
            Three copies, two kinds, one elsewhere (common practice, no source). Snapshots and mirrors on the same
            drives don’t count.
          </p>
          <CarryOn to={{ note: `Backup of ${of('tb')} TB: ${data.verdict}` }} />
        </div>
      )}
    </div>
  );
}

function TapeFields({ of, set }: { of: (key: string, usual?: string) => string; set: SumProps['set'] }) {
  return (
    <>
      <Pick
        id="gen"
        name="Cartridge, generation"
        value={of('gen', '8')}
        options={GENERATIONS}
        onChange={(v) => set({ gen: v })}
      />
      <Pick
        id="drive"
        name="Drive, generation"
        value={of('drive')}
        options={[['', 'the same'], ...GENERATIONS]}
        onChange={(v) => set({ drive: v })}
      />
      <Pick
        id="half"
        name="Drive is"
        value={of('half')}
        options={[
          ['', 'full height'],
          ['yes', 'half height'],
        ]}
        onChange={(v) => set({ half: v })}
      />
    </>
  );
}

/** The stages with what each lets through; the narrowest says so, and what is not known too. */
function Way({ stages }: { stages: Answer['stages'] }) {
  return (
    <ul className="plain" aria-label="Stages of the backup">
      {stages.map((s) => (
        <li key={s.name}>
          {s.name}: {s.mBs == null ? 'not known' : mbs(s.mBs)}
          {s.pinch && <b>, narrowest</b>}
        </li>
      ))}
    </ul>
  );
}

const SHOWN = 24;

/** The media side by side, the last one filled as far as it will be. */
function Filled({ count, last }: { count: number; last: number }) {
  const shown = Math.min(count, SHOWN);
  const [w, h, gap] = [40, 26, 6];
  return (
    <svg
      width={(w + gap) * shown + (count > SHOWN ? 60 : 0)}
      height={h}
      role="img"
      aria-label={`${count} to fill, the last one to ${Math.round(100 * last)} %`}
    >
      {Array.from({ length: shown }, (_, i) => {
        const full = i < count - 1 ? 1 : last;
        return (
          <g key={i} transform={`translate(${i * (w + gap)} 0)`}>
            <rect x="0.5" y="0.5" width={w - 1} height={h - 1} fill="none" stroke="var(--line)" />
            <rect y="0" width={w * full} height={h} fill="var(--ink)" opacity="0.75" />
          </g>
        );
      })}
      {count > SHOWN && (
        <text x={(w + gap) * shown} y={h - 8}>
          of {count}
        </text>
      )}
    </svg>
  );
}
