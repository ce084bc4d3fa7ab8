/** A labelled line to type in, with suggestions where there are any, and below it what is wrong with what was typed. */
export function Field({
  id,
  label,
  value,
  onChange,
  focus,
  hint,
  suggestions,
  wrong,
}: {
  id: string;
  label: string;
  value: string;
  onChange: (v: string) => void;
  focus?: boolean;
  hint?: string;
  suggestions?: string[];
  wrong?: string;
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
        aria-invalid={wrong ? true : undefined}
        aria-describedby={wrong ? `${id}-wrong` : undefined}
      />
      {wrong && (
        <p className="err" id={`${id}-wrong`}>
          {wrong}
        </p>
      )}
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
