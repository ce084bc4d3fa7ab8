import { Link, useLocation } from 'react-router';
import { usePerson } from '../api/person';
import type { Policy } from '../api/types';
import { useDesk } from './desk';
import { Find } from './Find';
import { keepSetting, useMode } from '../theme/settings';

const POLICIES: [Policy, string][] = [
  ['listed', 'Listed'],
  ['field-proven', 'Field-proven'],
  ['sound', 'Sound'],
];

/** Head of a job: title, machine, policy, undo, search, who, day and night. */
export function Head({
  onUndo,
  onRedo,
  onWho,
  onHistory,
}: {
  onUndo: () => void;
  onRedo: () => void;
  onWho: () => void;
  onHistory: () => void;
}) {
  const { job, apply } = useDesk();
  return (
    <header className="head">
      <Brand />
      <div className="job">
        <h1>{job.title}</h1>
        <span className="lab">
          Job {job.number}
          {job.sheet
            ? ` · ${[job.sheet.maker, job.sheet.name].filter(Boolean).join(' ')}${job.sheet.draft ? ', draft sheet' : ''}`
            : ''}
          {job.system.boardRevision ? `, board revision ${job.system.boardRevision}` : ''}
        </span>
      </div>
      <i className="vr" />
      <span className="lab" id="policy-label">
        Policy
      </span>
      <div className="seg" role="group" aria-labelledby="policy-label">
        {POLICIES.map(([policy, name]) => (
          <button
            key={policy}
            type="button"
            aria-pressed={job.policy === policy}
            onClick={() => job.policy !== policy && apply({ type: 'setPolicy', policy })}
          >
            {name}
          </button>
        ))}
      </div>
      <i className="vr" />
      <button type="button" className="btn" onClick={onUndo} title="Take back your last change (u)">
        Undo
      </button>
      <button type="button" className="btn" onClick={onRedo} title="Bring it again (r)">
        Redo
      </button>
      <button type="button" className="btn" onClick={onHistory} title="Who did what (h)">
        History
      </button>
      <Find />
      <Person onWho={onWho} />
      <ModeSwitch />
    </header>
  );
}

export function Brand() {
  return (
    <Link to="/" className="brand" title="To the bench (b)">
      Irvak
    </Link>
  );
}

export function Person({ onWho }: { onWho: () => void }) {
  const who = usePerson();
  const initials = who
    .split(/\s+/)
    .map((w) => w[0])
    .join('')
    .slice(0, 2)
    .toUpperCase();
  return (
    <button
      type="button"
      className="who1"
      onClick={onWho}
      aria-label={who ? `You are ${who}` : 'Say your name'}
      title={who || 'Say your name'}
    >
      {initials || '?'}
    </button>
  );
}

export function ModeSwitch() {
  const mode = useMode();
  return (
    <button type="button" className="btn o" onClick={() => keepSetting('mode', mode === 'day' ? 'night' : 'day')}>
      {mode === 'day' ? 'Night' : 'Day'}
    </button>
  );
}

/** Head outside of any job. */
export function PlainHead({
  title,
  line,
  onWho,
  children,
}: {
  title: string;
  line: string;
  onWho: () => void;
  children?: React.ReactNode;
}) {
  const path = useLocation().pathname;
  return (
    <header className="head">
      <Brand />
      <div className="job">
        <h1>{title}</h1>
        <span className="lab">{line}</span>
      </div>
      <i className="vr" />
      <nav className="pages" aria-label="Pages">
        {[
          ['/', 'Bench'],
          ['/sheets', 'Sheets'],
          ['/shelf', 'Shelf'],
          ['/sums', 'Quick sums'],
          ['/evidence', 'Evidence'],
          ['/rules', 'Rules'],
        ].map(([to, name]) => (
          <Link key={to} to={to!} className={path === to ? 'on' : ''} aria-current={path === to ? 'page' : undefined}>
            {name}
          </Link>
        ))}
      </nav>
      <span className="grow" />
      {children}
      <Person onWho={onWho} />
      <ModeSwitch />
    </header>
  );
}
