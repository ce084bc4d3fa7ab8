import { Pick } from '../frame/Pick';
import { WorkedSum } from '../frame/WorkedSum';
import { Amount, CarryOn } from './parts';
import { useRested, useSum, type SumBody, type SumProps } from '../frame/sums';

/** What a system shows of so much memory, and where the rest is. */
export function OsSum({ params, set }: SumProps) {
  const gib = params.get('gib') ?? '';
  const kind = params.get('system') ?? '64';
  const limit = params.get('limit') ?? '';
  const reserved = params.get('reserved') ?? '';
  const graphics = params.get('graphics') === '1';
  const asked = useRested<SumBody<'os'>>({
    installedGiB: Number(gib) || 0,
    bits: kind.startsWith('64') ? 64 : 32,
    kind: kind === '64' ? 'linux' : kind === '64o' ? 'other' : null,
    extended: kind === '32x',
    limitGiB: Number(limit) > 0 ? Math.floor(Number(limit)) : null,
    reservedMiB: reserved === '' ? null : Math.max(0, Math.floor(Number(reserved) || 0)),
    graphics,
  });
  const { data, error } = useSum('os', asked, Number(asked.installedGiB) > 0);
  return (
    <div className="stack qs">
      <div className="row wrap fields">
        <Amount id="gib" label="Installed, GiB" value={gib} set={set} />
        <Pick
          id="system"
          name="System"
          value={kind}
          options={[
            ['64', 'Linux, 64 bit'],
            ['64o', 'another system, 64 bit'],
            ['32', '32 bit'],
            ['32x', '32 bit with address extension'],
          ]}
          onChange={(v) => set({ system: v })}
        />
        <Amount id="limit" label="Limit of its edition, GiB" value={limit} set={set} />
        <Amount id="reserved" label="Held back, MiB" value={reserved} set={set} />
        <label className="row">
          <input type="checkbox" checked={graphics} onChange={(e) => set({ graphics: e.target.checked ? '1' : '' })} />
          the processor draws the screen
        </label>
      </div>
      {error && <p className="err">{error.message}</p>}
      {!gib && <p className="quiet">Say how much is installed, for example 16.</p>}
      {data && gib && (
        <>
          <p className="qs-answer">
            It shows <b>{data.words}</b>.
          </p>
          <WorkedSum sum={data.why} />
          <CarryOn to={{ wish: String(Math.ceil(Number(gib))), bits: kind.startsWith('64') ? '64' : '32' }} />
        </>
      )}
    </div>
  );
}
