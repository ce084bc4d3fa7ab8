import { useEffect, useRef, useState, type FormEvent } from 'react';
import type { ToldFact, Unknown } from '../../api/types';
import { useActs } from '../../frame/desk';
import { Choice, optionName } from '../../frame/Choice';
import { answerWords, wordsIn } from './words';

/** One unknown, answered by hand; leaving it unknown is an answer too. What is known is put right by the same form. */
export function Answer({
  unknown,
  fact,
  focus,
  onDone,
}: {
  unknown: Unknown;
  fact?: ToldFact;
  /** True where it was asked for: the hand goes on in it. */
  focus?: boolean;
  onDone: () => void;
}) {
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => {
    if (focus) form.current?.querySelector<HTMLElement>('input, .choice button')?.focus();
  }, [focus]);
  const { apply } = useActs();
  const [value, setValue] = useState(fact?.value ?? '');
  const [several, setSeveral] = useState<string[]>(fact ? wordsIn(fact.value, unknown) : []);
  const final = unknown.kind === 'several' || unknown.kind === 'choice' ? several.join(',') : value.trim();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!final) return;
    apply({ type: 'answerUnknown', path: unknown.path, value: final });
    onDone();
  };
  return (
    <form ref={form} className="stack" onSubmit={submit}>
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
      {fact ? (
        <p className="quiet">
          {fact.by === 'by hand' ? 'Told by hand' : `Told by the ${fact.by}`}. It decides {unknown.blocks}.
        </p>
      ) : (
        <p className="quiet">Until then it blocks: {unknown.blocks}.</p>
      )}
      <div className="row">
        <button type="submit" className="btn go" disabled={!final || final === fact?.value}>
          Keep
        </button>
        {fact?.back && (
          <button
            type="button"
            className="btn o"
            onClick={() => {
              apply(fact.back!);
              onDone();
            }}
          >
            {fact.before ? `Take it back: ${answerWords(fact.before, unknown)} again` : 'Take it back: not known'}
          </button>
        )}
      </div>
    </form>
  );
}
