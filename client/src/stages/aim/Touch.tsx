import { useEffect, useRef } from 'react';
import type { AimPicture } from '../../api/types';
import { useDesk } from '../../frame/desk';

/** Parts of the machine that may be touched, pressed in; the others are left alone. */
export function Touch({ parts }: { parts: NonNullable<AimPicture['parts']> }) {
  const { job, apply, pending } = useDesk();
  const alone = job.aim.alone ?? [];
  // What was pressed a moment ago and is not drawn yet: the next press goes on from it.
  const pressed = useRef<readonly string[] | null>(null);
  useEffect(() => {
    if (!pending) pressed.current = null;
  }, [pending, job]);
  if (parts.length === 0) return null;
  const toggle = (part: string) => {
    const now = pressed.current ?? alone;
    const next = now.includes(part) ? now.filter((p) => p !== part) : [...now, part];
    pressed.current = next;
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
