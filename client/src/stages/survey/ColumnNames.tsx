import { useState } from 'react';
import type { TablePreview } from '../../api/types';

const MEANINGS: [string, string][] = [
  ['none', 'not needed'],
  ['enclosure', 'enclosure'],
  ['bay', 'bay'],
  ['state', 'state'],
  ['size', 'size'],
  ['serial', 'serial number'],
  ['model', 'model'],
  ['group', 'array or group'],
  ['media', 'disk or flash'],
  ['protocol', 'SATA, SAS, NVMe'],
  ['systemName', 'name in the system'],
];

/** A pasted table of drives: its columns, one below another, with a first guess at what each means, put right by the person. */
export function ColumnNames({
  table,
  value,
  onChange,
}: {
  table: TablePreview | null;
  value: string[] | null;
  onChange: (columns: string[]) => void;
}) {
  // Once the columns are named the answer carries no preview any more; the one that asked stays.
  const [shown] = useState(table);
  if (!shown) return null;
  const now = value ?? (shown.guess as string[]);
  return (
    <div className="stack">
      <table aria-label="What the columns mean">
        <tbody>
          {shown.columns.map((name, i) => (
            <tr key={i}>
              <th scope="row">
                <span className="mono">{name}</span>
                <br />
                <span className="quiet small">
                  {[...new Set(shown.rows.map((row) => row[i]).filter(Boolean))].slice(0, 2).join(', ')}
                </span>
              </th>
              <td>
                <select
                  className="inp"
                  value={now[i]}
                  aria-label={`Meaning of ${name}`}
                  onChange={(e) => onChange(now.map((m, j) => (j === i ? e.target.value : m)))}
                >
                  {MEANINGS.map(([key, words]) => (
                    <option key={key} value={key}>
                      {words}
                    </option>
                  ))}
                </select>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {!value && (
        <div>
          <button type="button" className="btn o" onClick={() => onChange(now)}>
            These columns are right
          </button>
        </div>
      )}
    </div>
  );
}
