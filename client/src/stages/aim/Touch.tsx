import type { AimPicture } from '../../api/types';
import { useDesk } from '../../frame/desk';

/** Parts of the machine that may be touched, pressed in; the others are left alone. */
export function Touch({ parts }: { parts: NonNullable<AimPicture['parts']> }) {
  const { job, apply } = useDesk();
  if (parts.length === 0) return null;
  const alone = job.aim.alone ?? [];
  const toggle = (part: string) =>
    apply({
      type: 'leaveAlone',
      parts: alone.includes(part) ? alone.filter((p) => p !== part) : [...alone, part],
    });
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
