import choices from '../api/purposes.json';
import type { Purpose } from '../api/types';
import { useKeys } from './keys';
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

/** The letter of each, which is one of its name. */
const LETTER: Record<Purpose, string> = {
  memory: 'm',
  drives: 'd',
  card: 'c',
  path: 'f',
  processor: 'p',
  boot: 'o',
  broken: 'k',
  everything: 'e',
};

/** What is to be done, several at once. */
export function Purposes({
  value,
  onPress,
  letters = false,
}: {
  value: readonly Purpose[];
  onPress: (purpose: Purpose) => void;
  /** Whether each has a key. */
  letters?: boolean;
}) {
  useKeys(
    letters
      ? PURPOSES.map((p) => ({
          key: LETTER[p.value],
          what: p.words.toLowerCase(),
          run: () => onPress(p.value),
        }))
      : NO_KEYS,
  );
  return (
    <div className="purposes" role="group" aria-label="What is to be done?">
      {PURPOSES.map((p) => (
        <button key={p.value} type="button" aria-pressed={value.includes(p.value)} onClick={() => onPress(p.value)}>
          <PurposeMark purpose={p.value} />
          <span>
            <b>{letters ? <Lettered words={p.words} letter={LETTER[p.value]} /> : p.words}</b>
            <span className="quiet">{p.under}</span>
          </span>
        </button>
      ))}
    </div>
  );
}

const NO_KEYS: { key: string; what: string; run: () => void }[] = [];

/** A name with the letter of its key marked. */
function Lettered({ words, letter }: { words: string; letter: string }) {
  // The letter that begins a word says more than one within.
  const at = words.search(new RegExp(`(?:^|\\s)${letter}`, 'i'));
  const i = at >= 0 ? at + (words[at] === ' ' ? 1 : 0) : words.toLowerCase().indexOf(letter);
  return (
    <>
      {words.slice(0, i)}
      <u>{words[i]}</u>
      {words.slice(i + 1)}
    </>
  );
}
