import { useRef } from 'react';
import type { LineView } from '../api/types';

/** The line in plain words; the words that mean something are marked in it. */
export function LineField({
  value,
  read,
  onChange,
  onEnter,
}: {
  value: string;
  /** What was read; of an older line its marks are not drawn. */
  read: LineView | undefined;
  onChange: (value: string) => void;
  onEnter: () => void;
}) {
  const under = useRef<HTMLDivElement>(null);
  return (
    <div className="line-field">
      <div className="line-marks" ref={under} aria-hidden="true">
        {marked(value, read).map(([text, on], i) => (on ? <u key={i}>{text}</u> : <span key={i}>{text}</span>))}
      </div>
      <input
        id="line"
        aria-label="What is to be done, in plain words"
        aria-describedby="line-read"
        placeholder="two 16 GB modules for the file share at Mewstone, it swaps at night"
        value={value}
        maxLength={300}
        autoFocus
        autoComplete="off"
        spellCheck={false}
        onChange={(e) => onChange(e.target.value)}
        onScroll={(e) => {
          if (under.current) under.current.scrollLeft = e.currentTarget.scrollLeft;
        }}
        onKeyDown={(e) => {
          if (e.key !== 'Enter' || e.ctrlKey || e.metaKey) return;
          e.preventDefault();
          onEnter();
        }}
      />
    </div>
  );
}

/** The line cut at its marks. */
export function marked(value: string, read: LineView | undefined): [string, boolean][] {
  const spans = [...(read?.line.understood ?? []), ...(read?.named ? [read.named] : [])].sort(
    (a, b) => a.start - b.start,
  );
  const parts: [string, boolean][] = [];
  let at = 0;
  for (const s of spans) {
    if (s.start < at || s.start + s.length > value.length) continue;
    parts.push([value.slice(at, s.start), false], [value.slice(s.start, s.start + s.length), true]);
    at = s.start + s.length;
  }
  return [...parts, [value.slice(at), false] as [string, boolean]].filter(([text]) => text !== '');
}

/** What was read of it, what it does not say, and what is kept as the reason. */
export function LineRead({
  typed,
  read,
  wrong,
}: {
  typed: string;
  read: LineView | undefined;
  /** Why it is not read; undefined while it may be. */
  wrong: string | undefined;
}) {
  const line = read?.line;
  if (!typed.trim())
    return (
      <p id="line-read" className="quiet">
        In plain words, or chosen below, several at once. It can be changed at any time.
      </p>
    );
  if (!line)
    return (
      <p id="line-read" className="quiet">
        {wrong ? `It can’t be read now: ${wrong} What you typed is kept.` : 'Reading …'}
      </p>
    );
  const words = [...line.read, ...line.phrases.map((p) => p.text)];
  return (
    <p id="line-read" aria-live="polite">
      <span className="lab">Read as you type</span> {words.length > 0 ? <b>{words.join(' · ')}</b> : 'nothing yet'}
      {line.notSaid.length > 0 && <span className="quiet"> Not said: {line.notSaid.join(', ')}.</span>}
      {line.reason && <span className="quiet"> Kept as the reason: {line.reason}.</span>}
    </p>
  );
}
