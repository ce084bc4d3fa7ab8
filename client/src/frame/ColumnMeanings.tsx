interface Props<T extends string> {
  columns: readonly string[];
  meanings: readonly (readonly [T, string])[];
  now: readonly T[];
  onChange: (now: T[]) => void;
}

/** Headings of a pasted table, each with what it means, put right by the person. */
export function ColumnMeanings<T extends string>({ columns, meanings, now, onChange }: Props<T>) {
  return (
    <thead>
      <tr>
        {columns.map((name, i) => (
          <th key={i}>
            <label>
              <span className="mono">{name}</span>
              <select
                className="inp"
                value={now[i]}
                aria-label={`Meaning of ${name}`}
                onChange={(e) => onChange(now.map((m, j) => (j === i ? (e.target.value as T) : m)))}
              >
                {meanings.map(([key, words]) => (
                  <option key={key} value={key}>
                    {words}
                  </option>
                ))}
              </select>
            </label>
          </th>
        ))}
      </tr>
    </thead>
  );
}
