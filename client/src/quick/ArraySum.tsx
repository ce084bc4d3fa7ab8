import type { ArrayPlan } from '../api/types';
import { Pick } from '../frame/Pick';
import { Endures } from '../drawings/Endures';
import { Levels } from '../drawings/Levels';
import { Staircase } from '../drawings/Staircase';
import { HOSTS, LEVELS, NESTS, USES } from '../drawings/choices';
import { Amount, CarryOn } from './parts';
import { useRested, useSum, type SumBody, type SumProps } from '../frame/sums';

export const KINDS: [string, string][] = [
  ['disk.nearline', 'hard disk, nearline'],
  ['disk.desktop', 'hard disk, desktop'],
  ['disk.10k', 'hard disk, 10 000/min'],
  ['disk.15k', 'hard disk, 15 000/min'],
  ['flash.client', 'flash, client'],
  ['flash.enterprise', 'flash, enterprise'],
];

/** So many drives alike, as they are asked about. */
export const drivesAlike = (count: string, terabytes: string, kind: string) => {
  const [media, name] = kind.split('.');
  return {
    count: Math.min(10_000, Math.floor(Number(count) || 0)),
    gigabytes: Math.round(1000 * (Number(terabytes) || 0)),
    media: media as 'disk' | 'flash',
    class: name ?? null,
  };
};

/** So many drives alike in a level: what they hold, survive and risk. */
export function ArraySum({ params, set }: SumProps) {
  const count = params.get('n') ?? '';
  const size = params.get('tb') ?? '';
  const kind = params.get('kind') ?? 'disk.nearline';
  const level = params.get('level') ?? 'parity-2';
  const host = params.get('host') ?? 'kernel';
  const groups = params.get('groups') ?? '1';
  const use = params.get('use') ?? 'files';
  const spare = params.get('spare') === '1';
  const asked = useRested<SumBody<'array'>>({
    ...drivesAlike(count, size, kind),
    level: level as ArrayPlan['level'],
    host: host as NonNullable<ArrayPlan['host']>,
    groups: NESTS.includes(level) ? Number(groups) : 1,
    use: use as NonNullable<ArrayPlan['use']>,
    spare,
    figures: null,
  });
  const { data, error, isFetching } = useSum('array', asked, asked.count > 0 && asked.gigabytes > 0);
  return (
    <div className="stack qs">
      <div className="row wrap fields">
        <Amount id="n" label="Drives" value={count} set={set} />
        <Amount id="tb" label="of TB each" value={size} set={set} />
        <Pick id="kind" name="Kind" value={kind} options={KINDS} onChange={(v) => set({ kind: v })} />
        <Pick id="level" name="Level" value={level} options={LEVELS} onChange={(v) => set({ level: v })} />
        {NESTS.includes(level) && (
          <Pick
            id="groups"
            name="Groups"
            value={groups}
            options={[1, 2, 3, 4, 5, 6].map((n) => [`${n}`, `${n}`])}
            onChange={(v) => set({ groups: v })}
          />
        )}
        <Pick id="host" name="Kept by" value={host} options={HOSTS} onChange={(v) => set({ host: v })} />
        <Pick id="use" name="Used for" value={use} options={USES} onChange={(v) => set({ use: v })} />
        <label className="row">
          <input type="checkbox" checked={spare} onChange={(e) => set({ spare: e.target.checked ? '1' : '' })} />
          with a spare
        </label>
      </div>
      {error && <p className="err">{error.message}</p>}
      {(!count || !size) && <p className="quiet">Say how many drives of how many TB, for example 8 of 4.</p>}
      {data && count && size && (
        <div className={isFetching ? 'stack old' : 'stack'}>
          {data.why ? (
            <p className="err">That makes no array: {data.why}.</p>
          ) : (
            <>
              <div className="array-cols">
                <Staircase array={data} />
                <Endures array={data} />
              </div>
              <Levels array={data} onTake={(c) => set({ level: c.level, groups: `${c.groups}` })} />
              <CarryOn to={{ space: (data.capacity!.usable / 1e12).toFixed(1), failures: `${data.surely}` }} />
            </>
          )}
        </div>
      )}
    </div>
  );
}
