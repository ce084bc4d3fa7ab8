import type { Edit, JobView, Unit } from './types';

/** Shows a change at once, before the server has evaluated it: only what sits where, never a computed number. */
export function guess(view: JobView, edit: Edit): JobView {
  switch (edit.type) {
    case 'fit':
      return place(view, edit.place, edit.unit);
    case 'remove':
      return place(view, edit.place, null);
    case 'restore':
      return place(view, edit.place, view.found[edit.place] ?? null);
    case 'move': {
      const unit = view.planned[edit.from];
      return unit ? place(place(view, edit.from, null), edit.to, unit, edit.from) : view;
    }
    case 'arrange': {
      const places = Object.entries(edit.places ?? {});
      return places.reduce((v, [at, put]) => {
        const unit = put?.from ? (view.found[put.from] ?? null) : (put?.unit ?? null);
        return place(v, at, unit, put?.from && put.from !== at ? put.from : null);
      }, view);
    }
    case 'setTick': {
      const ticks = { ...view.ticks };
      if (edit.done) ticks[edit.key] = { who: '', when: new Date().toISOString(), wording: edit.wording };
      else delete ticks[edit.key];
      return { ...view, ticks };
    }
    case 'setPolicy':
      return { ...view, policy: edit.policy };
    case 'together':
      return edit.edits.reduce(guess, view);
    default:
      return view;
  }
}

function place(view: JobView, at: string, unit: Unit | null, movedFrom: string | null = null): JobView {
  const planned = { ...view.planned };
  if (unit) planned[at] = unit;
  else delete planned[at];
  const found = view.found[at] ?? null;
  const changes = view.changes.filter((c) => c.place !== at);
  const same = found && unit && !movedFrom && found === unit;
  if (!same && (found || unit)) changes.push({ place: at, out: found, in: unit, movedFrom, movedTo: null });
  return { ...view, planned, changes };
}
