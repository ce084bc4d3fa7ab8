/** A labelled line to type in, with suggestions where there are any. */
export function Field({
  id,
  label,
  value,
  onChange,
  focus,
  hint,
  suggestions,
}: {
  id: string;
  label: string;
  value: string;
  onChange: (v: string) => void;
  focus?: boolean;
  hint?: string;
  suggestions?: string[];
}) {
  return (
    <div className="grow">
      <label className="field-label" htmlFor={id}>
        {label}
      </label>
      <input
        id={id}
        className="inp"
        value={value}
        placeholder={hint}
        onChange={(e) => onChange(e.target.value)}
        autoFocus={focus}
        autoComplete="off"
        list={suggestions ? `${id}-list` : undefined}
        maxLength={120}
      />
      {suggestions && (
        <datalist id={`${id}-list`}>
          {suggestions.map((l) => (
            <option key={l} value={l} />
          ))}
        </datalist>
      )}
    </div>
  );
}
