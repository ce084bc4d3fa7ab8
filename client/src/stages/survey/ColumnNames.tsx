import { useState } from 'react';
import type { TablePreview } from '../../api/types';
import { ColumnMeanings } from '../../frame/ColumnMeanings';

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

/** A pasted table of drives: its columns with a first guess at what each means, put right by the person. */
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
      <div className="scroll">
        <table aria-label="What the columns mean">
          <ColumnMeanings columns={shown.columns} meanings={MEANINGS} now={now} onChange={onChange} />
          <tbody>
            {shown.rows.slice(0, 4).map((row, i) => (
              <tr key={i}>
                {shown.columns.map((_, j) => (
                  <td key={j} className="mono">
                    {row[j]}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
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
