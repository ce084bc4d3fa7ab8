import { useState } from 'react';
import { useRehearsal } from '../../../api/hooks';
import type { JobView } from '../../../api/types';
import type { Mark } from '../../../plate/ink';

interface Rehearsed {
  array: string;
  failed: string[];
}

/** A rehearsal that is on, and how drives are failed in it. */
export interface Rehearsing {
  now: Rehearsed | null;
  set: (now: Rehearsed | null) => void;
  fail: (place: string) => void;
  /** The machine as the rehearsal has it, for the drawing. */
  drawn: (job: JobView) => JobView;
  marks: Record<string, Mark>;
}

export function useRehearsing(job: JobView): Rehearsing {
  const [now, set] = useState<Rehearsed | null>(null);
  const plan = job.arrays?.planned.find((a) => a.plan.name === now?.array && !a.why)?.plan;
  const failed = now?.failed ?? [];
  const { data } = useRehearsal(job, now?.array ?? '', failed, !!plan);
  const fail = (place: string) => {
    if (!plan?.members.includes(place)) return;
    set({
      array: plan.name,
      failed: failed.includes(place) ? failed.filter((p) => p !== place) : [...failed, place],
    });
  };
  const drawn = (real: JobView): JobView =>
    plan
      ? {
          ...real,
          found: real.planned,
          changes: failed.map((place) => ({ place, out: real.planned[place] ?? null, in: null })) as JobView['changes'],
          planned: Object.fromEntries(Object.entries(real.planned).filter(([p]) => !failed.includes(p))),
        }
      : real;
  const marks: Record<string, Mark> = {};
  if (plan) for (const m of data?.members ?? []) if (m.fate === 'loses') marks[m.place] = 'stop';
  return { now: plan ? now : null, set, fail, drawn, marks };
}
