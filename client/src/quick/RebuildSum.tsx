import type { ArrayPlan } from '../api/types';
import { hours, mbs, percent, tb } from '../format/numbers';
import { Pick } from '../frame/Pick';
import { REDUNDANT } from '../drawings/choices';
import { drivesAlike, KINDS } from './ArraySum';
import { Amount, CarryOn } from './parts';
import { useRested, useSum, type SumBody, type SumProps } from '../frame/sums';

/** How long one failed drive takes to be made up for, and what may go wrong meanwhile. */
export function RebuildSum({ params, set }: SumProps) {
  const count = params.get('n') ?? '8';
  const size = params.get('tb') ?? '';
  const kind = params.get('kind') ?? 'disk.nearline';
  const level = params.get('level') ?? 'parity-1';
  const share = params.get('share') ?? '50';
  const starts = params.get('starts') ?? '48';
  const part = Number(share) / 100;
  const asked = useRested<SumBody<'array'>>({
    ...drivesAlike(count, size, kind),
    level: level as ArrayPlan['level'],
    host: level === 'parity-3' ? 'pool' : 'kernel',
    groups: 1,
    use: 'files' as const,
    spare: false,
    figures: {
      diskFailures: null,
      flashFailures: null,
      diskExponent: null,
      flashExponent: null,
      spareDays: null,
      spareTarget: null,
      rebuildShare: part > 0 ? Math.min(1, part) : null,
      repairStartsHours: Number(starts) || 0,
    },
  });
  const { data, error, isFetching } = useSum('array', asked, asked.count > 0 && asked.gigabytes > 0);
  const rebuild = data?.rebuild;
  return (
    <div className="stack qs">
      <div className="row wrap fields">
        <Amount id="tb" label="Drives of TB" value={size} set={set} />
        <Amount id="n" label="So many in the array" value={count} set={set} />
        <Pick id="kind" name="Kind" value={kind} options={KINDS} onChange={(v) => set({ kind: v })} />
        <Pick id="level" name="Level" value={level} options={REDUNDANT} onChange={(v) => set({ level: v })} />
        <Amount id="share" label="Rate it gets, %" value={share} set={set} />
        <Amount id="starts" label="Starts after, h" value={starts} set={set} />
      </div>
      {error && <p className="err">{error.message}</p>}
      {!size && <p className="quiet">Say how large the drives are, for example 8.</p>}
      {data?.why && <p className="err">That makes no array: {data.why}.</p>}
      {data && rebuild && size && (
        <div className={isFetching ? 'stack old' : 'stack'}>
          <p className="qs-answer">
            It rebuilds for <b>{hours(rebuild.hours)}</b>, and is whole again <b>{hours(data.repairHours)}</b> after the
            failure.
          </p>
          <table className="endures">
            <tbody>
              <tr>
                <td>Rate</td>
                <td className="num">{mbs(rebuild.mBs)}</td>
              </tr>
              <tr>
                <td>Bytes of the drive ÷ rate</td>
                <td className="num">
                  {tb(1e12 * Number(size))} ÷ {mbs(rebuild.mBs)}
                </td>
              </tr>
              <tr>
                <td>Loses the array meanwhile</td>
                <td className="num">{percent(rebuild.furtherFailure)}</td>
              </tr>
              <tr>
                <td>Unreadable sector in {tb(rebuild.readBytes)} read, at most</td>
                <td className="num">
                  {percent(rebuild.unreadable)}
                  {data.surely > 1 ? ', made up for by the redundancy left' : ''}
                </td>
              </tr>
            </tbody>
          </table>
          <CarryOn
            to={{
              note: `Rebuild of a ${size} TB drive in ${data.words.toLowerCase()} over ${count}: ${hours(rebuild.hours)}, whole again ${hours(data.repairHours)} after the failure.`,
            }}
          />
        </div>
      )}
    </div>
  );
}
