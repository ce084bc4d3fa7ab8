import { Link } from 'react-router';
import { useSheets } from '../api/hooks';
import { Import } from '../editor/Import';
import type { MachineSheet } from '../api/types';
import { plural } from '../format/numbers';
import { SmallPlate } from '../plate/Plate';
import { bare } from '../editor/bare';
import { Page } from '../frame/Page';

/** Machine sheets that the shop holds. */
export default function Sheets() {
  const sheets = useSheets().data ?? [];
  return (
    <Page title="Sheets" line={plural(sheets.length, 'machine', 'machines')}>
      <div className="row no-print">
        <Link className="btn o" to="/sheets/new">
          New sheet
        </Link>
        <Import />
      </div>
      <div className="sheetlist">
        {sheets.map((s) => (
          <section key={s.id}>
            <h3>
              <Link className="link" to={`/sheets/${s.id}`}>
                {s.maker} {s.name}
              </Link>{' '}
              {s.draft && <span className="lab">draft</span>}
            </h3>
            <div className="sheet-plate">
              <SmallPlate sheet={s} job={bare(s)} />
            </div>
            <p>{memoryLine(s)}</p>
            <p className="quiet">{placesLine(s)}</p>
          </section>
        ))}
      </div>
    </Page>
  );
}

export function memoryLine(s: MachineSheet): string {
  const slots = s.channels?.flatMap((c) => c.slots).length ?? 0;
  if (!slots) return 'No memory of its own';
  return [
    `${s.memory?.generation ?? 'memory'} ${s.memory?.form === 'sodimm' ? 'SO-DIMM' : 'DIMM'}`,
    `${plural(slots, 'slot', 'slots')} on ${plural(s.channels?.length ?? 0, 'channel', 'channels')}`,
    s.memory?.types?.join(' or ') ?? 'types not known',
    `up to ${s.memory?.totalLimitGiB ?? '?'} GiB`,
  ].join(', ');
}

export function placesLine(s: MachineSheet): string {
  const bays = s.bays?.reduce((sum, g) => sum + g.names.length, 0) ?? 0;
  return (
    [
      bays ? plural(bays, 'bay', 'bays') : '',
      s.slots?.length ? plural(s.slots.length, 'card slot', 'card slots') : '',
      s.m2?.length ? plural(s.m2.length, 'M.2 place', 'M.2 places') : '',
      s.supplies?.length ? plural(s.supplies.length, 'supply', 'supplies') : '',
    ]
      .filter(Boolean)
      .join(', ') || 'nothing else known of it'
  );
}
