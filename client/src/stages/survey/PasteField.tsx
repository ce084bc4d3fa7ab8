import { useEffect, useRef, useState } from 'react';
import { readCapture, type Piece } from '../../api/hooks';
import type { ReadView } from '../../api/types';
import { Pick } from '../../frame/Pick';
import { ColumnNames } from './ColumnNames';

const MOST = 8 * 1024 * 1024;

interface Dropped {
  name: string;
  body: Blob;
  reading: ReadView | null;
  trouble: string;
}

/** A field for captures that says while one types what it understood; files and archives can be dropped on it or chosen. */
export function PasteField({
  onTake,
  busy,
  label = 'Paste a capture, or drop files or an archive',
  rows = 7,
}: {
  onTake: (pieces: Piece[]) => void;
  busy: boolean;
  label?: string;
  rows?: number;
}) {
  const [text, setText] = useState('');
  const [columns, setColumns] = useState<string[] | null>(null);
  const [reading, setReading] = useState<ReadView | null>(null);
  const [trouble, setTrouble] = useState('');
  const [files, setFiles] = useState<Dropped[]>([]);
  const [machine, setMachine] = useState('');
  const turn = useRef(0);
  const picker = useRef<HTMLInputElement>(null);

  useEffect(() => {
    const mine = ++turn.current;
    if (!text.trim()) return;
    const timer = window.setTimeout(() => {
      if (new Blob([text]).size > MOST) {
        setTrouble('It is larger than 8 MiB. Paste the part from “Memory Device” on.');
        return;
      }
      readCapture({ body: text, columns: columns?.join(',') }).then(
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
  }, [text, columns]);

  const change = (to: string) => {
    setText(to);
    setColumns(null);
  };
  const drop = (list: File[]) => {
    if (list.length === 0) return;
    const dropped = list.slice(0, 64).map((f): Dropped => ({
      name: f.name,
      body: f,
      reading: null,
      trouble: f.size > MOST ? 'larger than 8 MiB; not read' : '',
    }));
    setFiles(dropped);
    for (const file of dropped.filter((f) => !f.trouble)) {
      const tell = (change: Partial<Dropped>) =>
        setFiles((now) => now.map((f) => (f.body === file.body ? { ...f, ...change } : f)));
      readCapture({ body: file.body }).then(
        (r) => tell({ reading: r }),
        (e: Error) => tell({ trouble: e.message }),
      );
    }
  };
  const clear = () => {
    change('');
    setReading(null);
    setFiles([]);
    setMachine('');
  };

  const said = text.trim() ? trouble || reading?.sentence : '';
  const usable = files.filter((f) => f.reading?.usable);
  const machines = [
    ...new Set(usable.flatMap((f) => f.reading!.files.map((i) => i.machine)).filter((m): m is string => m !== null)),
  ];
  const table = text.trim() && !trouble ? reading?.table : null;
  const ready = files.length > 0 ? usable.length > 0 : !!text.trim() && !!reading?.usable;
  return (
    <div
      className="stack"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        if (e.dataTransfer.files.length === 0) return;
        e.preventDefault();
        drop([...e.dataTransfer.files]);
      }}
    >
      {files.length === 0 ? (
        <textarea
          className="inp"
          aria-label={label}
          placeholder={label}
          rows={rows}
          spellCheck={false}
          value={text}
          onChange={(e) => change(e.target.value)}
        />
      ) : (
        <ul className="plain files" aria-label="Files">
          {files.map((f) => (
            <li key={f.name}>
              <b className="mono">{f.name}</b>{' '}
              <span className={f.reading?.usable ? '' : 'quiet'}>{f.trouble || f.reading?.sentence || 'reading'}</span>
              {f.reading?.table && (
                <button
                  type="button"
                  className="link"
                  onClick={() => {
                    setFiles([]);
                    void f.body.text().then(change);
                  }}
                >
                  Name its columns
                </button>
              )}
              {f.reading?.files.map((inner) => (
                <div key={inner.name} className="quiet">
                  <span className="mono">{inner.name}</span> {inner.usable ? inner.kind : inner.sentence}
                  {inner.machine && `, ${inner.machine}`}
                </div>
              ))}
            </li>
          ))}
        </ul>
      )}
      <p aria-live="polite" className={reading?.usable && !trouble ? '' : 'quiet'} data-testid="understood">
        {said}
      </p>
      {(table || columns) && reading && (
        <ColumnNames key={text} table={table ?? null} value={columns} onChange={setColumns} />
      )}
      {files.length === 0 &&
        reading?.remarks.map((r) => (
          <p key={r} className="quiet">
            {r}
          </p>
        ))}
      {machines.length > 1 && (
        <Pick
          id="machine"
          name={`${machines.length} machines are in it; files of one are taken`}
          value={machine}
          options={[['', 'the one of this job, or the first'], ...machines.map((m) => [m, m] as [string, string])]}
          onChange={setMachine}
        />
      )}
      <div className="row">
        <button
          type="button"
          className="btn o go"
          disabled={!ready || busy}
          onClick={() => {
            onTake(
              files.length > 0
                ? usable.map((f) => ({ body: f.body, machine: machine || undefined }))
                : [{ body: text, columns: columns?.join(',') }],
            );
            clear();
          }}
        >
          Take it in
        </button>
        <button type="button" className="btn" onClick={() => picker.current?.click()}>
          Choose files
        </button>
        {(files.length > 0 || text) && (
          <button type="button" className="btn" onClick={clear}>
            Clear
          </button>
        )}
        <input
          ref={picker}
          type="file"
          multiple
          hidden
          aria-label="Files of captures"
          data-testid="files"
          onChange={(e) => {
            drop([...(e.target.files ?? [])]);
            e.target.value = '';
          }}
        />
      </div>
    </div>
  );
}
