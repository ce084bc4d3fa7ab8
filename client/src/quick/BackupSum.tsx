import { BackupFilled, BackupStages, BACKUP_LINES, BACKUP_MEDIA, TAPES } from '../drawings/BackupWay';
import { Pick } from '../frame/Pick';
import { WorkedSum } from '../frame/WorkedSum';
import { Amount, CarryOn } from './parts';
import { useRested, useSum, type SumBody, type SumProps } from '../frame/sums';

/** How long a backup takes before the machine may be opened, and what it fills. */
export function BackupSum({ params, set }: SumProps) {
  const of = (key: string, usual = '') => params.get(key) ?? usual;
  const medium = (BACKUP_MEDIA.find(([m]) => m === of('to')) ?? BACKUP_MEDIA[0]!)[0];
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
        <Pick id="line" name="Over" value={of('line')} options={BACKUP_LINES} onChange={(v) => set({ line: v })} />
        <Pick id="to" name="Onto" value={medium} options={BACKUP_MEDIA} onChange={(v) => set({ to: v })} />
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
          {data.stages.length > 0 && <BackupStages stages={data.stages} />}
          {data.media != null && <BackupFilled count={data.media} last={data.lastFilled ?? 1} />}
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
        options={TAPES}
        onChange={(v) => set({ gen: v })}
      />
      <Pick
        id="drive"
        name="Drive, generation"
        value={of('drive')}
        options={[['', 'the same'], ...TAPES]}
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
