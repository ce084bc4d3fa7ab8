import { useState, type ReactNode } from 'react';
import type { Edit, FindingView, WaysView } from '../api/types';
import { about } from '../api/ways';
import { plural } from '../format/numbers';
import { Mark, WORD } from './Mark';
import { Saying } from './Saying';
import { keepSetting, useSetting } from '../theme/settings';
import { WorkedSum } from './WorkedSum';

const BASIS: Record<string, string> = {
  standard: 'a published standard',
  sheet: "the machine's or part's own sheet",
  proven: 'logged outcomes',
  practice: 'common practice, no source',
  memory: 'recalled from memory, to be confirmed',
};

interface Props {
  findings: FindingView[];
  ways: WaysView[];
  onPlace: (place: string) => void;
  onEdit: (edit: Edit) => void;
  /** Card of the chosen place, above the findings. */
  top?: ReactNode;
  stale?: boolean;
}

/** What stands in the way, sorted by harm; each one sentence, with its worked sum and computed repairs. */
export function Verdicts({ findings, ways, onPlace, onEdit, top, stale }: Props) {
  const folded = useSetting('verdicts', 'open') === 'folded';
  const now = findings.filter((f) => !f.aside);
  const hard = now.filter((f) => f.severity !== 'note');
  const notes = now.filter((f) => f.severity === 'note');
  const aside = findings.filter((f) => f.aside);
  const count = (s: string) => now.filter((f) => f.severity === s).length;
  const counts = [
    count('stop') && plural(count('stop'), 'stop', 'stops'),
    count('care') && plural(count('care'), 'care', 'cares'),
    count('note') && plural(count('note'), 'note', 'notes'),
  ].filter(Boolean);
  const [all, setAll] = useState(false);
  const item = (f: FindingView, open: boolean) => (
    <FindingItem
      key={about(f)}
      finding={f}
      ways={ways.find((w) => about(w) === about(f))}
      open={open}
      onPlace={onPlace}
      onEdit={onEdit}
    />
  );
  return (
    <aside className={folded ? 'verdicts folded' : 'verdicts'} aria-label="In the way">
      <div className="vhead">
        {!folded && <b>In the way</b>}
        {!folded && <span className="lab">{counts.join(', ') || 'nothing'}</span>}
        <button
          type="button"
          className="btn"
          aria-expanded={!folded}
          aria-label={folded ? `Unfold: ${counts.join(', ') || 'nothing in the way'}` : 'Fold'}
          onClick={() => keepSetting('verdicts', folded ? 'open' : 'folded')}
        >
          {folded ? '‹' : '›'}
        </button>
      </div>
      {folded ? (
        <div className="edge">
          {(['stop', 'care', 'note'] as const).filter(count).map((s) => (
            <span key={s} title={WORD[s]}>
              <Mark severity={s} title={WORD[s]} /> {count(s)}
            </span>
          ))}
        </div>
      ) : (
        <div className={stale ? 'list old' : 'list'} tabIndex={-1}>
          {top}
          {hard.map((f, i) => item(f, i === 0 && f.severity === 'stop'))}
          {notes.length > 0 && <Notes notes={notes} onPlace={onPlace} />}
          {now.length === 0 && !top && <p className="notes quiet">Nothing stands in the way.</p>}
          {aside.length > 0 && (
            <div className="notes v note">
              <button type="button" className="link" aria-expanded={all} onClick={() => setAll(!all)}>
                {plural(aside.length, 'finding', 'findings')} about what this job has nothing to do with
              </button>
              <p className="quiet">True of the machine as found, and nothing that is planned touches it.</p>
            </div>
          )}
          {all && aside.map((f) => item(f, false))}
        </div>
      )}
    </aside>
  );
}

function FindingItem({
  finding: f,
  ways,
  open,
  onPlace,
  onEdit,
}: {
  finding: FindingView;
  ways?: WaysView;
  open: boolean;
  onPlace: (p: string) => void;
  onEdit: (e: Edit) => void;
}) {
  const [why, setWhy] = useState(open);
  const [out, setOut] = useState(open);
  return (
    <article className={`v ${f.severity}`} data-code={f.code}>
      <Mark severity={f.severity} />
      <div className="sev">
        <b>{WORD[f.severity]}</b>
        {f.asFoundToo && <span className="quiet">as found already</span>}
        <span className="code">{f.code}</span>
      </div>
      <p>
        <Saying text={f.sentence} onPlace={onPlace} />
      </p>
      <div className="fold">
        <button type="button" aria-expanded={why} onClick={() => setWhy(!why)}>
          Why
        </button>
        {ways && (
          <button type="button" aria-expanded={out} onClick={() => setOut(!out)}>
            Ways out, {ways.ways.length}
          </button>
        )}
      </div>
      {why && <WorkedSum sum={f.why} reason={f.reason} source={f.source} basis={BASIS[f.basis]} claims={f.claims} />}
      {ways && out && (
        <div className="ways">
          {ways.ways.map((w, i) => (
            <button key={w.title} type="button" className="way1" onClick={() => onEdit(w.edit)}>
              <span className="k">{i + 1}</span>
              <span>
                <b>{w.title}</b>
                <span>{w.effect}</span>
              </span>
            </button>
          ))}
        </div>
      )}
    </article>
  );
}

function Notes({ notes, onPlace }: { notes: FindingView[]; onPlace: (p: string) => void }) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <div className="notes v note">
      <div className="sev">
        <b>Notes, {notes.length}</b>
      </div>
      <ul>
        {notes.map((f) => (
          <li key={about(f)} data-code={f.code}>
            <Mark severity="note" />
            <div>
              <Saying text={f.sentence} onPlace={onPlace} />{' '}
              <button
                type="button"
                className="whybtn"
                aria-expanded={open === f.code}
                onClick={() => setOpen(open === f.code ? null : f.code)}
              >
                Why
              </button>
              {open === f.code && (
                <WorkedSum sum={f.why} reason={f.reason} source={f.source} basis={BASIS[f.basis]} claims={f.claims} />
              )}
            </div>
          </li>
        ))}
      </ul>
    </div>
  );
}
