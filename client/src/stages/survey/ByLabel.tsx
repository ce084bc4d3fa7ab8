import { useState, type FormEvent } from 'react';
import { readLabel } from '../../api/hooks';
import type { Unit } from '../../api/types';

/** What each kind of place is told by its label. */
const READS: Record<string, 'module' | 'drive' | 'card'> = {
  slot: 'module',
  bay: 'drive',
  m2: 'drive',
  card: 'card',
};

/** The label typed or pasted becomes the part at once. */
export function ByLabel({ place, onKeep }: { place: string; onKeep: (unit: Unit) => void }) {
  const kind = READS[place.slice(0, place.indexOf(':'))];
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState('');
  if (!kind) return null;
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!text.trim()) return;
    try {
      const read = await readLabel(text);
      const part = read.part?.part[kind];
      if (read.problem || !part) return setWrong(read.problem ?? `This names no ${kind}.`);
      onKeep({ [kind]: part, source: 'by hand, from the label' } as Unit);
    } catch (e) {
      setWrong((e as Error).message);
    }
  };
  return (
    <form className="by-label" onSubmit={(e) => void submit(e)}>
      <label className="field-label" htmlFor="by-label">
        By its label, typed or pasted
      </label>
      <div className="row">
        <input
          id="by-label"
          className="inp grow"
          value={text}
          maxLength={400}
          placeholder={
            kind === 'module'
              ? '16GB 2Rx8 PC4-2666V-E'
              : kind === 'drive'
                ? '8 TB SATA 3.5 7200'
                : 'network card x8 gen 3'
          }
          autoComplete="off"
          spellCheck={false}
          onChange={(e) => {
            setText(e.target.value);
            setWrong('');
          }}
        />
        <button type="submit" className="btn o" disabled={!text.trim()}>
          Keep it
        </button>
      </div>
      {wrong && (
        <p className="err" role="alert">
          {wrong}
        </p>
      )}
    </form>
  );
}
