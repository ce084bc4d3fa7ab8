import type { components } from '../../api/schema';
import type { JobView } from '../../api/types';
import { BackupShown, BACKUP_LINES, BACKUP_MEDIA, TapeFields } from '../../drawings/BackupWay';
import { mbs, tb } from '../../format/numbers';
import { useActs } from '../../frame/desk';
import { Pick } from '../../frame/Pick';
import { Typed } from '../../frame/Typed';

type Before = components['schemas']['BackupBefore'];
type Plan = components['schemas']['BackupQuestion'];
type Medium = NonNullable<Plan['medium']>;

/** What an answer reads that nobody explained. */
const BARE = ['well', 'not well'];

const terabytes = (gb: number) => Math.round(gb) / 1000;

/** Who has seen a backup, and the one that is made before the machine is opened: its hours, its media. */
export function Backup({ job }: { job: JobView }) {
  const { apply } = useActs();
  const before = job.backup;
  if (!before) return null;
  const check = job.survey?.checks.find((c) => c.key === 'backup');
  // What was noted with the same answer stays.
  const answer = (good: boolean) =>
    check?.state === (good ? 'well' : 'not-well') || apply({ type: 'answerCheck', key: 'backup', good, note: null });
  const plan = (backup: Plan | null) => apply({ type: 'planBackup', backup });
  const begin = (gb: number) =>
    plan({
      dataGB: gb,
      medium: 'disk',
      sourceMBs: before.reads == null ? null : Math.round(before.reads),
      networkGbs: 0,
      verify: true,
      cartridge: 8,
    } as Plan);
  return (
    <section className="wide" aria-label="Backup before opening">
      <h3>Backup before opening</h3>
      <p>
        {check?.answer ? (
          <>
            {check.state === 'well' ? 'There is one that was read back' : 'There is none to rely on'}
            {BARE.includes(check.answer) ? '' : `: ${check.answer}`}, says {check.by}.
          </>
        ) : (
          <b>Nobody has said whether there is a backup that was read back.</b>
        )}{' '}
        <span className="quiet">
          {before.touched
            ? 'What holds data is touched: read a trial set of it back first.'
            : 'This work touches nothing that holds data, but a machine that was off can fail to come back for other reasons.'}
        </span>
      </p>
      <div className="row wrap no-print">
        <button type="button" className="btn o" aria-pressed={check?.state === 'well'} onClick={() => answer(true)}>
          I have seen it read back
        </button>
        <button
          type="button"
          className="btn o"
          aria-pressed={check?.state === 'not-well'}
          onClick={() => answer(false)}
        >
          There is none
        </button>
        {before.plan ? (
          <button type="button" className="btn" onClick={() => plan(null)}>
            Plan no backup
          </button>
        ) : before.atMostGB != null ? (
          <button type="button" className="btn o" onClick={() => begin(before.atMostGB!)}>
            Plan one
          </button>
        ) : (
          <Typed
            id="backup-first"
            label="Plan one of, TB"
            value={null}
            hint="how much is kept"
            onDone={(n) => begin(n * 1000)}
          />
        )}
      </div>
      {before.plan && <Planned before={before} plan={before.plan} onChange={plan} />}
    </section>
  );
}

function Planned({ before, plan, onChange }: { before: Before; plan: Plan; onChange: (plan: Plan) => void }) {
  const set = (more: Partial<Plan>) => onChange({ ...plan, ...more });
  const tape = plan.medium === 'tape';
  return (
    <div className="stack qs">
      <p className="quiet small">
        {before.volumes.length === 0
          ? 'No drive was found in the machine yet: say how much is kept.'
          : `It may hold ${before.volumes
              .map((v) => `${v.name}: ${v.atMostBytes == null ? 'not known' : tb(v.atMostBytes)}`)
              .join('; ')}. ${
              before.atMostGB == null
                ? 'How much together is not known.'
                : 'So much at most: less where its system says so.'
            }`}
      </p>
      <div className="row wrap fields no-print">
        <Typed
          id="backup-tb"
          label="Data, TB"
          value={terabytes(plan.dataGB)}
          onDone={(n) => set({ dataGB: n * 1000 })}
        />
        <Typed
          id="backup-reads"
          label={`Read at, MB/s${before.reads != null ? ` (drives: ${mbs(before.reads)})` : ''}`}
          value={plan.sourceMBs}
          hint="not known"
          onDone={(n) => set({ sourceMBs: n })}
          onClear={() => set({ sourceMBs: null })}
        />
        <Pick
          id="backup-line"
          name="Over"
          value={plan.networkGbs ? `${plan.networkGbs}` : ''}
          options={BACKUP_LINES}
          onChange={(v) => set({ networkGbs: Number(v) })}
        />
        <Pick
          id="backup-to"
          name="Onto"
          value={plan.medium ?? 'disk'}
          options={BACKUP_MEDIA}
          onChange={(v) =>
            set(
              v === 'tape'
                ? { medium: 'tape', mediumGB: null, mediumMBs: null }
                : { medium: v as Medium, tapeDrive: null },
            )
          }
        />
        {tape ? (
          <TapeFields id="backup-" tape={plan} onChange={set} />
        ) : (
          <>
            <Typed
              id="backup-each"
              label="Size of one, TB"
              value={plan.mediumGB == null ? null : terabytes(plan.mediumGB)}
              hint="not known"
              onDone={(n) => set({ mediumGB: n * 1000 })}
              onClear={() => set({ mediumGB: null })}
            />
            <Typed
              id="backup-writes"
              label="One writes, MB/s"
              value={plan.mediumMBs}
              hint="as usual"
              onDone={(n) => set({ mediumMBs: n })}
              onClear={() => set({ mediumMBs: null })}
            />
          </>
        )}
        <label className="row tickline">
          <input type="checkbox" checked={!!plan.verify} onChange={(e) => set({ verify: e.target.checked })} />
          all of it read back and compared
        </label>
      </div>
      {before.answer && <BackupShown answer={before.answer} />}
    </div>
  );
}
