import { Life } from '../frame/Life';
import { Pick } from '../frame/Pick';
import { WorkedSum } from '../frame/WorkedSum';
import { Amount, CarryOn } from './parts';
import { useRested, useSum, type SumBody, type SumProps } from '../frame/sums';

/** How long a boot drive lasts: by what is written to it, and by what it must hold. */
export function BootSum({ params, set }: SumProps) {
  const size = params.get('gb') ?? '';
  const daily = params.get('daily') ?? '30';
  const by = params.get('by') ?? 'tbw';
  const rated = params.get('rated') ?? '';
  const years = params.get('warranty') ?? '5';
  const base = params.get('base') ?? '2.2';
  const growth = params.get('growth') ?? '2.5';
  const staging = params.get('staging') ?? '10';
  const n = (text: string) => Number(text) || 0;
  const asked = useRested<SumBody<'boot'>>({
    bytes: Math.round(1e9 * n(size)),
    writtenGBPerDay: n(daily),
    ratedTB: by === 'tbw' && n(rated) > 0 ? n(rated) : null,
    writesPerDay: by === 'dwpd' && n(rated) > 0 ? n(rated) : null,
    warrantyYears: n(years) || 5,
    baseGB: n(base),
    growthGBPerYear: n(growth),
    stagingGB: n(staging),
  });
  const { data, error, isFetching } = useSum('boot', asked, (asked.bytes ?? 0) > 0);
  const top =
    Math.max(12, data?.wearYears ?? 0, data?.spaceYears ?? 0) > 40
      ? 40
      : Math.max(12, data?.wearYears ?? 0, data?.spaceYears ?? 0);
  return (
    <div className="stack qs">
      <div className="row wrap fields">
        <Amount id="gb" label="Size, GB" value={size} set={set} />
        <Amount id="daily" label="Written a day, GB" value={daily} set={set} />
        <Pick
          id="by"
          name="Rated by"
          value={by}
          options={[
            ['tbw', 'volume, TB'],
            ['dwpd', 'drive-writes a day'],
          ]}
          onChange={(v) => set({ by: v })}
        />
        <Amount id="rated" label={by === 'tbw' ? 'Rated volume, TB' : 'Drive-writes a day'} value={rated} set={set} />
        <Amount id="warranty" label="over years" value={years} set={set} />
        <Amount id="base" label="System and boot, GB" value={base} set={set} />
        <Amount id="growth" label="Grows a year, GB" value={growth} set={set} />
        <Amount id="staging" label="Room for staging, GB" value={staging} set={set} />
      </div>
      {error && <p className="err">{error.message}</p>}
      {!size && (
        <p className="quiet">
          Say its size. A virtualisation host writes about 30 GB a day to its boot drive (common practice, no source).
        </p>
      )}
      {data && size && (
        <div className={isFetching ? 'stack old' : 'stack'}>
          <p className="qs-answer">
            <b>{data.verdict}</b>
          </p>
          <div className="lives">
            <Life name="Wear" years={data.wearYears} top={top} none="not known" />
            <Life name="Space" years={data.spaceYears} top={top} none="never full" />
          </div>
          <WorkedSum sum={data.why} />
          <CarryOn to={{ note: `Boot drive of ${size} GB, ${daily} GB written a day: ${data.verdict}` }} />
        </div>
      )}
    </div>
  );
}
