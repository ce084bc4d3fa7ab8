import { useState } from 'react';
import type { SurveyCheck } from '../../api/types';
import { useActs } from '../../frame/desk';

const SIGN: Record<SurveyCheck['state'], [string, string]> = {
  well: ['✓', 'well'],
  care: ['◐', 'with care'],
  'not-well': ['✗', 'not well'],
  open: ['◌', 'not seen'],
};

/** Does it work before anybody touches it? Answered by captures where they tell, else by eye. */
export function BeforeTouching({ checks }: { checks: SurveyCheck[] }) {
  const [open, setOpen] = useState<string | null>(null);
  const seen = checks.filter((c) => c.state !== 'open').length;
  return (
    <section className="before" aria-label="Before touching">
      <div className="before-head">
        <b>Before touching</b>
        <span className="lab">
          {seen} of {checks.length} seen
        </span>
      </div>
      <ul className="plain">
        {checks.map((c) => (
          <li key={c.key} className={`seenline ${c.state}`} data-check={c.key}>
            <button type="button" aria-expanded={open === c.key} onClick={() => setOpen(open === c.key ? null : c.key)}>
              <span className="seensign" role="img" aria-label={SIGN[c.state][1]}>
                {SIGN[c.state][0]}
              </span>
              <span>
                {c.question}
                {c.answer && <span className="quiet"> {c.answer}</span>}
              </span>
            </button>
            {open === c.key && <CheckAnswer check={c} onDone={() => setOpen(null)} />}
          </li>
        ))}
      </ul>
    </section>
  );
}

function CheckAnswer({ check, onDone }: { check: SurveyCheck; onDone: () => void }) {
  const { apply } = useActs();
  const [note, setNote] = useState('');
  const answer = (good: boolean | null) => {
    apply({ type: 'answerCheck', key: check.key, good, note: note.trim() || null });
    onDone();
  };
  return (
    <div className="stack check-answer">
      <p className="quiet">
        {check.by ? `Answered by ${check.by}. ` : ''}How to see it: {check.where}.
      </p>
      <input
        className="inp"
        aria-label="What was seen"
        placeholder="What was seen, in words"
        value={note}
        maxLength={400}
        onChange={(e) => setNote(e.target.value)}
      />
      <div className="row">
        <button type="button" className="btn o" onClick={() => answer(true)}>
          Well
        </button>
        <button type="button" className="btn o" onClick={() => answer(false)}>
          Not well
        </button>
        {check.state !== 'open' && check.by !== 'captures' && (
          <button type="button" className="btn" onClick={() => answer(null)}>
            Take back
          </button>
        )}
      </div>
    </div>
  );
}
