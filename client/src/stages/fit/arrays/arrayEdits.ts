import { changeOf } from '../../../api/changes';
import type { ArrayPlan, Edit, JobView } from '../../../api/types';
import { short } from '../../../format/numbers';
import { holds, inOrder } from './Members';

/** An edit, or the sentence that says why there is none; null when nothing would change. */
export type EditOrSentence = { edit: Edit } | { sentence: string } | null;

const planned = (job: JobView) => (job.arrays?.planned ?? []).map((a) => a.plan);

/** Of an array that stands, only what changed is sent. */
export const changed = (before: ArrayPlan, after: ArrayPlan) => changeOf(`array:${before.name}`, before, after);

/** A drive that is dragged onto an array leaves the one it was in. */
export function moved(job: JobView, place: string, onto: ArrayPlan): EditOrSentence {
  if (onto.members.includes(place)) return null;
  const from = planned(job).find((a) => a.name !== onto.name && holds(a, place));
  if (from?.members.length === 1) return { sentence: `${from.name} would have no drive left: give it up first.` };
  const without = (plan: ArrayPlan): ArrayPlan => ({
    ...plan,
    members: plan.members.filter((p) => p !== place),
    spares: (plan.spares ?? []).filter((p) => p !== place),
  });
  const joined = changed(onto, { ...without(onto), members: [...onto.members, place].sort(inOrder) })!;
  if (!from) return { edit: joined };
  return {
    edit: {
      type: 'together',
      what: `moves ${short(place)} from ${from.name} to ${onto.name}`,
      edits: [changed(from, without(from))!, joined],
    },
  };
}

/** Another name for an array: what caches it, caches it still. */
export function renamed(job: JobView, plan: ArrayPlan, name: string): EditOrSentence {
  if (planned(job).some((a) => a.name === name)) return { sentence: `There is an array ${name} already.` };
  const caches = job.caches.map((c) => c.plan).filter((c) => c.volumes.some((v) => v.array === plan.name));
  return {
    edit: {
      type: 'together',
      what: `calls array ${plan.name} ${name}`,
      edits: [
        { type: 'dropArray', name: plan.name },
        { type: 'makeArray', array: { ...plan, name } },
        ...caches.map((cache) => ({
          type: 'planCache' as const,
          cache: {
            ...cache,
            volumes: cache.volumes.map((v) => (v.array === plan.name ? { ...v, array: name } : v)),
          },
        })),
      ],
    },
  };
}
