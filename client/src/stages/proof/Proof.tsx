import { workedOn } from '../../plate/worked';
import { useState, type ComponentProps } from 'react';
import type { ComparedLine, Explanation, Purpose } from '../../api/types';
import { useDesk } from '../../frame/desk';
import { Mark } from '../../frame/Mark';
import { Message } from '../../frame/Message';
import { PlateBox } from '../../frame/PlateBox';
import { purposeWords } from '../../frame/Purposes';
import { Saying } from '../../frame/Saying';
import { WorkedSum } from '../../frame/WorkedSum';
import type { Mark as PlateMark } from '../../plate/ink';
import { plural } from '../../format/numbers';
import { Captures } from '../survey/Captures';

/** Proof: one block per screen where people look; every line expected, seen, by eye or capture. */
export default function Proof() {
  const { job, apply, selected, select } = useDesk();
  if (!job.sheet || job.lines.length === 0)
    return (
      <Message
        title="Nothing to prove yet"
        text="Plan a change in Fit; then every line that must be seen stands here."
      />
    );
  const lines = job.lines.filter((l) => !l.aside);
  const aside = job.lines.filter((l) => l.aside);
  const marks: Record<string, PlateMark> = {};
  for (const l of lines)
    for (const p of l.expected.places)
      marks[p] = l.state === 'as-expected' ? 'seen' : l.state === 'deviates' ? 'deviates' : null;
  // A place that an explanation names deviates, even where its own line is as expected (a module with counted errors).
  for (const e of job.explanations) for (const p of e.places) marks[p] = 'deviates';
  const screens = [...new Set(lines.map((l) => l.expected.screen))];
  const count = (s: ComparedLine['state']) => lines.filter((l) => l.state === s).length;
  const answer = (l: ComparedLine, verdict: 'as-expected' | 'other' | 'not-looked-at', value: string | null = null) =>
    apply({ type: 'answerLine', key: l.expected.key, verdict, value });
  return (
    <>
      <main className="field" id="field" tabIndex={-1}>
        <PlateBox
          sheet={job.sheet}
          job={job}
          name="proof"
          first={workedOn(job.changes) ?? 'memory'}
          inks={['seen', 'empty', 'deviates']}
          marks={marks}
          selected={selected}
          onAct={select}
          note={`${lines.length} to see`}
        />
        <div className="sheet proof-cols">
          {lines.length > 0 && (
            <Screen
              name={screens[0]!}
              lines={lines.filter((l) => l.expected.screen === screens[0])}
              selected={selected}
              onAnswer={answer}
            />
          )}
          <div className="stack">
            {screens.slice(1).map((screen) => (
              <Screen
                key={screen}
                name={screen}
                lines={lines.filter((l) => l.expected.screen === screen)}
                selected={selected}
                onAnswer={answer}
              />
            ))}
            {aside.length > 0 && (
              <Aside lines={aside} purposes={job.aim.purposes ?? []} selected={selected} onAnswer={answer} />
            )}
            <Captures phase="after" />
          </div>
        </div>
      </main>
      <aside className="verdicts" aria-label="Proof">
        <div className="vhead">
          <b>{count('as-expected')} as expected</b>
          <span className="lab">
            {plural(count('deviates'), 'deviates', 'deviate')} · {count('not-looked-at')} not looked at
            {count('not-yet') > 0 && ` · ${count('not-yet')} not yet through`}
          </span>
        </div>
        <div className="list">
          {job.explanations.map((e) => (
            <Diagnosis key={e.pattern + e.lines.join()} explanation={e} onPlace={select} />
          ))}
          {count('not-looked-at') > 0 && (
            <div className="notes">
              <p hidden={job.explanations.length > 0}>
                {screens.includes('Firmware set-up')
                  ? 'Start the machine, open the firmware set-up, and answer the lines by eye; or paste the listing taken afterwards.'
                  : 'Answer each line by eye, where the machine shows it; or paste a listing taken afterwards.'}
              </p>
              <button
                type="button"
                className="btn o"
                onClick={() =>
                  apply({
                    type: 'together',
                    what: 'sees every remaining line as expected',
                    edits: lines
                      .filter((l) => l.state === 'not-looked-at')
                      .map((l) => ({
                        type: 'answerLine' as const,
                        key: l.expected.key,
                        verdict: 'as-expected' as const,
                        value: null,
                      })),
                  })
                }
              >
                {job.explanations.length > 0
                  ? 'I looked at all the others: as expected'
                  : 'I looked at all of them: as expected'}
              </button>
            </div>
          )}
          {count('as-expected') === lines.length && (
            <p className="notes mkline">
              <Mark severity="tick" /> Every line is as expected. Handover is ready.
            </p>
          )}
          <div className="notes looks">
            <h4>Looks wrong, is right</h4>
            <ul>
              {job.looksWrong.map(({ seen: what, because: why }) => (
                <li key={what}>
                  <Mark severity="tick" />
                  <span>
                    “{what}” <span className="quiet">{why}</span>
                  </span>
                </li>
              ))}
            </ul>
          </div>
        </div>
      </aside>
    </>
  );
}

function Screen({
  name,
  lines,
  selected,
  onAnswer,
}: {
  name: string;
  lines: ComparedLine[];
  selected: string | null;
  onAnswer: (l: ComparedLine, v: 'as-expected' | 'other' | 'not-looked-at', value?: string | null) => void;
}) {
  const [all, setAll] = useState(lines.length <= 12);
  const shown = all ? lines : lines.filter((l, i) => l.state === 'deviates' || i < 8);
  return (
    <section>
      <table>
        <thead>
          <tr>
            <th>
              <b>{name}</b>
            </th>
            <th>expected</th>
            <th>seen</th>
            <th>by</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {shown.map((l) => (
            <Line
              key={l.expected.key}
              line={l}
              on={!!selected && l.expected.places.includes(selected)}
              onAnswer={onAnswer}
            />
          ))}
        </tbody>
      </table>
      {lines.length > shown.length && (
        <button type="button" className="link" onClick={() => setAll(true)}>
          {lines.length - shown.length} more
        </button>
      )}
    </section>
  );
}

/** What the job has nothing to do with: it can be looked at all the same, and counts once it was. */
function Aside({
  purposes,
  lines,
  ...rest
}: Omit<ComponentProps<typeof Screen>, 'name'> & { purposes: readonly Purpose[] }) {
  const [all, setAll] = useState(false);
  return (
    <section>
      <h3>
        Left aside <span className="lab">{lines.length}</span>{' '}
        <button type="button" className="link" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? 'Fold' : 'Show all'}
        </button>
      </h3>
      <p className="quiet">No matter for {purposeWords(purposes)}, and not looked at.</p>
      {all && <Screen name="Left aside" lines={lines} {...rest} />}
    </section>
  );
}

function Line({
  line: l,
  on,
  onAnswer,
}: {
  line: ComparedLine;
  on: boolean;
  onAnswer: (l: ComparedLine, v: 'as-expected' | 'other' | 'not-looked-at', value?: string | null) => void;
}) {
  const [typing, setTyping] = useState(false);
  const [value, setValue] = useState('');
  const keep = () => {
    setTyping(false);
    if (value.trim()) onAnswer(l, 'other', value.trim());
  };
  return (
    <tr className={on ? 'on' : ''} data-line={l.expected.key}>
      <td>{l.expected.what}</td>
      <td title={l.expected.source}>{l.expected.expected}</td>
      <td className={l.state === 'deviates' || (l.state === 'not-looked-at' && l.seen) ? 'err' : ''}>
        {typing ? (
          <input
            className="inp tiny"
            aria-label={`What ${l.expected.what} shows`}
            autoFocus
            onFocus={(e) => e.target.select()}
            value={value}
            onChange={(e) => setValue(e.target.value)}
            onBlur={keep}
            onKeyDown={(e) => {
              if (e.key === 'Enter') keep();
              if (e.key === 'Escape') setTyping(false);
            }}
          />
        ) : (
          (l.seen ?? <span className="quiet">not looked at</span>)
        )}
      </td>
      <td className="quiet">{l.by?.startsWith('eye') ? <span title={l.by}>eye</span> : l.by}</td>
      <td>
        <span className="eye">
          <button
            type="button"
            aria-label={`${l.expected.what}: as expected`}
            title="as expected"
            aria-pressed={l.state === 'as-expected'}
            onClick={() =>
              onAnswer(l, l.state === 'as-expected' && l.by?.startsWith('eye') ? 'not-looked-at' : 'as-expected')
            }
          >
            <Mark
              severity={l.state === 'as-expected' ? 'tick' : 'open'}
              title={l.state === 'not-yet' ? 'not yet through: look again later' : undefined}
            />
          </button>
          <button
            type="button"
            aria-label={`${l.expected.what}: other value`}
            title="other value"
            aria-pressed={l.state === 'deviates'}
            onClick={() => setTyping(true)}
          >
            {l.state === 'deviates' ? <Mark severity="stop" title="deviates" /> : '≠'}
          </button>
        </span>
      </td>
    </tr>
  );
}

function Diagnosis({ explanation: e, onPlace }: { explanation: Explanation; onPlace: (p: string) => void }) {
  return (
    <article className="v stop" data-pattern={e.pattern}>
      <Mark severity="stop" />
      <div className="sev">
        <b>Deviates</b>
        <span className="code">{e.pattern}</span>
      </div>
      <p>
        <Saying text={e.sentence} onPlace={onPlace} />
      </p>
      {e.why && <WorkedSum sum={e.why} />}
      <div className="ways causes">
        <h4>Likeliest first</h4>
        <ol>
          {e.causes.map((c, i) => (
            <li key={c.title}>
              <span className="k">{i + 1}</span>
              <span>
                <b>{c.title}</b>
                <br />
                <span className="quiet">{c.because}</span>
              </span>
            </li>
          ))}
        </ol>
        <div className="next">
          <span className="quiet">Next, with your hands</span>
          <p>
            <Saying text={e.nextAction} onPlace={onPlace} />
          </p>
          <span className="quiet">Then read a new capture, or look again.</span>
        </div>
      </div>
    </article>
  );
}
