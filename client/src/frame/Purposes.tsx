import choices from '../api/purposes.json';
import type { Purpose } from '../api/types';
import { PurposeMark } from './purposeMarks';

/** What jobs are about, as the core's table has it. */
export const PURPOSES = choices as readonly { value: Purpose; words: string; under: string }[];

const EVERYTHING: Purpose = 'everything';

/** What stands when one is pressed: everything and single purposes leave no room for each other. */
export const pressed = (value: readonly Purpose[], purpose: Purpose): Purpose[] =>
  value.includes(purpose)
    ? value.filter((p) => p !== purpose)
    : purpose === EVERYTHING
      ? [purpose]
      : [...value.filter((p) => p !== EVERYTHING), purpose];

/** "more memory, a new boot drive". */
export const purposeWords = (value: readonly Purpose[]): string =>
  PURPOSES.filter((p) => value.includes(p.value))
    .map((p) => p.words.toLowerCase())
    .join(', ');

/** What is to be done, several at once. */
export function Purposes({ value, onChange }: { value: readonly Purpose[]; onChange: (value: Purpose[]) => void }) {
  return (
    <div className="purposes" role="group" aria-label="What is to be done?">
      {PURPOSES.map((p) => (
        <button
          key={p.value}
          type="button"
          aria-pressed={value.includes(p.value)}
          onClick={() => onChange(pressed(value, p.value))}
        >
          <PurposeMark purpose={p.value} />
          <span>
            <b>{p.words}</b>
            <span className="quiet">{p.under}</span>
          </span>
        </button>
      ))}
    </div>
  );
}
