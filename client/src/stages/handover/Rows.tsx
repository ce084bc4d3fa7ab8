import type { ReactNode } from 'react';

/** A table of the page; the first row may say what the columns are. */
export function Rows({
  head,
  rows,
}: {
  head?: readonly string[];
  rows: readonly { key: string; cells: ReactNode[] }[];
}) {
  return (
    <table>
      {head && (
        <thead>
          <tr>
            {head.map((h) => (
              <th key={h}>{h}</th>
            ))}
          </tr>
        </thead>
      )}
      <tbody>
        {rows.map((row) => (
          <tr key={row.key}>
            {row.cells.map((cell, i) => (
              <td key={i}>{cell}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** A part of the page with its heading; nothing where there is nothing to say. */
export function Part({
  title,
  rows,
  head,
}: {
  title: string;
  head?: readonly string[];
  rows: readonly { key: string; cells: ReactNode[] }[];
}) {
  return rows.length === 0 ? null : (
    <>
      <h3>{title}</h3>
      <Rows head={head} rows={rows} />
    </>
  );
}
