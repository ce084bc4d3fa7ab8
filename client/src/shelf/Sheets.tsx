import { useSheets } from '../api/hooks';
import { plural } from '../format/numbers';
import { SmallPlate } from '../plate/Plate';
import { Page } from './Page';

/** Machine sheets that the shop holds. */
export default function Sheets() {
  const sheets = useSheets().data ?? [];
  return (
    <Page title="Sheets" line={plural(sheets.length, 'machine', 'machines')}>
      <div className="sheetlist">
        {sheets.map((s) => (
          <section key={s.id}>
            <h3>
              {s.maker} {s.name}
            </h3>
            <div className="sheet-plate">
              <SmallPlate
                sheet={s}
                job={{
                  found: {},
                  foundEmpty: [
                    ...(s.channels ?? []).flatMap((c) => c.slots.map((x) => `slot:${x}`)),
                    ...(s.sockets ?? []).map((x) => `socket:${x.id}`),
                  ],
                  planned: Object.fromEntries((s.sockets ?? []).map((x) => [`socket:${x.id}`, { source: 'sheet' }])),
                  changes: [],
                }}
              />
            </div>
            <p>
              {s.memory?.generation} {s.memory?.form === 'sodimm' ? 'SO-DIMM' : 'DIMM'},{' '}
              {plural(s.channels?.flatMap((c) => c.slots).length ?? 0, 'slot', 'slots')} on{' '}
              {plural(s.channels?.length ?? 0, 'channel', 'channels')}, {s.memory?.types?.join(' or ')}
            </p>
            <p className="quiet">
              Largest module {s.memory?.slotLimitGiB ?? '?'} GiB, largest total {s.memory?.totalLimitGiB ?? '?'} GiB.{' '}
              {s.memory?.rates?.map((r) => `${r.rateMTs} MT/s with ${r.perChannel} in a channel`).join(', ')}.
            </p>
          </section>
        ))}
      </div>
    </Page>
  );
}
