import { useState } from 'react';
import type { Purpose, Unknown } from '../../api/types';
import { Purposes, purposeWords } from '../../frame/Purposes';
import { Unknowns } from './Unknowns';

/** What the job is about, to be changed where one sees what it asks. */
export function About({ purposes, onChange }: { purposes: readonly Purpose[]; onChange: (value: Purpose[]) => void }) {
  const [open, setOpen] = useState(false);
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
      {open && <Purposes value={purposes} onChange={onChange} />}
    </details>
  );
}

/** What the purpose has nothing to do with: it stays unknown, and is answered all the same by who wants to. */
export function Aside({
  list,
  purposes,
  chosen,
  onChoose,
}: {
  list: Unknown[];
  purposes: readonly Purpose[];
  chosen: Unknown | undefined;
  onChoose: (u: Unknown) => void;
}) {
  const [all, setAll] = useState(false);
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
        Unknown still, and no matter for {purposeWords(purposes)}: what these would tell is neither counted nor taken as
        fitting.
      </p>
      {all && <Unknowns list={list} chosen={chosen} onChoose={onChoose} />}
    </>
  );
}
