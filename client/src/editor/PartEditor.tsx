import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { api, unwrap } from '../api/client';
import { readLabel } from '../api/hooks';
import type { ShelfPart } from '../api/types';
import { Page } from '../frame/Page';
import { PARTS } from './partSpec';
import { SpecForm, type Doc } from './SpecForm';
import { troubles } from './troubles';
import { tidy } from './values';

type PartKind = keyof typeof PARTS;
const KINDS: [PartKind, string][] = [
  ['module', 'memory module'],
  ['drive', 'drive'],
  ['card', 'card'],
  ['processor', 'processor'],
  ['accessory', 'cable, tray, pad …'],
];
const kindOf = (doc: Doc) => KINDS.map(([k]) => k).find((k) => doc[k] !== null && doc[k] !== undefined);

/** Editor of a part: from a label, or by hand; then stock, place and price. */
export default function PartEditor() {
  const { id } = useParams();
  const [params] = useSearchParams();
  const part = useQuery({
    queryKey: ['part', id],
    enabled: !!id,
    queryFn: async () => unwrap(await api.GET('/api/parts/{id}', { params: { path: { id: id! } } })),
  });
  if (id && !part.data)
    return (
      <Page title="Part" line={part.isPending ? 'looking' : 'not here'}>
        {null}
      </Page>
    );
  const asked = { label: params.get('label') ?? '', kind: params.get('kind'), family: params.get('family') };
  return (
    <Editor
      key={id ?? 'new'}
      start={(part.data as Doc | undefined) ?? null}
      label={asked.label}
      first={asked.kind === 'processor' ? processorOf(asked.label, asked.family) : null}
      back={backTo(params.get('back'))}
    />
  );
}

/** Only a page of a job is gone back to. */
const backTo = (path: string | null) => (path && /^\/jobs\/[\w-]+\/fit\?/.test(path) ? path : null);

/** Labels tell nothing of processors: the name is what was typed, the family that of the socket. */
const processorOf = (name: string, family: string | null): Doc => ({
  format: 'irvak-part/1',
  inStock: 1,
  id: slug(name),
  processor: { name, ...(family ? { socket: family } : {}) },
});

/** A short name made of a long one. */
const slug = (name: string) =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60);

function Editor({
  start,
  label,
  first,
  back,
}: {
  start: Doc | null;
  label: string;
  /** What is known of a new part beforehand. */
  first: Doc | null;
  /** The page of a job that it is made for. */
  back: string | null;
}) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const [doc, setDoc] = useState<Doc | null>(start ?? first);
  const [text, setText] = useState(label);
  const [version, setVersion] = useState(0);
  const read = useQuery({
    queryKey: ['label', text],
    enabled: !start && text.trim().length > 0,
    placeholderData: (old) => old,
    queryFn: () => readLabel(text),
  });
  const kind = doc ? kindOf(doc) : undefined;
  const whole = useMemo(() => (doc ? (tidy(doc) as Doc) : null), [doc]);
  const [settled, setSettled] = useState(whole);
  useEffect(() => {
    const timer = window.setTimeout(() => setSettled(whole), 200);
    return () => window.clearTimeout(timer);
  }, [whole]);
  const check = useQuery({
    queryKey: ['check-part', settled],
    enabled: settled !== null,
    placeholderData: (old) => old,
    retry: false,
    queryFn: async () => unwrap(await api.POST('/api/parts/check', { body: settled as unknown as ShelfPart })),
  });
  const done = async () => {
    await client.invalidateQueries({ queryKey: ['shelf'] });
    await client.invalidateQueries({ queryKey: ['part'] });
    void navigate(back ? `${back}&part=${encodeURIComponent((whole?.id as string) ?? '')}` : '/shelf');
  };
  const keep = useMutation({
    mutationFn: async () =>
      unwrap(
        await api.PUT('/api/parts/{id}', {
          params: { path: { id: whole!.id as string } },
          body: whole as unknown as ShelfPart,
        }),
      ),
    onSuccess: done,
  });
  const drop = useMutation({
    mutationFn: async () => {
      await api.DELETE('/api/parts/{id}', { params: { path: { id: start!.id as string } } });
    },
    onSuccess: done,
  });
  const begin = (from: Doc) => {
    setDoc({ format: 'irvak-part/1', inStock: 1, ...from });
    // Fields keep what is typed; another part begins them anew.
    setVersion(version + 1);
  };
  const problems = troubles(check);
  const said = read.data && text.trim() ? read.data : null;
  return (
    <Page title={start ? 'Part' : 'New part'} line={start ? (start.id as string) : 'from its label, or by hand'}>
      {!start && (
        <section className="stack start-part">
          <label className="field-label" htmlFor="label">
            What is on its label
          </label>
          <input
            id="label"
            className="inp search"
            placeholder="16GB 2Rx4 PC4-2400T-R · 4 TB SAS 3.5 7200"
            value={text}
            maxLength={400}
            autoFocus
            onChange={(e) => setText(e.target.value)}
          />
          {said && (
            <p aria-live="polite">
              {said.problem ?? (
                <>
                  {said.part && <b>{said.part.long}</b>}
                  {said.count > 1 && `, a kit of ${said.count}`}
                  {said.missing.length > 0 && <span className="quiet">. Not told: {said.missing.join(', ')}</span>}
                </>
              )}
            </p>
          )}
          {said?.remarks.map((r) => (
            <p key={r} className="quiet">
              {r}
            </p>
          ))}
          <div className="kinds">
            <button
              type="button"
              className="btn go"
              disabled={!said?.part}
              onClick={() => begin({ ...(said!.part!.part as unknown as Doc), inStock: said!.count })}
            >
              Take it from the label
            </button>
            {KINDS.map(([k, words]) => (
              <button
                key={k}
                type="button"
                className="btn o"
                aria-pressed={kind === k}
                onClick={() => begin({ id: '', [k]: fresh(k) })}
              >
                {words}
              </button>
            ))}
          </div>
        </section>
      )}
      {doc && kind && (
        <div className="editor">
          <form
            key={version}
            onSubmit={(e) => {
              e.preventDefault();
              keep.mutate();
            }}
          >
            {!start && (
              <div className="spec-field">
                <label className="field-label" htmlFor="part-id">
                  Short name
                </label>
                <input
                  id="part-id"
                  className="inp"
                  value={(doc.id as string) ?? ''}
                  maxLength={60}
                  onChange={(e) => setDoc({ ...doc, id: e.target.value.trim() })}
                />
                <span className="quiet help">Letters, digits and dashes; the shelf finds the part by it.</span>
              </div>
            )}
            <SpecForm sections={PARTS[kind]} doc={doc} onChange={setDoc} problems={problems} doubts={[]} />
          </form>
          <div className="live stack">
            <p aria-live="polite" className={problems.length > 0 ? 'err' : 'quiet'}>
              {problems.length > 0
                ? problems.map((p) => p.text).join(' ')
                : check.data
                  ? 'Nothing to mend.'
                  : 'Being checked …'}
            </p>
            {keep.error && <p className="err">{keep.error.message}</p>}
            <div className="row">
              <button
                type="button"
                className="btn go"
                disabled={problems.length > 0 || keep.isPending}
                onClick={() => keep.mutate()}
              >
                Put it on the shelf
              </button>
              <button type="button" className="btn o" onClick={() => void navigate(back ?? '/shelf')}>
                Leave
              </button>
              {start && (
                <>
                  <a
                    className="btn o"
                    href={`/api/parts/${encodeURIComponent(start.id as string)}`}
                    download={`${start.id as string}.json`}
                  >
                    Export
                  </a>
                  <button type="button" className="btn" onClick={() => drop.mutate()}>
                    Take it off the shelf
                  </button>
                </>
              )}
            </div>
          </div>
        </div>
      )}
    </Page>
  );
}

const fresh = (kind: PartKind): Doc =>
  kind === 'card'
    ? { name: '', role: 'other', thick: 1 }
    : kind === 'accessory'
      ? { name: '', kind: 'cable' }
      : kind === 'processor'
        ? { name: '' }
        : {};
