import { useState } from 'react';
import { Link } from 'react-router';
import type { BayRow, LooseDrive } from '../../api/types';
import { short } from '../../format/numbers';
import { useActs, useDesk } from '../../frame/desk';
import { PrintHead } from '../../frame/PrintHead';

/** Which drive is which: bay, serial number, name in the system, array. Printed, it is taped onto the machine before a drive moves. */
export function BayTab({ onPlace }: { onPlace: (place: string) => void }) {
  const { job } = useDesk();
  const { bays, loose } = job.survey;
  if (bays.length === 0)
    return (
      <p className="quiet sheet">
        {job.sheet?.draft ? (
          <>
            Which bays and M.2 places this machine has is not known: its sheet is a draft.{' '}
            <Link className="link" to={`/sheets/new?job=${job.number}`}>
              Add them to its sheet
            </Link>
            ; a table of its controller tells them too.
          </>
        ) : (
          'By its sheet this machine has no bays and no M.2 places.'
        )}
      </p>
    );
  return (
    <div className="sheet bay-tab">
      <section>
        <PrintHead what="Which drive is which" />
        <h3>
          Which drive is which{' '}
          <button type="button" className="btn o no-print" onClick={() => window.print()}>
            Print the map
          </button>
        </h3>
        <table className="bay-map">
          <thead>
            <tr>
              <th>Bay</th>
              <th>Drive</th>
              <th>Serial number</th>
              <th>In the system</th>
              <th>Array or use</th>
              <th>Grade</th>
            </tr>
          </thead>
          <tbody>
            {bays.map((b) => (
              <Row key={b.place ?? b.serial ?? b.systemName} row={b} onPlace={onPlace} />
            ))}
          </tbody>
        </table>
      </section>
      <section className="no-print">
        <h3>
          Drives without a bay <span className="lab">{loose.length}</span>
        </h3>
        {loose.length === 0 ? (
          <p className="quiet">
            {bays.some((b) => b.serial || b.systemName)
              ? 'Every drive that is known stands in its bay.'
              : 'No drive is known yet: paste a listing, or answer bay by bay.'}
          </p>
        ) : (
          <>
            <p className="quiet">
              The captures know them by serial number. Read the labels and say where each one sits.
            </p>
            <ul className="plain">
              {loose.map((l) => (
                <Loose key={l.unit.serial ?? l.unit.systemName} drive={l} />
              ))}
            </ul>
          </>
        )}
      </section>
    </div>
  );
}

function Row({ row: b, onPlace }: { row: BayRow; onPlace: (place: string) => void }) {
  return (
    <tr className={b.looked ? '' : 'quiet'}>
      <td>
        {b.place ? (
          <button type="button" className="link mono" onClick={() => onPlace(b.place!)}>
            {b.bay}
          </button>
        ) : (
          <span className="mono">{b.bay}</span>
        )}
      </td>
      <td>{b.what}</td>
      <td className="mono">{b.serial}</td>
      <td className="mono">{b.systemName}</td>
      <td>
        {b.memberOf ?? (b.serial ? <span className="quiet">not told</span> : '')}
        {b.trouble && <span className="chg"> “{b.trouble}”</span>}
      </td>
      <td className={b.grade === 'reject' || b.grade === 'C' ? 'chg' : ''}>{b.grade}</td>
    </tr>
  );
}

function Loose({ drive }: { drive: LooseDrive }) {
  const { apply } = useActs();
  const [place, setPlace] = useState('');
  const u = drive.unit;
  return (
    <li className="loose">
      <span>
        <b>{u.short}</b> <span className="mono">{u.serial}</span>{' '}
        <span className="quiet">
          {[u.systemName, u.memberOf, u.grade && `grade ${u.grade.grade}`].filter(Boolean).join(' · ')}
        </span>
      </span>
      <span className="row">
        <select
          className="inp"
          aria-label={`Bay of ${u.serial ?? u.short}`}
          value={place}
          onChange={(e) => setPlace(e.target.value)}
        >
          <option value="">where?</option>
          {drive.homes.map((h) => (
            <option key={h} value={h}>
              {short(h)}
            </option>
          ))}
        </select>
        <button
          type="button"
          className="btn o"
          disabled={!place}
          onClick={() => apply({ type: 'recordFound', places: { [place]: u }, by: 'by hand', system: null })}
        >
          It sits there
        </button>
      </span>
    </li>
  );
}
