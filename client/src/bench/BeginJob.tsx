import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState, type FormEvent } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { api, isAway, newKey, Refusal, unwrap } from '../api/client';
import { person, usePerson } from '../api/person';
import type { FiveAnswers, JobView, Purpose } from '../api/types';
import { PlainHead } from '../frame/PlainHead';
import { Who } from '../frame/dialogs';
import { Purposes } from '../frame/Purposes';
import { SheetSelect } from '../frame/SheetSelect';
import { FiveAnswersForm } from './FiveAnswersForm';
import { pasted } from './pasted';

/** What a quick sum brings along in the address; null for none. */
function carriedOf(params: URLSearchParams) {
  const modules = params.get('modules');
  const wish = Number(params.get('wish'));
  const space = Number(params.get('space'));
  const note = params.get('note');
  if (!modules && !note && !(wish > 0) && !(space > 0) && !params.get('sheet')) return null;
  return {
    sheet: params.get('sheet') ?? '',
    carry: {
      sockets: Number(params.get('sockets')) || 0,
      processor: params.get('cpu') || null,
      modules,
      wishGiB: wish > 0 ? Math.floor(wish) : null,
      osBits: Number(params.get('bits')) || null,
      spaceTB: space > 0 ? space : null,
      failures: Number(params.get('failures')) || null,
      note: note?.slice(0, 500) ?? null,
    },
  };
}

/** What was refused of the five answers, by their names. */
function answersRefused(e: unknown): Record<string, string> {
  const told = e instanceof Refusal ? (e.problem.errors ?? []) : [];
  return Object.fromEntries(
    told.filter((p) => p.path.startsWith('/answers/')).map((p) => [p.path.split('/')[2]!, p.text]),
  );
}

/** Begins a job: a title, and one of three ways to say what machine it is. */
export default function BeginJob() {
  const who = usePerson();
  const navigate = useNavigate();
  const client = useQueryClient();
  const held = pasted.peek();
  const carried = carriedOf(useSearchParams()[0]);
  const [title, setTitle] = useState('');
  const [owner, setOwner] = useState('');
  const [way, setWay] = useState<'capture' | 'sheet' | 'answers'>(carried ? 'sheet' : 'capture');
  const [sheetId, setSheetId] = useState(carried?.sheet ?? '');
  const [answers, setAnswers] = useState<FiveAnswers | null>(null);
  const [purposes, setPurposes] = useState<Purpose[]>([]);
  const [wrong, setWrong] = useState('');
  const [refused, setRefused] = useState<Record<string, string>>({});
  const [busy, setBusy] = useState(false);
  const key = useRef(newKey());

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!title.trim()) return setWrong('A job needs a title.');
    if (way === 'sheet' && !sheetId) return setWrong('Choose the machine, or another way.');
    if (way === 'answers' && !answers) return setWrong('Name the machine and its slots at least.');
    setBusy(true);
    setWrong('');
    setRefused({});
    try {
      const job = unwrap(
        await api.POST('/api/jobs', {
          body: {
            key: key.current,
            who: await person.named(),
            title,
            owner,
            sheetId: way === 'sheet' ? sheetId : null,
            answers: way === 'answers' ? answers : null,
            carry: way === 'sheet' ? (carried?.carry ?? null) : null,
            capture: way === 'capture' ? (held?.text ?? null) : null,
            purposes,
          },
        }),
      ) as JobView;
      pasted.drop();
      client.setQueryData(['job', job.number], job);
      void navigate(`/jobs/${job.number}/${carried?.carry.modules ? 'fit' : 'survey'}`);
    } catch (e) {
      const at = answersRefused(e);
      setRefused(at);
      setWrong(
        isAway(e)
          ? 'The host or its database is away; nothing is lost, press Begin again.'
          : Object.keys(at).length > 0
            ? 'One of the five answers can’t be taken; it says why.'
            : (e as Error).message,
      );
      // What was refused may be mended: that is another job to begin. What got no answer may have begun it.
      if (!isAway(e)) key.current = newKey();
      setBusy(false);
    }
  };

  return (
    <div className="frame plainpage">
      <PlainHead title="Begin a job" line={who || 'who is working?'} onWho={person.ask} />
      <main className="field wide-field" id="field">
        <form className="table-page begin" onSubmit={submit}>
          <section className="stack wide">
            <h3>
              What is to be done? <span className="lab">several at once; it can be changed at any time</span>
            </h3>
            <Purposes value={purposes} onChange={setPurposes} />
          </section>
          <section className="stack">
            <h3>The job</h3>
            <div>
              <label className="field-label" htmlFor="title">
                Title
              </label>
              <input
                id="title"
                className="inp"
                value={title}
                onChange={(e) => setTitle(e.target.value)}
                maxLength={120}
                autoFocus
                placeholder="Skarrow, sound archive"
              />
            </div>
            <div>
              <label className="field-label" htmlFor="owner">
                Owner
              </label>
              <input
                id="owner"
                className="inp"
                value={owner}
                onChange={(e) => setOwner(e.target.value)}
                maxLength={120}
              />
            </div>
            {wrong && (
              <p className="err" role="alert">
                {wrong}
              </p>
            )}
            <div>
              <button type="submit" className="btn go" disabled={busy}>
                Begin
              </button>
            </div>
          </section>
          <section className="stack">
            <h3>The machine</h3>
            {carried && (
              <p className="quiet">
                The quick sum comes along{carried.carry.modules ? ': its modules are placed' : ''}
                {carried.carry.wishGiB ? `: ${carried.carry.wishGiB} GiB wished` : ''}. Its processors are assumed; look
                at them in Survey.
              </p>
            )}
            <div className="choice" role="group" aria-label="How the machine becomes known">
              {(
                [
                  ['capture', held ? 'The pasted capture' : 'Paste a capture next'],
                  ['sheet', 'A sheet from the shelf'],
                  ['answers', 'Five answers'],
                ] as const
              ).map(([key, name]) => (
                <button key={key} type="button" aria-pressed={way === key} onClick={() => setWay(key)}>
                  {name}
                </button>
              ))}
            </div>
            {way === 'capture' && (
              <p className="quiet">
                {held
                  ? `The capture you pasted${held.product ? ` (${held.product})` : ''} goes into the job.`
                  : 'Survey opens with a field for what the machine says of itself.'}
              </p>
            )}
            {way === 'sheet' && <SheetSelect value={sheetId} onChange={setSheetId} />}
            {way === 'answers' && <FiveAnswersForm onChange={setAnswers} wrong={refused} />}
          </section>
        </form>
      </main>
      <Who />
    </div>
  );
}
