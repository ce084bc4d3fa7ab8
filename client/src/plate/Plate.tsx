import { memo, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import type { MachineSheet } from '../api/types';
import { useLatest } from '../format/latest';
import { nextPlace, type Direction } from './arrows';
import type { Place, Region } from './cells/block';
import { ArtShape, MoveArrow, PlaceShape, RoomText, ThickCard } from './Drawing';
import { inkOf, jobPlace, spoken, type Inked, type Mark } from './ink';
import { obstacles, roomAround } from './room';
import { layout } from './layout';
import { fit } from './cells/text';

export type View = Region | 'whole';

const KEYS: Record<string, Direction> = { ArrowLeft: 'left', ArrowRight: 'right', ArrowUp: 'up', ArrowDown: 'down' };

interface Props {
  sheet: MachineSheet;
  job: Inked;
  view?: View;
  marks?: Record<string, Mark>;
  selected?: string | null;
  /** Enter, space or a click on a place. */
  onAct?: (place: string) => void;
  /** Delete on a place. */
  onClear?: (place: string) => void;
  /** x on a place: pick its part up. */
  onPick?: (place: string) => void;
  /** Draws only the surroundings of this place, with a ring around it. */
  near?: string;
  /** Larger than its box, in pixels; as it fits when open. */
  size?: { w: number; h: number } | null;
  label: string;
}

const HATCH = (
  <defs>
    <pattern id="hatch" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="5" height="5" className="hatch-ground" />
      <line x1="0" y1="0" x2="0" y2="5" className="hatch-line" />
    </pattern>
  </defs>
);

/** The machine's plate: one tab stop, arrow keys between places, the same drawing through the whole job. */
export function Plate({
  sheet,
  job,
  view = 'whole',
  marks = {},
  selected = null,
  onAct,
  onClear,
  onPick,
  near,
  size,
  label,
}: Props) {
  const drawing = useMemo(() => layout(sheet), [sheet]);
  const target = near ? drawing.places.find((p) => jobPlace(p) === near) : undefined;
  const crop = target ? around(target, drawing.w, drawing.h) : (drawing.crops[view] ?? drawing.crops.whole!);
  const reachable = drawing.places;
  const [at, setAt] = useState<string | null>(null);
  const refs = useRef(new Map<string, SVGGElement>());
  const byJob = (id: string | null) => (id ? reachable.find((p) => jobPlace(p) === id) : null) ?? null;
  const current =
    reachable.find((p) => p.id === at) ?? byJob(selected) ?? reachable.find((p) => p.kind === 'memory') ?? reachable[0];
  const inked = { ...job, sheet };
  const inks = drawing.places.map((place) => inkOf(place, inked, marks));

  const focus = (place: Place | null | undefined) => {
    if (!place) return;
    setAt(place.id);
    refs.current.get(place.id)?.focus();
  };

  const onKey = (event: KeyboardEvent, place: Place) => {
    const direction = KEYS[event.key];
    const id = jobPlace(place);
    if (direction) focus(nextPlace(reachable, place, direction));
    else if (event.key === 'Home') focus(reachable[0]);
    else if (event.key === 'End') focus(reachable[reachable.length - 1]);
    else if ((event.key === 'Enter' || event.key === ' ') && onAct) onAct(id);
    else if ((event.key === 'Delete' || event.key === 'Backspace') && onClear) onClear(id);
    else if (event.key === 'x' && !event.ctrlKey && !event.metaKey && onPick) onPick(id);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  const hand = useLatest<Hand>({
    keep: (id, el) => void (el ? refs.current.set(id, el) : refs.current.delete(id)),
    reach: setAt,
    key: onKey,
    act: (place) => onAct?.(jobPlace(place)),
  });

  return (
    <svg
      className="plate"
      viewBox={`${crop.x} ${crop.y} ${crop.w} ${crop.h}`}
      role={onAct ? 'group' : 'img'}
      aria-label={label}
      preserveAspectRatio="xMidYMid meet"
      style={size ? { width: size.w, height: size.h } : undefined}
    >
      {HATCH}
      <Ground drawing={drawing} bad={badChannels(drawing.places, marks)} />
      <g aria-hidden="true">
        {drawing.places.map((place, i) => (
          <g key={place.id}>
            <PlaceShape place={place} ink={inks[i]!} />
          </g>
        ))}
      </g>
      {target && <Ringed place={target} room={roomAround(target, obstacles(drawing.places))} />}
      {job.changes
        .filter((c) => c.movedFrom)
        .map((c) => {
          const [from, to] = [byJob(c.movedFrom), byJob(c.place)];
          return from && to ? <MoveArrow key={c.place} from={from} to={to} /> : null;
        })}
      {thickCards(sheet, job, drawing.places).map(([first, last]) => (
        <ThickCard key={first.id} first={first} last={last} />
      ))}
      {/* The buttons lie over the drawing: their spoken names say all of it, and more. A finger needs more than the drawn bar. */}
      {onAct &&
        drawing.places.map((place, i) => (
          <PlaceButton
            key={place.id}
            place={place}
            name={spoken(place, inks[i]!)}
            reached={place.id === current?.id}
            selected={jobPlace(place) === selected}
            hand={hand}
          />
        ))}
    </svg>
  );
}

/** What a hand does on a place. */
type Hand = {
  keep: (id: string, el: SVGGElement | null) => void;
  reach: (id: string) => void;
  key: (event: KeyboardEvent, place: Place) => void;
  act: (place: Place) => void;
};

/** What no change of the plan touches: the board, its printing, the letters of its channels. */
const Ground = memo(function Ground({ drawing, bad }: { drawing: ReturnType<typeof layout>; bad: string }) {
  return (
    <g aria-hidden="true">
      {drawing.art.map((a, i) => (
        <ArtShape key={i} art={a} />
      ))}
      {drawing.rooms.map((r, i) => (
        <RoomText
          key={i}
          room={r}
          lines={fit(r.text ?? [], r)}
          className={r.text?.[0] && bad.split('\n').includes(r.text[0]) ? 'bad' : ''}
        />
      ))}
    </g>
  );
});

const PlaceButton = memo(function PlaceButton({
  place,
  name,
  reached,
  selected,
  hand,
}: {
  place: Place;
  name: string;
  reached: boolean;
  selected: boolean;
  hand: Hand;
}) {
  return (
    <g
      ref={(el) => hand.keep(place.id, el)}
      role="button"
      data-place={jobPlace(place)}
      tabIndex={reached ? 0 : -1}
      aria-label={name}
      aria-pressed={selected}
      className="place-g"
      onFocus={() => hand.reach(place.id)}
      onKeyDown={(e) => hand.key(e, place)}
      onClick={() => hand.act(place)}
    >
      <rect
        className="touch"
        x={place.x - 3}
        y={place.y - (place.kind === 'memory' && place.part.rot ? 16 : 2)}
        width={place.inside ? place.w + 6 : Math.max(place.w, place.part.x + place.part.w - place.x)}
        height={place.h + (place.kind === 'memory' && place.part.rot ? 20 : 4)}
      >
        <title>{name}</title>
      </rect>
      {selected && (
        <rect className="ring" x={place.x - 2} y={place.y - 2} width={place.w + 4} height={place.h + 4} rx={2} />
      )}
    </g>
  );
});

/** A frame that fills the room around its place and covers no neighbour. */
function Ringed({ place, room }: { place: Place; room: number }) {
  const by = Math.min(5, room / 2);
  return (
    <rect
      className="ringed"
      x={place.x - by}
      y={place.y - by}
      width={place.w + 2 * by}
      height={place.h + 2 * by}
      rx={by}
      strokeWidth={Math.min(5, 2 * by)}
    />
  );
}

/** The place in the middle with its neighbours, never beyond the drawing. */
function around(place: Place, w: number, h: number) {
  const size = { w: Math.max(300, place.w + 80), h: Math.max(176, place.h + 72) };
  return {
    x: Math.max(0, Math.min(w - size.w, place.x + place.w / 2 - size.w / 2)),
    y: Math.max(0, Math.min(h - size.h, place.y + place.h / 2 - size.h / 2)),
    ...size,
  };
}

/** Cards thicker than one slot, as the first and last place they cover. */
function thickCards(sheet: MachineSheet, job: Inked, places: Place[]): [Place, Place][] {
  const slots = (sheet.slots ?? []).map((s) => places.find((p) => p.kind === 'slot' && p.id === s.id)!);
  return slots.flatMap((p, i): [Place, Place][] => {
    const thick = job.planned[`card:${p.id}`]?.card?.thick ?? 1;
    return thick > 1 ? [[p, slots[Math.min(slots.length - 1, i + thick - 1)]!]] : [];
  });
}

/** Names of the channels that turn carmine, a line each: one of their places deviates or stops. */
const badChannels = (places: Place[], marks: Record<string, Mark>): string =>
  [
    ...new Set(
      places
        .filter((p) => p.kind === 'memory' && ['deviates', 'stop'].includes(marks[`slot:${p.id}`] ?? ''))
        .map((p) => p.channel),
    ),
  ].join('\n');

/** The machine small and without words, for the bench. */
export function SmallPlate({
  sheet,
  job,
  ringed,
}: {
  sheet: MachineSheet;
  job: Inked;
  /** Places that are asked for, named and ringed; the rest is pale. */
  ringed?: readonly string[];
}) {
  const drawing = useMemo(() => layout(sheet), [sheet]);
  const inked = { ...job, sheet };
  return (
    <svg
      className="plate small"
      viewBox={`0 0 ${drawing.w} ${drawing.h - 14}`}
      aria-hidden="true"
      preserveAspectRatio={ringed ? 'xMidYMin meet' : 'xMaxYMax meet'}
    >
      {HATCH}
      {drawing.art.map((a, i) => (
        <ArtShape key={i} art={a} />
      ))}
      {drawing.places.map((p) => {
        const asked = ringed?.includes(jobPlace(p));
        const ink = inkOf(p, inked, {});
        return (
          <g
            key={p.id}
            className={ringed && !asked && (ink.state === 'unknown' || ink.state === 'found') ? 'pale' : ''}
          >
            <PlaceShape place={p} ink={ink} quiet={!asked} />
            {asked && <rect className="ring" x={p.x - 2} y={p.y - 2} width={p.w + 4} height={p.h + 4} rx={2} />}
          </g>
        );
      })}
    </svg>
  );
}
