import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { api, Refusal, unwrap } from '../api/client';
import { useEdits } from '../api/edits';
import { useJob, useSheet } from '../api/hooks';
import type { MachineSheet } from '../api/types';
import { PlateBox } from '../frame/PlateBox';
import { bare } from './bare';
import { Page } from '../frame/Page';
import { MACHINE } from './machineSpec';
import { PasteList } from './PasteList';
import { SpecIndex } from './SpecIndex';
import { useFolds } from './useFolds';
import { SpecForm, type Doc, type Trouble } from './SpecForm';
import { troubles } from './troubles';
import { tidy } from './values';

/** What a new machine begins with: one socket and one slot, enough to be drawn. */
const FRESH: Doc = {
  format: 'irvak-machine/1',
  id: '',
  name: '',
  draft: true,
  chassis: { kind: 'tower', units: 0 },
  sockets: [{ id: 'CPU' }],
  channels: [{ id: 'A', socket: 'CPU', slots: ['A1', 'A2'] }],
  memory: { generation: 'DDR4', form: 'dimm', channelsKnown: true },
};

/** A name for addresses and files, from maker and name. */
const idOf = (doc: Doc) =>
  [doc.maker, doc.name]
    .filter(Boolean)
    .join('-')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 80);

/** Editor of a machine sheet: fields that explain themselves on the left, the plate as it grows on the right. */
export default function SheetEditor() {
  const { id } = useParams();
  const [params] = useSearchParams();
  const number = params.get('job');
  return number && !id ? <FromJob number={number} /> : <FromShelf id={id} />;
}

/** The sheet that a job works with: kept on the shelf, it is taken by the job too. */
function FromJob({ number }: { number: string }) {
  const job = useJob(number);
  const edits = useEdits(number, () => undefined);
  const onKept = async (sheet: MachineSheet) => {
    await edits.applyAsync({ type: 'adoptSheet', sheet });
    return `/jobs/${number}/survey`;
  };
  if (!job.data?.sheet)
    return (
      <Page title="Sheet" line={job.isPending ? 'looking' : 'not here'}>
        {null}
      </Page>
    );
  return <Editor start={job.data.sheet as unknown as Doc} isNew={job.data.sheet.id === 'draft'} onKept={onKept} />;
}

function FromShelf({ id }: { id: string | undefined }) {
  const sheet = useSheet(id);
  if (id && !sheet.data)
    return (
      <Page title="Sheet" line={sheet.isPending ? 'looking' : 'not here'}>
        {null}
      </Page>
    );
  return (
    <Editor
      key={id ?? 'new'}
      start={(sheet.data as Doc | undefined) ?? FRESH}
      isNew={!id}
      onKept={async (s) => `/sheets/${s.id}`}
    />
  );
}

/** @param onKept Where to go once the sheet is kept. */
function Editor({
  start,
  isNew,
  onKept,
}: {
  start: Doc;
  isNew: boolean;
  onKept: (sheet: MachineSheet) => Promise<string>;
}) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const [doc, setDoc] = useState(start);
  const [place, setPlace] = useState<string | null>(null);
  const whole = useMemo(() => {
    const plain = tidy(doc) as Doc;
    return isNew ? { ...plain, id: idOf(plain) || 'new' } : plain;
  }, [doc, isNew]);
  const [settled, setSettled] = useState(whole);
  useEffect(() => {
    const timer = window.setTimeout(() => setSettled(whole), 250);
    return () => window.clearTimeout(timer);
  }, [whole]);
  // The last state without a problem is drawn; a half-typed one would tear the drawing apart.
  const good = useRef<MachineSheet | null>(null);
  const check = useQuery({
    queryKey: ['check', settled],
    placeholderData: (old) => old,
    retry: false,
    queryFn: async () => {
      const sheet = settled as unknown as MachineSheet;
      const verdict = unwrap(await api.POST('/api/sheets/check', { body: sheet }));
      if (verdict.problems.length === 0) good.current = sheet;
      return { ...verdict, drawn: good.current };
    },
  });
  const keep = useMutation({
    mutationFn: async () =>
      unwrap(
        await api.PUT('/api/sheets/{id}', {
          params: { path: { id: whole.id as string } },
          body: whole as unknown as MachineSheet,
        }),
      ),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['sheets'] });
      await client.invalidateQueries({ queryKey: ['sheet'] });
      void navigate(await onKept(whole as unknown as MachineSheet));
    },
  });
  const problems = troubles(check);
  const doubts: Trouble[] = check.data?.doubts ?? [];
  const drawn = check.data?.drawn;
  const folds = useFolds(doc, setDoc, problems, (whole.id as string) ?? '');
  const elsewhere = problems.filter((p) => p.path === '/id' || p.path === '/format');
  return (
    <Page
      title={isNew ? 'New machine sheet' : `Sheet of ${doc.name as string}`}
      line={isNew ? (whole.id as string) : 'edit'}
    >
      <div className="editor">
        <SpecIndex sections={MACHINE} doc={doc} wrong={folds.wrong} onGo={folds.onGo} />
        <form
          onSubmit={(e) => {
            e.preventDefault();
            keep.mutate();
          }}
        >
          <SpecForm
            sections={MACHINE}
            doc={doc}
            onChange={(next) => {
              setDoc(next);
              folds.onEdit();
            }}
            problems={problems}
            doubts={doubts}
            folds={folds}
            extras={{ listed: (rows, onChange) => <PasteList rows={rows} onChange={onChange} /> }}
          />
        </form>
        <div className="live stack">
          {drawn ? (
            <PlateBox
              sheet={drawn}
              job={bare(drawn)}
              name="editor"
              inks={['found', 'empty']}
              selected={place}
              onAct={setPlace}
            />
          ) : (
            <p className="quiet">The plate is drawn as soon as nothing is left to mend.</p>
          )}
          <p aria-live="polite" className={problems.length > 0 ? 'err' : 'quiet'}>
            {problems.length > 0
              ? `${problems.length} to mend: ${problems[0]!.text}`
              : doubts.length > 0
                ? `${doubts.length} to look at twice: ${doubts[0]!.text}`
                : check.data
                  ? 'Nothing to mend.'
                  : 'Being checked …'}
          </p>
          {folds.back && (
            <p role="status">
              {folds.back.words}.{' '}
              <button type="button" className="link" onClick={folds.back.undo}>
                As it was
              </button>
            </p>
          )}
          {elsewhere.map((p) => (
            <p key={p.text} className="err">
              {p.text}
            </p>
          ))}
          {keep.error && (
            <p className="err">{keep.error instanceof Refusal ? keep.error.message : 'It was not kept.'}</p>
          )}
          <div className="row">
            <button
              type="button"
              className="btn go"
              disabled={problems.length > 0 || keep.isPending || whole.id === 'new'}
              onClick={() => keep.mutate()}
            >
              Keep the sheet
            </button>
            <button type="button" className="btn o" onClick={() => void navigate(-1)}>
              Leave without keeping
            </button>
          </div>
        </div>
      </div>
    </Page>
  );
}
