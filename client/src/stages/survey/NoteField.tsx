import { useState } from 'react';
import { useDesk } from '../../frame/desk';

/** A note about a place or the machine; it is kept when the field is left. */
export function NoteField({ about }: { about: string }) {
  const { job, apply } = useDesk();
  const kept = (job.survey.notes as Record<string, string>)[about] ?? '';
  const [text, setText] = useState(kept);
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
        onBlur={() => text.trim() !== kept && apply({ type: 'setNote', about, text: text.trim() })}
      />
    </div>
  );
}
