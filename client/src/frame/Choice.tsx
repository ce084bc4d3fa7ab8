/** One or several of a few words, as buttons. */
export function Choice<T extends string>({
  label,
  options,
  value,
  onChange,
  several,
}: {
  label: string;
  options: readonly (readonly [T, string])[];
  value: readonly T[];
  onChange: (value: T[]) => void;
  several?: boolean;
}) {
  return (
    <div>
      <span className="field-label">{label}</span>
      <div className="choice" role="group" aria-label={label}>
        {options.map(([key, name]) => (
          <button
            key={key}
            type="button"
            aria-pressed={value.includes(key)}
            onClick={() =>
              onChange(
                several
                  ? value.includes(key)
                    ? value.filter((v) => v !== key)
                    : [...value, key]
                  : value.includes(key)
                    ? []
                    : [key],
              )
            }
          >
            {name}
          </button>
        ))}
      </div>
    </div>
  );
}

export const GENERATIONS = [
  ['DDR2', 'DDR2'],
  ['DDR3', 'DDR3'],
  ['DDR4', 'DDR4'],
  ['DDR5', 'DDR5'],
] as const;
export const FORMS = [
  ['dimm', 'DIMM'],
  ['sodimm', 'SO-DIMM'],
] as const;
export const TYPES = [
  ['unbuffered', 'unbuffered'],
  ['unbuffered-ecc', 'with ECC'],
  ['registered', 'registered'],
  ['load-reduced', 'load-reduced'],
  ['fully-buffered', 'fully buffered'],
] as const;

export const optionName = (key: string): string =>
  ([...FORMS, ...TYPES] as readonly (readonly [string, string])[]).find(([k]) => k === key)?.[1] ??
  (key === '64' || key === '32' ? `${key} bit` : key);
