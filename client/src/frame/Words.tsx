import { useState } from 'react';
import { Field } from './Field';

/** Words that count when the field is left or Enter is pressed; what was kept stands there again when nothing changed. */
export function Words({
  id,
  label,
  value,
  hint,
  most,
  onDone,
}: {
  id: string;
  label: string;
  value: string | null | undefined;
  hint?: string;
  most: number;
  onDone: (words: string) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const done = () => {
    const fresh = typed?.trim().slice(0, most);
    if (fresh !== undefined && fresh !== (value ?? '')) onDone(fresh);
    setTyped(null);
  };
  return (
    <div onBlur={done} onKeyDown={(e) => e.key === 'Enter' && done()}>
      <Field id={id} label={label} value={typed ?? value ?? ''} hint={hint} onChange={setTyped} />
    </div>
  );
}
