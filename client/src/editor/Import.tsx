import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, newKey, Refusal, unwrap } from '../api/client';
import { persist } from '../api/persist';
import { person } from '../api/person';

/** Takes in a document by file or paste: a machine sheet, parts, or a whole job. */
export function Import() {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const picker = useRef<HTMLInputElement>(null);
  const client = useQueryClient();
  const navigate = useNavigate();
  const take = useMutation({
    mutationFn: async (body: string) => {
      const [who, key] = [await person.named(), newKey()];
      return persist(async () =>
        unwrap(
          await api.POST('/api/import', {
            params: { query: { who, key } },
            body,
            bodySerializer: (b) => b as string,
            headers: { 'Content-Type': 'text/plain' },
          }),
        ),
      );
    },
    onSuccess: async (view) => {
      await client.invalidateQueries();
      setText('');
      if (view.kind === 'machine') void navigate(`/sheets/${view.ids[0]}`);
      if (view.kind === 'job') void navigate(`/jobs/${view.ids[0]}`);
    },
  });
  const errors = take.error instanceof Refusal ? (take.error.problem.errors ?? []) : [];
  if (!open)
    return (
      <button type="button" className="btn o" onClick={() => setOpen(true)}>
        Import
      </button>
    );
  return (
    <section className="stack import" aria-label="Import">
      <textarea
        className="inp"
        rows={5}
        aria-label="Document to import"
        placeholder="Paste a machine sheet, parts or a job, or choose a file"
        spellCheck={false}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onDragOver={(e) => e.preventDefault()}
        onDrop={(e) => {
          const file = e.dataTransfer.files[0];
          if (!file) return;
          e.preventDefault();
          void file.text().then(setText);
        }}
      />
      {take.error && (
        <div className="err" role="alert">
          {errors.every((e) => e.text !== take.error.message) && take.error.message}
          <ul className="plain">
            {errors.slice(0, 8).map((e) => (
              <li key={e.path + e.text}>
                <span className="mono">{e.path}</span> {e.text}
              </li>
            ))}
          </ul>
        </div>
      )}
      {take.data && <p aria-live="polite">{take.data.sentence}</p>}
      <div className="row">
        <button
          type="button"
          className="btn go"
          disabled={!text.trim() || take.isPending}
          onClick={() => take.mutate(text)}
        >
          Take it in
        </button>
        <button type="button" className="btn o" onClick={() => picker.current?.click()}>
          Choose a file
        </button>
        <button type="button" className="btn" onClick={() => setOpen(false)}>
          Close
        </button>
        <input
          ref={picker}
          type="file"
          accept=".json,application/json"
          hidden
          aria-label="Document file"
          onChange={(e) => {
            void e.target.files?.[0]?.text().then(setText);
            e.target.value = '';
          }}
        />
      </div>
    </section>
  );
}
