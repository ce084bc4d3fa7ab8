import { useState } from 'react';
import { read } from './Wish';

/** A number in a table with its unit; empty where nobody said one. */
export function CellNumber({
  label,
  unit,
  value,
  most,
  whole,
  onKeep,
}: {
  label: string;
  unit: string;
  value: number | null;
  most?: number;
  /** No fractions. */
  whole?: boolean;
  onKeep: (value: number | null) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState(false);
  const done = () => {
    if (typed == null) return;
    if (typed.trim() === '') {
      if (value != null) onKeep(null);
    } else {
      const n = read(typed);
      if (n == null || (most != null && n > most) || (whole && !Number.isInteger(n))) return setWrong(true);
      if (n !== value) onKeep(n);
    }
    setWrong(false);
    setTyped(null);
  };
  return (
    <span className="cell-number">
      <input
        className="inp num"
        inputMode="decimal"
        value={typed ?? (value == null ? '' : `${value}`)}
        aria-label={`${label}, ${unit}`}
        aria-invalid={wrong || undefined}
        title={wrong ? `“${typed}” is no number of ${unit} here.` : undefined}
        onFocus={(e) => e.currentTarget.select()}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={done}
        onKeyDown={(e) => {
          if (e.key === 'Enter') done();
          if (e.key === 'Escape') {
            setWrong(false);
            setTyped(null);
          }
        }}
        autoComplete="off"
      />
      <span className="unit">{unit}</span>
      {wrong && (
        <span className="err" role="alert">
          no number of {unit} here
        </span>
      )}
    </span>
  );
}
