import { BackupShown, BACKUP_LINES, BACKUP_MEDIA, TapeFields } from '../drawings/BackupWay';
import { Pick } from '../frame/Pick';
import { Amount, CarryOn } from './parts';
import { useRested, useSum, type SumBody, type SumProps } from '../frame/sums';

/** How long a backup takes before the machine may be opened, and what it fills. */
export function BackupSum({ params, set }: SumProps) {
  const of = (key: string, usual = '') => params.get(key) ?? usual;
  const medium = (BACKUP_MEDIA.find(([m]) => m === of('to')) ?? BACKUP_MEDIA[0]!)[0];
  const tape = medium === 'tape';
  const verify = of('verify') !== 'no';
  const number = (key: string) => Number(of(key)) || null;
  const now: SumBody<'backup'> = {
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
  };
  const asked = useRested(now);
  const { data, error, isFetching } = useSum('backup', asked, asked.dataGB > 0);
  return (
    <div className="stack qs">
      <div className="row wrap fields">
        <Amount id="tb" label="Data, TB" value={of('tb')} set={set} />
        <Amount id="reads" label="Old volume reads, MB/s" value={of('reads')} hint="not known" set={set} />
        <Pick id="line" name="Over" value={of('line')} options={BACKUP_LINES} onChange={(v) => set({ line: v })} />
        <Pick id="to" name="Onto" value={medium} options={BACKUP_MEDIA} onChange={(v) => set({ to: v })} />
        {tape ? (
          <TapeFields
            id=""
            tape={now}
            onChange={({ cartridge, tapeDrive, halfHeight }) =>
              set({
                ...(cartridge !== undefined && { gen: `${cartridge}` }),
                ...(tapeDrive !== undefined && { drive: `${tapeDrive ?? ''}` }),
                ...(halfHeight !== undefined && { half: halfHeight ? 'yes' : '' }),
              })
            }
          />
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
          <BackupShown answer={data} />
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
