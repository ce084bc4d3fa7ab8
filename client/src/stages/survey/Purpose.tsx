import { useState } from 'react';
import type { Purpose, Unknown } from '../../api/types';
import { pressed, Purposes, purposeWords } from '../../frame/Purposes';
import { useUndrawn } from '../../frame/useUndrawn';
import { Unknowns } from './Unknowns';

/** What the job is about, to be changed where one sees what it asks. */
export function About({ purposes, onChange }: { purposes: readonly Purpose[]; onChange: (value: Purpose[]) => void }) {
  const [open, setOpen] = useState(false);
  const undrawn = useUndrawn(purposes);
  const press = (purpose: Purpose) => {
    const next = pressed(undrawn.now(), purpose);
    undrawn.sent(next);
    onChange(next);
  };
  return (
    <details className="about" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>
        {purposes.length > 0 ? (
          <>
            About <b>{purposeWords(purposes)}</b>
          </>
        ) : (
          'What is to be done is not said: everything is asked'
        )}
      </summary>
      {open && <Purposes value={purposes} onPress={press} />}
    </details>
  );
}

/** What the purpose has nothing to do with: it stays unknown, and is answered all the same by who wants to. */
export function Aside({
  list,
  purposes,
  chosen,
  onChoose,
  onAsk,
}: {
  list: Unknown[];
  purposes: readonly Purpose[];
  chosen: Unknown | undefined;
  onChoose: (u: Unknown) => void;
  /** Asks again what somebody left aside. */
  onAsk: (paths: string[]) => void;
}) {
  const [all, setAll] = useState(false);
  const byHand = list.filter((u) => u.leftAside);
  if (list.length === 0) return null;
  return (
    <>
      <h3>
        Left aside <span className="lab">{list.length}</span>{' '}
        <button type="button" className="link" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? 'Fold' : 'Show all'}
        </button>
      </h3>
      <p className="quiet">
        Unknown still
        {purposes.length > 0 && byHand.length < list.length && `, and no matter for ${purposeWords(purposes)}`}: what
        these would tell is neither counted nor taken as fitting.
      </p>
      {byHand.length > 0 && (
        <p className="row wrap aside-by-hand">
          <span>
            {byHand.length === 1 ? `By hand: ${byHand[0]!.question}` : `${byHand.length} of them by hand.`}{' '}
            <span className="quiet">It stays not known: {[...new Set(byHand.map((u) => u.blocks))].join('; ')}.</span>
          </span>
          <button type="button" className="btn o" onClick={() => onAsk(byHand.map((u) => u.path))}>
            Ask again
          </button>
        </p>
      )}
      {all && <Unknowns list={list} chosen={chosen} onChoose={onChoose} />}
    </>
  );
}
