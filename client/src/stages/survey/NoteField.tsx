import { useEffect, useRef, useState } from 'react';
import { useDesk } from '../../frame/desk';

/** A note about a place or the machine; it is kept when the field is left, or the page with it. */
export function NoteField({ about }: { about: string }) {
  const { job, apply } = useDesk();
  const kept = (job.survey.notes as Record<string, string>)[about] ?? '';
  const [text, setText] = useState(kept);
  const keep = () => text.trim() !== kept && apply({ type: 'setNote', about, text: text.trim() });
  const last = useRef(keep);
  useEffect(() => void (last.current = keep));
  useEffect(() => {
    const leave = () => void last.current();
    window.addEventListener('pagehide', leave);
    return () => window.removeEventListener('pagehide', leave);
  }, []);
  return (
    <div>
      <label className="field-label" htmlFor={`note-${about}`}>
        Note
      </label>
      <textarea
        id={`note-${about}`}
        className="inp"
        rows={3}
        maxLength={2000}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onBlur={keep}
      />
    </div>
  );
}
