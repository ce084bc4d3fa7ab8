import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Snackbar } from '@mui/material';
import { lazy, Suspense, useCallback, useEffect, useMemo, useState } from 'react';
import { Navigate, useNavigate, useParams } from 'react-router';
import { Refusal } from '../api/client';
import { useLive } from '../api/follow';
import { useEdits, useUndo } from '../api/edits';
import { useJob } from '../api/hooks';
import { person } from '../api/person';
import type { Stage } from '../api/types';
import { useInPieces } from '../format/later';
import { OnDesk, type Desk, type Hand } from '../frame/desk';
import { Head } from '../frame/Head';
import { Help } from '../frame/dialogs';
import { Damaged } from '../frame/Damaged';
import { History } from '../frame/History';
import { JOB_KEYS, useKeys } from '../frame/keys';
import { Message } from '../frame/Message';
import { STAGES, Way } from '../frame/Way';
import { Who } from '../frame/dialogs';

const SCREENS: Record<Stage, React.LazyExoticComponent<() => React.ReactNode>> = {
  survey: lazy(() => import('./survey/Survey')),
  aim: lazy(() => import('./aim/Aim')),
  fit: lazy(() => import('./fit/Fit')),
  prep: lazy(() => import('./prep/Prep')),
  'hands-on': lazy(() => import('./handson/HandsOn')),
  proof: lazy(() => import('./proof/Proof')),
  handover: lazy(() => import('./handover/Handover')),
};

interface Refused {
  refusal: Refusal;
  again?: () => void;
}

/** One job: head, way, and the screen of the stage that the address names. */
export function JobPage() {
  const { number = '', stage } = useParams();
  const query = useJob(number);
  if (query.error) return <Message title="This job can't be opened" text={query.error.message} />;
  if (!query.data) return <Message title="Opening the job" text="" />;
  if (!STAGES.some((s) => s.stage === stage)) return <Navigate to={`/jobs/${number}/${query.data.stage}`} replace />;
  return <OpenJob key={number} number={number} stage={stage as Stage} />;
}

function OpenJob({ number, stage }: { number: string; stage: Stage }) {
  const job = useJob(number).data!;
  const navigate = useNavigate();
  const [help, setHelp] = useState(false);
  const [history, setHistory] = useState(false);
  const [chosen, setChosen] = useState<{ stage: Stage; place: string | null }>({ stage, place: null });
  // A place chosen in one stage means nothing in the next.
  const selected = chosen.stage === stage ? chosen.place : null;
  const select = useCallback((place: string | null) => setChosen({ stage, place }), [stage]);
  const [hand, take] = useState<Hand | null>(null);
  const [refused, setRefused] = useState<Refused | null>(null);
  const [said, say] = useState('');
  useLive(number);
  useEffect(() => {
    if (!person.get()) person.ask();
  }, []);
  const onRefused = (refusal: Refusal, again?: () => void) => setRefused({ refusal, again });
  const edits = useEdits(number, onRefused);
  const { undo, redo } = useUndo(number, onRefused);
  const { apply, pending } = edits;
  // A guess is drawn at once: it is little, and the hand waits for it. What an answer brings is drawn piece by piece, so that keys and clicks
  // get in between on a slow machine; what waits with what it waits for.
  const now = useMemo(() => ({ job, pending }), [job, pending]);
  const shown = useInPieces(now, pending);

  const desk: Desk = useMemo(
    () => ({ ...shown, apply, selected, select, hand, take, say }),
    [shown, apply, selected, select, hand],
  );

  const shortcuts = [
    ...STAGES.map((s, i) => ({
      key: `${i + 1}`,
      what: s.name,
      run: () => void navigate(`/jobs/${number}/${s.stage}`),
    })),
    {
      key: '/',
      what: 'find a place, part or rule',
      run: () => document.querySelector<HTMLInputElement>('#find')?.focus(),
    },
    { key: JOB_KEYS.undo, what: 'undo your last change', run: undo },
    { key: JOB_KEYS.redo, what: 'redo', run: redo },
    { key: JOB_KEYS.history, what: 'history of this job', run: () => setHistory(true) },
    { key: JOB_KEYS.bench, what: 'back to the bench', run: () => void navigate('/') },
    { key: '?', what: 'these keys', run: () => setHelp(true) },
    { key: 'Escape', what: 'lay back what is in hand', run: () => (hand ? take(null) : select(null)) },
  ];
  useKeys(shortcuts);
  const Screen = SCREENS[stage];
  // What is said to a screen reader, and the dialogs, do not draw the stage anew.
  const screen = useMemo(() => <Screen />, [Screen]);

  return (
    <OnDesk desk={desk}>
      <a className="skip" href="#field">
        To the work
      </a>
      <div className={`frame stage-${stage}`}>
        <Head onUndo={undo} onRedo={redo} onWho={person.ask} onHistory={() => setHistory(true)} />
        <Way knots={job.way} now={stage} to={(s) => `/jobs/${number}/${s}`} onHelp={() => setHelp(true)} />
        {job.worksOut === false ? (
          <Damaged job={job} onUndo={undo} />
        ) : (
          <Suspense
            fallback={
              <main className="field" id="field">
                <p className="pad quiet late">Opening …</p>
              </main>
            }
          >
            {job.damage && <p className="err pad">{job.damage}</p>}
            {screen}
          </Suspense>
        )}
      </div>
      <div className="skip" role="status" aria-live="polite">
        {said}
      </div>
      <Who />
      <Help open={help} onClose={() => setHelp(false)} />
      <History open={history} onClose={() => setHistory(false)} number={number} lastNumber={job.lastNumber} />
      <RefusedDialog refused={refused} onClose={() => setRefused(null)} />
    </OnDesk>
  );
}

/** A clash shows both values; later edits that rest on an undo are named; everything else is one sentence. */
function RefusedDialog({ refused, onClose }: { refused: Refused | null; onClose: () => void }) {
  if (!refused) return null;
  const { refusal, again } = refused;
  const { clashes, dependents } = refusal.problem;
  const act = () => {
    again?.();
    onClose();
  };
  if (!clashes && !dependents)
    return (
      <Snackbar
        open
        onClose={(_, reason) => reason !== 'clickaway' && onClose()}
        autoHideDuration={9000}
        message={refusal.message}
        action={<Button onClick={onClose}>Close</Button>}
      />
    );
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="refused-title">
      <DialogTitle id="refused-title">{clashes ? 'Somebody else was faster' : 'Later changes rest on it'}</DialogTitle>
      <DialogContent>
        {clashes && (
          <table>
            <thead>
              <tr>
                <th>Where</th>
                <th>There now</th>
                <th>Yours</th>
              </tr>
            </thead>
            <tbody>
              {clashes.map((c) => (
                <tr key={c.subject}>
                  <td>{c.what}</td>
                  <td>
                    {c.theirs} <span className="quiet">by {c.who}</span>
                  </td>
                  <td>{c.yours}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {dependents && (
          <ul className="plain">
            {dependents.map((d) => (
              <li key={d.number}>
                {d.who} {d.sentence}
              </li>
            ))}
          </ul>
        )}
      </DialogContent>
      <DialogActions>
        <Button variant="outlined" onClick={onClose}>
          {clashes ? 'Keep what is there' : 'Leave all as it is'}
        </Button>
        {again && (
          <Button variant="contained" onClick={act}>
            {clashes ? 'Put mine' : 'Take all back'}
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}
