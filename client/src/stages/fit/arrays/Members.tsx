import type { DragEvent } from 'react';
import type { ArrayPlan, JobView } from '../../../api/types';
import { short } from '../../../format/numbers';
import { useActs } from '../../../frame/desk';

export const isHome = (place: string) => /^(bay|m2):/.test(place);
export const holds = (plan: ArrayPlan, place: string) => plan.members.includes(place) || !!plan.spares?.includes(place);
export const inOrder = (a: string, b: string) => short(a).localeCompare(short(b), 'en', { numeric: true });

/** Takes a drive that is dragged here. */
export const dropOn = (take: (place: string) => void) => ({
  onDragOver: (e: DragEvent) => {
    if (e.dataTransfer.types.includes('text/irvak-drive')) e.preventDefault();
  },
  onDrop: (e: DragEvent) => {
    e.preventDefault();
    const place = e.dataTransfer.getData('text/irvak-drive');
    if (place) take(place);
  },
});

/** Every drive of the plan as a button that takes it in or out; one that is out can stand by as a spare. */
export function Members({
  job,
  plan,
  onChange,
  onDrop,
}: {
  job: JobView;
  plan: ArrayPlan;
  onChange: (p: ArrayPlan) => void;
  onDrop: (place: string) => void;
}) {
  const { say } = useActs();
  const drives = Object.keys(job.planned)
    .filter((p) => job.planned[p]?.drive && isHome(p))
    .sort(inOrder);
  const other = (place: string) =>
    job.arrays?.planned.find((a) => a.plan.name !== plan.name && holds(a.plan, place))?.plan.name ??
    (job.caches.some((c) => c.plan.places.includes(place)) ? 'a cache' : undefined) ??
    (job.boot?.plan?.places.includes(place) ? 'use as boot drive' : undefined);
  const step = (place: string) => {
    const spares = plan.spares ?? [];
    if (plan.members.includes(place)) {
      if (plan.members.length === 1) return say(`${plan.name} would have no drive left: give it up instead.`);
      onChange({ ...plan, members: plan.members.filter((p) => p !== place) });
    } else if (spares.includes(place)) onChange({ ...plan, spares: spares.filter((p) => p !== place) });
    else onChange({ ...plan, members: [...plan.members, place].sort(inOrder) });
  };
  return (
    <div
      className="members"
      role="group"
      aria-label={`Drives of ${plan.name}: member, spare, or out`}
      {...dropOn(onDrop)}
    >
      {drives.map((place) => {
        const taken = other(place);
        const state = plan.members.includes(place)
          ? 'member'
          : plan.spares?.includes(place)
            ? 'spare'
            : taken
              ? `in ${taken}`
              : 'out';
        const button = (
          <button
            type="button"
            className={`member ${taken ? 'taken' : state}`}
            draggable
            onDragStart={(e) => {
              e.dataTransfer.setData('text/irvak-drive', place);
              e.dataTransfer.effectAllowed = 'move';
            }}
            aria-disabled={!!taken}
            aria-label={`${short(place)}, ${job.planned[place]?.short ?? 'drive'}: ${state}`}
            title={
              taken
                ? `in ${taken}: drag it here to move it`
                : state === 'out'
                  ? 'press to take it in; drag it onto an array'
                  : 'press to take it out'
            }
            onClick={() => (taken ? say(`${short(place)} is in ${taken}.`) : step(place))}
          >
            <span className="mono">{short(place)}</span> {job.planned[place]?.short} <small>{state}</small>
          </button>
        );
        return (
          <span key={place} className="memberpair">
            {button}
            {state === 'out' && (
              <button
                type="button"
                className="member out"
                aria-label={`${short(place)} as a spare`}
                title="stands by for this array"
                onClick={() => onChange({ ...plan, spares: [...(plan.spares ?? []), place] })}
              >
                <small>as spare</small>
              </button>
            )}
          </span>
        );
      })}
    </div>
  );
}
