/** A choice of a few in a cell of a table. */
export function CellPick({
  name,
  value,
  options,
  wide,
  onChange,
}: {
  name: string;
  value: string;
  options: readonly (readonly [value: string, words: string])[];
  wide?: boolean;
  onChange: (value: string) => void;
}) {
  return (
    <select
      className={wide ? 'cellpick wide' : 'cellpick'}
      aria-label={name}
      value={value}
      onChange={(e) => onChange(e.target.value)}
    >
      {options.map(([v, words]) => (
        <option key={v} value={v}>
          {words}
        </option>
      ))}
    </select>
  );
}
