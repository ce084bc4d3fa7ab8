import { useSheets } from '../api/hooks';
import type { MachineSheet, Unit } from '../api/types';
import { plural } from '../format/numbers';
import type { Inked } from '../plate/ink';
import { Plate } from '../plate/Plate';
import { bare } from '../editor/bare';
import { Amount, BoardPick, CarryOn } from './parts';
import { useSum, useRested, type Fill, type SumBody, type SumProps } from '../frame/sums';

/** Which slots so many modules alike go into; needs no label. */
export function FillSum({ params, set }: SumProps) {
  const sheetId = params.get('sheet') ?? '';
  const sheet = useSheets().data?.find((s) => s.id === sheetId);
  const sockets = Number(params.get('sockets') ?? '0');
  const count = params.get('n') ?? '';
  const asked = useRested<SumBody<'fill'>>({ sheetId, sockets, count: Math.min(999, Math.floor(Number(count) || 0)) });
  const { data, error, isFetching } = useSum('fill', asked, asked.sheetId !== '');
  return (
    <div className="stack qs">
      <div className="row wrap fields">
        <BoardPick sheetId={sheetId} sheet={sheet} sockets={sockets} set={set} />
        <Amount id="n" label="Modules alike" value={count} set={set} />
      </div>
      {error && <p className="err">{error.message}</p>}
      {!sheetId && <p className="quiet">Choose the machine: its sheet knows the slots and their order.</p>}
      {data && sheet && (
        <div className={isFetching ? 'stack old' : 'stack'}>
          <Answer fill={data} sheet={sheet} sockets={sockets} asked={Math.floor(Number(count) || 0)} />
          <CarryOn to={{ sheet: sheetId, sockets: String(sockets) }} />
        </div>
      )}
    </div>
  );
}

function Answer({ fill, sheet, sockets, asked }: { fill: Fill; sheet: MachineSheet; sockets: number; asked: number }) {
  const n = fill.slots.length;
  const table =
    fill.tableLowMTs == null
      ? null
      : fill.tableLowMTs === fill.tableHighMTs
        ? `${fill.tableLowMTs}`
        : `${fill.tableLowMTs} to ${fill.tableHighMTs}`;
  return (
    <>
      {n > 0 && (
        <p className="qs-answer">
          {asked > n ? `${plural(n, 'slot takes one', 'slots take one each')}, ${asked - n} stay out: ` : ''}
          <b className="mono">{fill.slots.join(' ')}</b>
        </p>
      )}
      <div className="sumplate wide">
        <Plate
          sheet={sheet}
          job={numbered(sheet, fill, sockets)}
          view="memory"
          label={`${sheet.name}, slots numbered in their order`}
        />
      </div>
      {n > 0 &&
        fill.sockets.map((s) => (
          <p key={s.socket}>
            <b>{s.socket}</b>{' '}
            {s.used === 0
              ? 'has no memory of its own.'
              : `uses ${s.used} of ${s.channels} channels: ${Math.round(s.share * 100)} % of its bandwidth${
                  s.bands.length > 1
                    ? `; ${s.bands.map((b) => `${plural(b.miB, 'module’s worth', 'modules’ worth')} on ${b.channels}`).join(', ')}`
                    : ''
                }.`}
          </p>
        ))}
      {fill.even.length > 0 && (
        <p>
          Every channel holds the same with <b>{fill.even.join(' or ')}</b>.
        </p>
      )}
      {n > 0 && (
        <p>
          {plural(fill.mostPerChannel, 'module', 'modules')} in the fullest channel:{' '}
          {table ? `the board’s table gives ${table} MT/s.` : 'the sheet has no rate for that.'}
        </p>
      )}
      <p className="small">
        <b>Order of filling</b> <span className="mono">{fill.order.join(' ')}</span>
        {fill.generalOrder.join() !== fill.order.join() && (
          <>
            <br />
            <span className="quiet">
              the board’s own table; in general order it would be{' '}
              <span className="mono">{fill.generalOrder.join(' ')}</span>
            </span>
          </>
        )}
      </p>
    </>
  );
}

/** The board with its filled slots numbered in the order in which they are filled. */
function numbered(sheet: MachineSheet, fill: Fill, sockets: number): Inked {
  const base = bare(sheet);
  const dark = (sheet.sockets ?? []).slice(sockets || undefined).map((s) => `socket:${s.id}`);
  const kept = Object.fromEntries(Object.entries(base.planned).filter(([place]) => !dark.includes(place)));
  const units = Object.fromEntries(
    fill.slots.map((slot, i) => [
      `slot:${slot}`,
      { source: 'order', short: `${i + 1}`, long: `${i + 1}`, accessory: { name: `${i + 1}` } } as Unit,
    ]),
  );
  return {
    ...base,
    found: kept,
    foundEmpty: [...base.foundEmpty, ...dark],
    planned: { ...kept, ...units },
    changes: Object.entries(units).map(([place, unit]) => ({
      place,
      out: null,
      in: unit,
      movedFrom: null,
      movedTo: null,
    })),
  };
}
