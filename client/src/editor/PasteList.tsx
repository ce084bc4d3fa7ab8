import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, Refusal, unwrap } from '../api/client';
import type { ListedPart } from '../api/types';
import type { Doc } from './SpecForm';

/** Takes a maker's list as a table: all of its lines, or none and why. */
export function PasteList({ rows, onChange }: { rows: Doc[]; onChange: (rows: Doc[]) => void }) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [what, setWhat] = useState<ListedPart['what']>('drive');
  const [source, setSource] = useState('');
  const [date, setDate] = useState('');
  const [done, setDone] = useState('');
  const read = useMutation({
    mutationFn: async () =>
      unwrap(
        await api.POST('/api/sheets/list', {
          body: {
            text,
            what,
            source: source.trim() || null,
            date: date || null,
            // A row that was begun and names nothing yet is none.
            before: rows.filter((r) => r.number !== '') as unknown as ListedPart[],
          },
        }),
      ),
    onSuccess: (list) => {
      if (list.problems.length > 0) return;
      onChange(list.rows as unknown as Doc[]);
      setDone(`${list.read} ${list.read === 1 ? 'row' : 'rows'} taken in, ${list.replaced} of before replaced.`);
      setText('');
    },
  });
  if (!open)
    return (
      <div className="row">
        <button type="button" className="btn o" onClick={() => setOpen(true)}>
          Paste a table
        </button>
        <span aria-live="polite">{done}</span>
      </div>
    );
  return (
    <div className="stack" role="group" aria-label="Paste a table">
      <textarea
        className="inp"
        rows={6}
        aria-label="The list as a table"
        placeholder={'part number;brand;kind;size;use\nEK-N8;Ekkelund;SATA disk;8 TB;volume'}
        spellCheck={false}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <div className="spec-fields">
        <label className="spec-field">
          <span className="field-label">Kind, where no column tells it</span>
          <select className="inp" value={what} onChange={(e) => setWhat(e.target.value as ListedPart['what'])}>
            <option value="drive">drives</option>
            <option value="module">memory</option>
            <option value="card">cards</option>
          </select>
        </label>
        <label className="spec-field">
          <span className="field-label">Which list</span>
          <input className="inp" maxLength={400} value={source} onChange={(e) => setSource(e.target.value)} />
        </label>
        <label className="spec-field">
          <span className="field-label">Of</span>
          <input
            className="inp"
            placeholder="2026-03-31"
            maxLength={10}
            value={date}
            onChange={(e) => setDate(e.target.value)}
          />
        </label>
      </div>
      {read.error && (
        <p className="err" role="alert">
          {read.error instanceof Refusal ? read.error.message : 'It was not read.'}
        </p>
      )}
      {read.data && read.data.problems.length > 0 && (
        <div className="err" role="alert">
          Nothing was taken in.
          <ul className="plain">
            {read.data.problems.slice(0, 8).map((p) => (
              <li key={p.path + p.text}>{p.text}</li>
            ))}
          </ul>
        </div>
      )}
      <div className="row">
        <button
          type="button"
          className="btn go"
          disabled={!text.trim() || read.isPending}
          onClick={() => read.mutate()}
        >
          Take it in
        </button>
        <button type="button" className="btn" onClick={() => setOpen(false)}>
          Close
        </button>
        <span aria-live="polite">{done}</span>
      </div>
    </div>
  );
}
