import type { Edit, JobView, Unit } from './types';

/** What comes to a place: a part, or nothing; from where, if it was moved. */
interface Put {
  at: string;
  unit: Unit | null;
  from?: string | null;
}

type Kind = NonNullable<Edit['type']>;
type Puts = { [T in Kind]?: (edit: Extract<Edit, { type?: T }>, view: JobView) => Put[] };

/** What sits where after an edit, by its kind; an edit that is not here moves no part. */
const PUTS: Puts = {
  fit: (e) => [{ at: e.place, unit: e.unit }],
  remove: (e) => [{ at: e.place, unit: null }],
  restore: (e, view) => [{ at: e.place, unit: view.found[e.place] ?? null }],
  move: (e, view) => {
    const unit = view.planned[e.from];
    return unit
      ? [
          { at: e.from, unit: null },
          { at: e.to, unit, from: e.from },
        ]
      : [];
  },
  arrange: (e, view) =>
    Object.entries(e.places ?? {}).map(([at, put]) => ({
      at,
      unit: put?.from ? (view.found[put.from] ?? null) : (put?.unit ?? null),
      from: put?.from && put.from !== at ? put.from : null,
    })),
};

/** Shows a change at once, before the server has evaluated it: only what sits where, ticks and the policy, never a computed number. */
export function guess(view: JobView, edit: Edit): JobView {
  if (edit.type === 'together') return edit.edits.reduce(guess, view);
  if (edit.type === 'setPolicy') return { ...view, policy: edit.policy };
  if (edit.type === 'setTick') {
    const ticks = { ...view.ticks };
    if (edit.done) ticks[edit.key] = { who: '', when: new Date().toISOString(), wording: edit.wording };
    else delete ticks[edit.key];
    return { ...view, ticks };
  }
  const puts = PUTS[edit.type as Kind] as ((edit: Edit, view: JobView) => Put[]) | undefined;
  return puts ? puts(edit, view).reduce(put, view) : view;
}

function put(view: JobView, { at, unit, from = null }: Put): JobView {
  const planned = { ...view.planned };
  if (unit) planned[at] = unit;
  else delete planned[at];
  const found = view.found[at] ?? null;
  const changes = view.changes.filter((c) => c.place !== at);
  if (found !== unit || from) changes.push({ place: at, out: found, in: unit, movedFrom: from, movedTo: null });
  return { ...view, planned, changes };
}
