import { Link, useLocation } from 'react-router';
import { usePerson } from '../api/person';
import { keepSetting, useMode } from '../theme/settings';

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
