import { useState } from 'react';
import { Field } from './Field';
import { digits } from './sums';

/** A number that counts when the field is left or Enter is pressed. */
export function Typed({
  id,
  label,
  value,
  hint,
  onDone,
  onClear,
}: {
  id: string;
  label: string;
  value: number | null | undefined;
  /** What counts while nothing is typed. */
  hint?: string;
  onDone: (n: number) => void;
  /** Called when what stood there is taken away; without it an empty field keeps its number. */
  onClear?: () => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const done = () => {
    if (typed !== null && typed !== '' && Number(typed) !== value) onDone(Number(typed));
    if (typed === '' && value != null) onClear?.();
    setTyped(null);
  };
  return (
    <div
      onBlur={done}
      onKeyDown={(e) => {
        if (e.key === 'Enter') done();
      }}
    >
      <Field
        id={id}
        label={label}
        hint={hint}
        value={typed ?? (value == null ? '' : `${value}`)}
        onChange={(v) => setTyped(digits(v))}
      />
    </div>
  );
}
