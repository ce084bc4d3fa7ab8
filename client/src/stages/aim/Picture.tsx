import { useState } from 'react';
import { Link } from 'react-router';
import type { AimPicture, JobView, VolumeFigures } from '../../api/types';
import { useDesk } from '../../frame/desk';
import { plural } from '../../format/numbers';
import { AimPath } from './AimPath';
import { SpaceYears, levels } from './SpaceYears';
import { Strip, type StripMark } from './Strip';
import { WISHES, distanceOf, figure, ideasFor, isAbout, wished, type Idea, type WishRow } from './wishRows';

/** What stands in the fields, by the wish. */
export type Typed = Partial<Record<string, number | null>>;

/** The picture of the aim: it follows the fields while they are typed. */
export function Picture({
  job,
  picture,
  typed,
  volume,
}: {
  job: JobView;
  picture: AimPicture | undefined;
  /** What stands in the fields now, where that differs from what is kept. */
  typed: Typed;
  /** The volume that is looked at; undefined for the whole machine. */
  volume: VolumeFigures | undefined;
}) {
  const ideas = picture?.ideas ?? [];
  const cards = picture?.cards ?? [];
  const wishOf = (row: WishRow) => wishNow(job, row, typed);
  const space = WISHES.find((w) => w.wish === 'usableTB')!;
  const years = job.aim.years ?? 5;
  const whole = distanceOf(job, space);
  const lines = levels(volume, { found: whole?.found ?? null, planned: whole?.planned ?? null }, ideas, job.policy);
  const strips = WISHES.filter(
    (w) => isAbout(w, job) && w.wish !== 'failures' && (w.wish !== 'usableTB' || lines.length === 0),
  );
  const drawn = (lines.length > 0 || volume?.wishTB != null) && isAbout(space, job);
  return (
    <section className="picture" aria-label="The picture of this aim">
      <div className="picture-head">
        <h3>The picture of this aim</h3>
        <Legend
          ideas={[...ideas, ...cards].map((i) => [
            i.letter,
            `${i.words}${missed(i)}`,
            (i.under as string[]).includes(job.policy),
          ])}
        />
      </div>
      <div className="picture-body">
        {drawn && (
          <figure>
            <figcaption>
              <b>{volume ? `${volume.volume.name}, space over the years` : 'Space'}</b>
            </figcaption>
            <SpaceYears
              name={volume?.volume.name ?? 'The whole machine'}
              now={volume?.nowTB ?? null}
              growth={volume?.volume.growthTB ?? null}
              wish={volume ? (volume.wishTB ?? null) : wishOf(space)}
              years={years}
              levels={lines}
            />
          </figure>
        )}
        <div className="strips">
          {!picture && <p className="quiet late">Looking what can be reached …</p>}
          {strips
            .filter((row) => wishOf(row) != null || marksOf(job, row, picture).length > 0)
            .map((row) => (
              <Strip
                key={row.wish}
                label={row.label.replace(/, (at most|under)$/, '')}
                unit={row.unit}
                wish={wishOf(row)}
                kept={!(row.wish in typed)}
                isLimit={row.isLimit}
                words={(v) => figure(row, v)}
                log={row.unit === '%'}
                marks={marksOf(job, row, picture)}
              />
            ))}
        </div>
      </div>
      {picture && ideas.length === 0 && job.topics.includes('bays') && <NoIdea picture={picture} />}
      <TakeIdea ideas={ideas} />
      {picture?.freeSlots != null && cards.length === 0 && <NoCard picture={picture} />}
      <TakeIdea ideas={cards} />
    </section>
  );
}

/** What stands in the field of a wish now. */
const wishNow = (job: JobView, row: WishRow, typed: Typed) =>
  row.wish in typed ? (typed[row.wish] ?? null) : wished(job, row.wish);

const READ = WISHES.find((w) => w.wish === 'readMBs')!;

/** The way of what is read from the volume that is looked at, across the whole screen. */
export function PathOfAim({ job, typed, volume }: { job: JobView; typed: Typed; volume: VolumeFigures | undefined }) {
  const paths = job.paths?.planned ?? [];
  const path = paths.find((p) => p.name === (volume?.planned?.array ?? volume?.found?.array)) ?? paths[0];
  if (!path || !isAbout(READ, job)) return null;
  return <AimPath path={path} found={distanceOf(job, READ)?.found ?? null} wish={wishNow(job, READ, typed)} />;
}

function marksOf(job: JobView, row: WishRow, picture: AimPicture | undefined): StripMark[] {
  const d = distanceOf(job, row);
  const marks: StripMark[] = [];
  const bought = row.wish === 'moneyLimitEur' || row.wish === 'awayHours';
  if (d?.found != null && !bought) marks.push({ letter: '', value: d.found, kind: 'found' });
  if (d?.planned != null && (d.planned !== d.found || bought) && (!bought || job.changes.length > 0))
    marks.push({ letter: '', value: d.planned, kind: 'planned' });
  for (const idea of ideasFor(row, picture)) {
    const value = idea.ledge.find((x) => x.name === row.distance)?.planned;
    if (value != null && row.wish !== 'memoryGiB')
      marks.push({
        letter: idea.letter,
        value,
        kind: (idea.under as string[]).includes(job.policy) ? 'idea' : 'barred',
      });
  }
  const reach = picture?.reach.find((r) => r.wish === row.wish);
  if (row.wish === 'memoryGiB' && reach) marks.push({ letter: '', value: reach.value, kind: 'reach', by: reach.by });
  return marks;
}

/** What an idea gives up of the wishes. */
const missed = (idea: Idea) =>
  idea.misses.length === 0
    ? ''
    : `, misses ${idea.misses
        .map(
          (m) =>
            WISHES.find((w) => w.distance === m)
              ?.label.replace(/,.*$/, '')
              .toLowerCase() ?? m,
        )
        .join(' and ')}`;

/** Why there is no idea. */
function NoIdea({ picture }: { picture: AimPicture }) {
  if (!picture.freeBays)
    return (
      <p className="quiet">
        {picture.leftAlone > 0
          ? `No idea for space: ${plural(picture.leftAlone, 'free bay is', 'free bays are')} left alone.`
          : 'No idea for space: no bay is free.'}
      </p>
    );
  return (
    <p className="quiet">
      No idea for space: no drive on <Link to="/shelf">the shelf</Link> makes one in the{' '}
      {plural(picture.freeBays, 'free bay', 'free bays')} that may be touched.
    </p>
  );
}

/** Why no card is an idea. */
function NoCard({ picture }: { picture: AimPicture }) {
  const slots = picture.freeSlots ?? 0;
  const leftAlone = picture.slotsLeftAlone ?? 0;
  return (
    <p className="quiet">
      {slots > 0 ? (
        <>
          No idea for the way to the user: no network card of <Link to="/shelf">the shelf</Link> makes it faster in the{' '}
          {plural(slots, 'free slot', 'free slots')}.
        </>
      ) : leftAlone > 0 ? (
        `No idea for the way to the user: ${plural(leftAlone, 'free slot is', 'free slots are')} left alone.`
      ) : (
        'No idea for the way to the user: no card slot is free.'
      )}
    </p>
  );
}

function Legend({ ideas }: { ideas: [string, string, boolean][] }) {
  return (
    <p className="picture-inks">
      <span>
        <i className="ink found" /> as found
      </span>
      <span>
        <i className="ink planned" /> as planned
      </span>
      {ideas.map(([letter, words, open]) => (
        <span key={letter}>
          <i className={open ? 'boxed' : 'boxed barred'}>{letter}</i> {words}
          {!open && ', not under this policy'}
        </span>
      ))}
    </p>
  );
}

/** Ideas that can be taken into the plan as they are. */
function TakeIdea({ ideas }: { ideas: readonly Idea[] }) {
  const { job, apply } = useDesk();
  const [taken, setTaken] = useState('');
  const open = ideas.filter((i) => i.take && (i.under as string[]).includes(job.policy));
  if (open.length === 0)
    return ideas.length > 0 && taken === '' ? (
      <p className="quiet">
        {ideas.some((i) => i.take)
          ? 'Under this policy no idea can be taken.'
          : 'The plan has drives or arrays of its own: ideas are drawn in their stead and can’t be taken beside them.'}
      </p>
    ) : null;
  return (
    <p className="row take">
      {open.map((i) => (
        <button
          key={i.letter}
          type="button"
          className="btn o"
          onClick={() => {
            setTaken(i.letter);
            apply(i.take!);
          }}
        >
          Take {i.letter} into the plan: {i.name}
        </button>
      ))}
    </p>
  );
}
