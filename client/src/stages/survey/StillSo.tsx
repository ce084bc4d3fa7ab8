import type { JobView, Remembered, Unit } from '../../api/types';
import { date, plural, short } from '../../format/numbers';
import { useDesk } from '../../frame/desk';
import { everyPlace } from '../../plate/everyPlace';

/** A place and those of its kind after it that nobody looked at, in the order of the sheet. */
export function openAlike(job: JobView, place: string): string[] {
  const kind = place.slice(0, place.indexOf(':') + 1);
  const group = job.sheet?.bays?.find((g) => kind === 'bay:' && g.names.includes(short(place)));
  const all = group
    ? group.names.map((n) => `bay:${n}`)
    : (everyPlace(job.sheet!).find(([, list]) => list.includes(place))?.[1] ?? []);
  const open = (p: string) => !job.found[p] && !job.foundEmpty.includes(p);
  return [place, ...all.slice(all.indexOf(place) + 1).filter((p) => p.startsWith(kind) && open(p))];
}

const left = (r: Remembered): string => r.unit?.long ?? 'nothing';

/** What another job left here, to be confirmed by a press: old knowledge is none until somebody looks. */
export function StillSo({ place, onKeep }: { place: string; onKeep: (places: Record<string, Unit | null>) => void }) {
  const { job } = useDesk();
  // A page that was kept while the host is away may be older than this field.
  const recalled: typeof job.survey.recalled = job.survey.recalled ?? {};
  const here = recalled[place];
  if (!here) return null;
  const kind = place.slice(0, place.indexOf(':') + 1);
  const others = Object.keys(recalled).filter((p) => p.startsWith(kind));
  const confirm = (places: string[]) =>
    onKeep(
      Object.fromEntries(
        places.map((p) => {
          const unit = recalled[p]!.unit;
          return [p, unit ? { ...unit, source: `as in job ${here.job}, confirmed` } : null];
        }),
      ),
    );
  return (
    <section className="still" aria-label="What another job left">
      <p>
        By job {here.job} of {date(here.on)}: <b>{left(here)}</b> here
        {!here.same && <span className="quiet">, in another machine of its kind</span>}
        {here.unit?.serial && <span className="quiet">, serial {here.unit.serial}</span>}.
      </p>
      <div className="row">
        <button type="button" className="btn go" onClick={() => confirm([place])}>
          {here.same ? 'Still so' : 'Here too'}
        </button>
        {others.length > 1 && (
          <button type="button" className="btn o" onClick={() => confirm(others)}>
            {here.same ? 'All still so' : 'All here too'}, {plural(others.length, 'place', 'places')}
          </button>
        )}
      </div>
    </section>
  );
}
