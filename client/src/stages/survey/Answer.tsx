import { useState, type FormEvent } from 'react';
import type { Unknown } from '../../api/types';
import { useActs } from '../../frame/desk';
import { Choice, optionName } from '../../frame/Choice';

/** One unknown, answered by hand; leaving it unknown is an answer too. */
export function Answer({ unknown, onDone }: { unknown: Unknown; onDone: () => void }) {
  const { apply } = useActs();
  const [value, setValue] = useState('');
  const [several, setSeveral] = useState<string[]>([]);
  const final = unknown.kind === 'several' || unknown.kind === 'choice' ? several.join(',') : value.trim();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!final) return;
    apply({ type: 'answerUnknown', path: unknown.path, value: final });
    onDone();
  };
  return (
    <form className="stack" onSubmit={submit}>
      <h3>{unknown.question}</h3>
      <p className="quiet">Look here: {unknown.where}.</p>
      {unknown.kind === 'choice' || unknown.kind === 'several' ? (
        <Choice
          label="Answer"
          options={unknown.options.map((o) => [o, optionName(o)] as const)}
          value={several}
          onChange={setSeveral}
          several={unknown.kind === 'several'}
        />
      ) : (
        <div>
          <label className="field-label" htmlFor="answer">
            Answer{unknown.unit ? `, ${unknown.unit}` : ''}
          </label>
          <input
            id="answer"
            className="inp"
            value={value}
            inputMode={unknown.kind === 'number' ? 'numeric' : undefined}
            onChange={(e) => setValue(e.target.value)}
            autoComplete="off"
          />
        </div>
      )}
      <p className="quiet">Until then it blocks: {unknown.blocks}.</p>
      <div className="row">
        <button type="submit" className="btn go" disabled={!final}>
          Keep
        </button>
      </div>
    </form>
  );
}
