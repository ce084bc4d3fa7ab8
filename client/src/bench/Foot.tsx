import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { readCapture } from '../api/hooks';
import { person } from '../api/person';
import type { ReadView } from '../api/types';
import { pasted } from '../frame/pasted';

/** One field that takes a pasted capture at any time and says while typing what it understood. */
export function Foot() {
  const navigate = useNavigate();
  const [text, setText] = useState('');
  const [reading, setReading] = useState<ReadView | null>(null);
  useEffect(() => {
    let current = true;
    if (!text.trim()) return;
    readCapture({ body: text }).then(
      (r) => current && setReading(r),
      (e: Error) =>
        current &&
        setReading({
          kind: '',
          sentence: e.message,
          usable: false,
          lines: 0,
          used: 0,
          rest: [],
          cutOff: false,
          remarks: [],
          product: null,
          sheetId: null,
          files: [],
          table: null,
          changed: [],
          leftOut: [],
        }),
    );
    return () => {
      current = false;
    };
  }, [text]);
  return (
    <section className="foot" aria-label="Paste">
      <textarea
        id="paste"
        className="inp"
        placeholder="Paste a capture here"
        aria-label="Paste a capture here"
        value={text}
        onChange={(e) => setText(e.target.value)}
        spellCheck={false}
      />
      <p aria-live="polite">
        {text.trim() ? (
          reading?.sentence
        ) : (
          <span className="quiet">
            what tools print of firmware, memory, drives, health, arrays, buses or networks; management pages and tables
            too
          </span>
        )}
      </p>
      <button
        type="button"
        className="btn o"
        disabled={!text.trim() || !reading?.usable}
        onClick={() => {
          void person.named().then(() => {
            pasted.keep(text, reading?.product ?? null);
            return navigate('/begin');
          });
        }}
      >
        Into a job
      </button>
    </section>
  );
}
