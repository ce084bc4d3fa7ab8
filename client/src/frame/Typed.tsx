import { useState } from 'react';
import { Field } from './Field';
import { digits } from './sums';

/** A number that counts when the field is left or Enter is pressed. */
export function Typed({
  id,
  label,
  value,
  onDone,
}: {
  id: string;
  label: string;
  value: number | null | undefined;
  onDone: (n: number) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const done = () => {
    if (typed !== null && typed !== '' && Number(typed) !== value) onDone(Number(typed));
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
        value={typed ?? (value == null ? '' : `${value}`)}
        onChange={(v) => setTyped(digits(v))}
      />
    </div>
  );
}
