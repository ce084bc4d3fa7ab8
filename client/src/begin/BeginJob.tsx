import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState, type FormEvent } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { api, isAway, newKey, Refusal, unwrap } from '../api/client';
import { person, usePerson } from '../api/person';
import type { BeginRequest, JobView, KnownMachines, LineView } from '../api/types';
import { Help, Who } from '../frame/dialogs';
import { useKeys } from '../frame/keys';
import { pasted } from '../frame/pasted';
import { PlainHead } from '../frame/PlainHead';
import { pressed, Purposes, purposeWords } from '../frame/Purposes';
import { AnswersForm, isEnough, NO_ANSWERS, Sketch } from './AnswersForm';
import { Choice } from '../frame/Choice';
import { BeforeJob, PlateBefore } from './BeforeJob';
import { carriedOf } from './carried';
import { EMPTY, isEmpty, keepDraft, keptDraft, type Chosen, type Draft, type Way } from './draft';
import { FindMachine } from './FindMachine';
import { useLine, useLineNow, useMachines, useTrial } from './hooks';
import { LineField, LineRead } from './LineField';

/** What was refused of the answers, by their names. */
function answersRefused(e: unknown): Record<string, string> {
  const told = e instanceof Refusal ? (e.problem.errors ?? []) : [];
  return Object.fromEntries(
    told.filter((p) => p.path.startsWith('/answers/')).map((p) => [p.path.split('/')[2]!, p.text]),
  );
}

const WAYS: readonly [Way, string][] = [
  ['capture', 'Paste a capture'],
  ['find', 'Find it'],
  ['answers', 'A few answers'],
  ['like', 'Like a job'],
];

/** The only one that the line can mean; null where it means several, or none. */
function onlyOne(hits: KnownMachines | undefined): Chosen | null {
  if (!hits || hits.known.length + hits.sheets.length !== 1) return null;
  const [known] = hits.known;
  const [sheet] = hits.sheets;
  return known ? { job: known.job, name: known.name } : { sheet: sheet!.id, name: sheet!.name };
}

const isAmong = (hits: KnownMachines, chosen: Chosen | null) =>
  hits.known.some((k) => k.job === chosen?.job) || hits.sheets.some((s) => s.id === chosen?.sheet);

/** What a draft comes to, its line read so: who is meant, and what is sent. */
export function meant(draft: Draft, read: LineView | undefined, carry: BeginRequest['carry']) {
  const like = draft.way === 'like';
  const named = read && read.machines.known.length + read.machines.sheets.length > 0 ? read.machines : undefined;
  // What was chosen among the machines of one line is not that of another line.
  const stands = draft.words !== '' || !named || isAmong(named, draft.chosen);
  const chosen = (stands ? draft.chosen : null) ?? (draft.words ? null : onlyOne(named));
  const machine = draft.way === 'find' || like ? chosen : null;
  const purposes = draft.purposes ?? read?.line.purposes ?? [];
  const body: BeginRequest = {
    key: EMPTY_KEY,
    who: '',
    title: '',
    owner: '',
    sheetId: (!like && machine?.sheet) || null,
    from: machine?.job ? { number: machine.job, same: !like || draft.same } : null,
    answers: draft.way === 'answers' && isEnough(draft.answers) ? draft.answers : null,
    carry: machine ? carry : null,
    line: draft.line.trim() || null,
    purposes,
  };
  return { named, chosen, purposes, title: draft.title ?? read?.line.title ?? '', body };
}

/** Begins a job: what is to be done in plain words or by purpose, and one of four ways to the machine. */
export default function BeginJob() {
  const who = usePerson();
  const navigate = useNavigate();
  const client = useQueryClient();
  const lineNow = useLineNow();
  const held = pasted.peek();
  const params = useSearchParams()[0];
  const carried = useMemo(() => carriedOf(params), [params]);
  const [draft, setDraft] = useState<Draft>(() =>
    carried
      ? { ...EMPTY, chosen: carried.sheet ? { sheet: carried.sheet, name: '' } : null }
      : held
        ? { ...keptDraft(), way: 'capture' }
        : keptDraft(),
  );
  const [help, setHelp] = useState(false);
  const [wrong, setWrong] = useState('');
  const [refused, setRefused] = useState<Record<string, string>>({});
  const [busy, setBusy] = useState(false);
  const key = useRef(newKey());
  // What a quick sum carries is told in the address, and kept there.
  useEffect(() => {
    if (!carried) keepDraft(draft);
  }, [carried, draft]);
  const put = (more: Partial<Draft>) => setDraft((d) => ({ ...d, ...more }));

  const { data: line, error: unread } = useLine(draft.line);
  const read = draft.line.trim() ? line : undefined;
  const like = draft.way === 'like';
  const searched = useMachines(draft.words, (draft.way === 'find' || like) && (draft.words !== '' || !read)).data;
  const { named, chosen, purposes, title, body } = meant(draft, read, carried?.carry ?? null);
  const hits = draft.words ? searched : (named ?? searched);
  const { answers } = body;
  const { data: trial, error: untried } = useTrial(body, !!(body.sheetId ?? body.from ?? answers));
  const shown = body.sheetId || body.from || answers ? trial : undefined;

  const begin = async () => {
    if (draft.way === 'answers' && !answers) return setWrong('Name the machine and its places at least.');
    setBusy(true);
    setWrong('');
    setRefused({});
    try {
      // What stands on the screen may be that of the line some letters ago.
      const now = meant(draft, await lineNow(draft.line), carried?.carry ?? null);
      if (!now.title.trim()) {
        setBusy(false);
        return setWrong('A job needs a title.');
      }
      const job = unwrap(
        await api.POST('/api/jobs', {
          body: {
            ...now.body,
            key: key.current,
            who: await person.named(),
            title: now.title,
            owner: draft.owner,
            capture: draft.way === 'capture' ? (held?.text ?? null) : null,
          },
        }),
      ) as JobView;
      pasted.drop();
      keepDraft(EMPTY);
      client.setQueryData(['job', job.number], job);
      void navigate(`/jobs/${job.number}/${carried?.carry.modules ? 'fit' : 'survey'}`);
    } catch (e) {
      const at = answersRefused(e);
      setRefused(at);
      setWrong(
        isAway(e)
          ? 'The host or its database is away; nothing is lost, press Begin again.'
          : Object.keys(at).length > 0
            ? `One of the answers can’t be taken: ${Object.values(at)[0]}`
            : (e as Error).message,
      );
      // What was refused may be mended: that is another job to begin. What got no answer may have begun it.
      if (!isAway(e)) key.current = newKey();
      setBusy(false);
    }
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void begin();
  };
  useKeys([
    { key: 'Escape', what: 'leave it, what was entered is kept', run: () => void navigate('/') },
    { key: '?', what: 'these keys', run: () => setHelp(true) },
  ]);

  /** Enter in the line begins, once it is clear which machine is meant; else it leads to those it may mean. */
  const enter = () => {
    const first = document.querySelector<HTMLElement>('.find-machine .hits button');
    if (!chosen && draft.way === 'find' && first && read) first.focus();
    else void begin();
  };

  const ask = shown?.unknowns.find((u) => !u.aside && !u.optional);
  return (
    <div className="frame plainpage begin-page">
      <PlainHead
        title="Begin a job"
        line={isEmpty(draft) ? who || 'who is working?' : 'kept from the first letter on'}
        onWho={person.ask}
      >
        {!isEmpty(draft) && (
          <button type="button" className="btn o" onClick={() => setDraft(EMPTY)}>
            Start over
          </button>
        )}
        <Link to="/" className="btn o">
          Leave it <kbd>Esc</kbd>
        </Link>
      </PlainHead>
      <main className="field wide-field begin-field" id="field">
        <form
          className="begin"
          onSubmit={submit}
          onKeyDown={(e) => {
            // From within a field too: what was entered is kept.
            if (e.key === 'Escape') return void navigate('/');
            if (e.key !== 'Enter' || !(e.ctrlKey || e.metaKey)) return;
            e.preventDefault();
            void begin();
          }}
        >
          <section className="begin-what">
            <h3>What is to be done?</h3>
            <LineField value={draft.line} read={read} onChange={(l) => put({ line: l })} onEnter={enter} />
            <LineRead typed={draft.line} read={read} wrong={unread?.message} />
            <Purposes value={purposes} onPress={(p) => put({ purposes: pressed(purposes, p) })} letters />
          </section>
          <section className="begin-machine stack">
            <h3>
              The machine <span className="lab">one of four ways</span>
            </h3>
            <div className="choice" role="group" aria-label="How the machine becomes known">
              {WAYS.map(([way, name]) => (
                <button
                  key={way}
                  type="button"
                  aria-pressed={draft.way === way}
                  onClick={() => put({ way, chosen: way === draft.way ? draft.chosen : null })}
                >
                  {name}
                </button>
              ))}
            </div>
            {carried && (
              <p className="quiet">
                The quick sum comes along{carried.carry.modules ? ': its modules are placed' : ''}
                {carried.carry.wishGiB ? `: ${carried.carry.wishGiB} GiB wished` : ''}. Its processors are assumed; look
                at them in Survey.
              </p>
            )}
            {draft.way === 'capture' && (
              <p className="quiet">
                {held
                  ? `The capture you pasted${held.product ? ` (${held.product})` : ''} goes into the job.`
                  : 'Survey opens with a field for what the machine says of itself.'}
              </p>
            )}
            {(draft.way === 'find' || like) && (
              <FindMachine
                words={draft.words}
                hits={hits}
                like={like}
                chosen={chosen}
                onWords={(words) => put({ words, chosen: null, same: false })}
                onChoose={(c) => put({ chosen: c, same: false })}
              />
            )}
            {like && body.from && (
              <Choice
                label="The machine of that job is"
                options={[
                  ['other', 'another of its kind'],
                  ['same', 'this very one'],
                ]}
                value={[draft.same ? 'same' : 'other']}
                onChange={([v]) => put({ same: v ? v === 'same' : !draft.same })}
              />
            )}
            {draft.way === 'answers' && (
              <AnswersForm
                purposes={purposes}
                value={draft.answers ?? NO_ANSWERS}
                onChange={(a) => put({ answers: a })}
                wrong={{ ...answersRefused(untried), ...refused }}
              />
            )}
          </section>
          <section className="begin-plate">
            {shown ? (
              <PlateBefore trial={shown} purposes={purposes.length} />
            ) : (
              draft.way === 'answers' && <Sketch answers={draft.answers ?? NO_ANSWERS} />
            )}
          </section>
          <BeforeJob trial={shown} about={purposes.length > 0 ? capital(purposeWords(purposes)) : ''} />
          <footer className="begin-foot">
            <div>
              <label className="field-label" htmlFor="title">
                Title{draft.title === null && read ? ', made from your line' : ''}
              </label>
              <input
                id="title"
                className="inp"
                value={title}
                onChange={(e) => put({ title: e.target.value || null })}
                maxLength={120}
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
                value={draft.owner}
                onChange={(e) => put({ owner: e.target.value })}
                maxLength={120}
              />
            </div>
            {wrong && (
              <p className="err" role="alert">
                {wrong}
              </p>
            )}
            <div className="begin-go">
              <button type="submit" className="btn go" disabled={busy} aria-describedby="begin-next">
                Begin
              </button>
              <kbd>Ctrl ↵</kbd>
              <span id="begin-next" className="quiet">
                {first(shown, ask?.question, draft.way, !!held)}
              </span>
            </div>
          </footer>
        </form>
      </main>
      <Who />
      <Help open={help} onClose={() => setHelp(false)} />
    </div>
  );
}

// A trial stores nothing: its key is never looked at.
const EMPTY_KEY = '00000000-0000-0000-0000-000000000000';

const capital = (text: string) => text.slice(0, 1).toUpperCase() + text.slice(1);

/** What comes next. */
const first = (trial: JobView | undefined, question: string | undefined, way: Way, held: boolean) =>
  question
    ? `first question: ${question.charAt(0).toLowerCase()}${question.slice(1)}`
    : trial
      ? 'nothing is asked first'
      : way === 'capture' && held
        ? 'the capture is read'
        : 'first question: which machine';
