import type { AimPicture } from '../../api/types';
import { useDesk } from '../../frame/desk';
import { useUndrawn } from '../../frame/useUndrawn';

/** Parts of the machine that may be touched, pressed in; the others are left alone. */
export function Touch({ parts }: { parts: NonNullable<AimPicture['parts']> }) {
  const { job, apply } = useDesk();
  const alone = job.aim.alone ?? [];
  const undrawn = useUndrawn(alone);
  if (parts.length === 0) return null;
  const toggle = (part: string) => {
    const now = undrawn.now();
    const next = now.includes(part) ? now.filter((p) => p !== part) : [...now, part];
    undrawn.sent(next);
    apply({ type: 'leaveAlone', parts: next });
  };
  return (
    <div className="touch">
      <span id="touch">May be touched</span>
      <div className="choice" role="group" aria-labelledby="touch">
        {parts.map((p) => (
          <button key={p.part} type="button" aria-pressed={!alone.includes(p.part)} onClick={() => toggle(p.part)}>
            {p.words}
          </button>
        ))}
      </div>
    </div>
  );
}
