import type { components } from '../api/schema';
import { mbs } from '../format/numbers';
import { Pick } from '../frame/Pick';
import { WorkedSum } from '../frame/WorkedSum';

type Answer = components['schemas']['BackupAnswer'];
type Question = components['schemas']['BackupQuestion'];
type Medium = NonNullable<Question['medium']>;

/** What a backup may go onto. */
export const BACKUP_MEDIA: [Medium, string][] = [
  ['disk', 'disks'],
  ['flash', 'flash drives'],
  ['tape', 'tape'],
];
/** Generations of tape. */
const TAPES = Array.from({ length: 10 }, (_, i) => [`${i + 1}`, `${i + 1}`] as [string, string]);
/** Lines between a volume and its backup, Gb/s. */
export const BACKUP_LINES: [string, string][] = [
  ['', 'same machine'],
  ...[1, 2.5, 5, 10, 25, 40, 100].map((n) => [`${n}`, `${n} Gb/s`] as [string, string]),
];

/** Of a tape its cartridges and its drive. */
export function TapeFields({
  id,
  tape,
  onChange,
}: {
  /** Stands before the names of the fields, so that each is its own. */
  id: string;
  tape: Partial<Question>;
  onChange: (more: Partial<Question>) => void;
}) {
  return (
    <>
      <Pick
        id={`${id}gen`}
        name="Cartridge, generation"
        value={`${tape.cartridge ?? 8}`}
        options={TAPES}
        onChange={(v) => onChange({ cartridge: Number(v) })}
      />
      <Pick
        id={`${id}drive`}
        name="Drive, generation"
        value={tape.tapeDrive ? `${tape.tapeDrive}` : ''}
        options={[['', 'the same'], ...TAPES]}
        onChange={(v) => onChange({ tapeDrive: v ? Number(v) : null })}
      />
      <Pick
        id={`${id}half`}
        name="Drive is"
        value={tape.halfHeight ? 'yes' : ''}
        options={[
          ['', 'full height'],
          ['yes', 'half height'],
        ]}
        onChange={(v) => onChange({ halfHeight: v === 'yes' })}
      />
    </>
  );
}

/** Hours and media of a backup, with the stages and the sum. */
export function BackupShown({ answer }: { answer: Answer }) {
  return (
    <>
      <p className="qs-answer">
        <b>{answer.verdict}</b>
      </p>
      {answer.stages.length > 0 && <Stages stages={answer.stages} />}
      {answer.media != null && <Filled count={answer.media} last={answer.lastFilled ?? 1} />}
      {answer.cares.map((c) => (
        <p key={c} className="small">
          {c}
        </p>
      ))}
      <WorkedSum sum={answer.why} />
    </>
  );
}

/** The stages with what each lets through; the narrowest says so, and what is not known too. */
function Stages({ stages }: { stages: Answer['stages'] }) {
  return (
    <ul className="plain" aria-label="Stages of the backup">
      {stages.map((s) => (
        <li key={s.name}>
          {s.name}: {s.mBs == null ? 'not known' : mbs(s.mBs)}
          {s.pinch && <b>, narrowest</b>}
        </li>
      ))}
    </ul>
  );
}

const SHOWN = 24;

/** The media side by side, the last one filled as far as it will be. */
function Filled({ count, last }: { count: number; last: number }) {
  const shown = Math.min(count, SHOWN);
  const [w, h, gap] = [40, 26, 6];
  return (
    <svg
      width={(w + gap) * shown + (count > SHOWN ? 60 : 0)}
      height={h}
      role="img"
      aria-label={`${count} to fill, the last one to ${Math.round(100 * last)} %`}
    >
      {Array.from({ length: shown }, (_, i) => {
        const full = i < count - 1 ? 1 : last;
        return (
          <g key={i} transform={`translate(${i * (w + gap)} 0)`}>
            <rect x="0.5" y="0.5" width={w - 1} height={h - 1} fill="none" stroke="var(--line)" />
            <rect y="0" width={w * full} height={h} fill="var(--ink)" opacity="0.75" />
          </g>
        );
      })}
      {count > SHOWN && (
        <text x={(w + gap) * shown} y={h - 8}>
          of {count}
        </text>
      )}
    </svg>
  );
}
