import { useEffect, useRef, useState } from 'react';
import { readCapture } from '../../api/hooks';
import type { ReadView } from '../../api/types';

const MOST = 8 * 1024 * 1024;

/** A field for a capture that says while one types what it understood; files can be dropped on it. */
export function PasteField({
  onTake,
  error,
  busy,
  label = 'Paste a capture, or drop a file',
  rows = 7,
}: {
  onTake: (text: string) => void;
  error?: string;
  busy: boolean;
  label?: string;
  rows?: number;
}) {
  const [text, setText] = useState('');
  const [reading, setReading] = useState<ReadView | null>(null);
  const [trouble, setTrouble] = useState('');
  const turn = useRef(0);

  useEffect(() => {
    const mine = ++turn.current;
    if (!text.trim()) return;
    const timer = window.setTimeout(() => {
      if (new Blob([text]).size > MOST) {
        setTrouble('It is larger than 8 MiB. Paste the part from “Memory Device” on.');
        return;
      }
      readCapture(text).then(
        (r) => {
          // A late answer about an older text is dropped.
          if (mine === turn.current) {
            setReading(r);
            setTrouble('');
          }
        },
        (e: Error) => mine === turn.current && setTrouble(e.message),
      );
    }, 150);
    return () => window.clearTimeout(timer);
  }, [text]);

  const said = text.trim() ? trouble || reading?.sentence : '';
  return (
    <div className="stack">
      <textarea
        className="inp"
        aria-label={label}
        placeholder={label}
        rows={rows}
        spellCheck={false}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onDragOver={(e) => e.preventDefault()}
        onDrop={(e) => {
          const file = e.dataTransfer.files[0];
          if (!file) return;
          e.preventDefault();
          if (file.size > MOST) setTrouble('It is larger than 8 MiB; nothing was read.');
          else void file.text().then(setText);
        }}
      />
      <p aria-live="polite" className={reading?.usable && !trouble ? '' : 'quiet'} data-testid="understood">
        {said}
      </p>
      {reading?.remarks.map((r) => (
        <p key={r} className="quiet">
          {r}
        </p>
      ))}
      {error && <p className="err">{error}</p>}
      <div>
        <button
          type="button"
          className="btn o go"
          disabled={!text.trim() || !reading?.usable || busy}
          onClick={() => {
            onTake(text);
            setText('');
            setReading(null);
          }}
        >
          Take it in
        </button>
      </div>
    </div>
  );
}
