import { memo, type ReactNode } from 'react';
import type { Art, Place } from './cells/block';
import { sameInk, type Ink } from './ink';
import { fit, LINE, width, type Room } from './cells/text';

export function ArtShape({ art }: { art: Art }) {
  if (art.kind === 'rect')
    return (
      <rect x={art.x} y={art.y} width={Math.max(0, art.w)} height={Math.max(0, art.h)} rx={art.rx} className={art.c} />
    );
  if (art.kind === 'circle') return <circle cx={art.x} cy={art.y} r={art.r} className={art.c} />;
  return <path d={art.d} className={art.c} transform={art.x || art.y ? `translate(${art.x} ${art.y})` : undefined} />;
}

/** Lines that were fitted into a room. */
export function RoomText({
  room,
  lines,
  className = '',
  plaque = false,
}: {
  room: Room;
  lines: string[];
  className?: string;
  plaque?: boolean;
}) {
  return lines.map((line, i) => {
    const w = width(line, room.style);
    if (room.rot) {
      const cx = room.x + room.w / 2;
      const bottom = room.y + room.h;
      return (
        <g key={i}>
          {plaque && <rect className="plaque" x={cx - 6} y={bottom - w - 2} width={12} height={w + 4} />}
          <text transform={`translate(${cx + 4} ${bottom}) rotate(-90)`} className={`f-${room.style} ${className}`}>
            {line}
          </text>
        </g>
      );
    }
    const x = room.x + (room.align === 'c' ? (room.w - w) / 2 : 0);
    const y = room.y + 10 + i * LINE;
    return (
      <g key={i}>
        {plaque && <rect className="plaque" x={x - 2} y={y - 10} width={w + 4} height={13} />}
        <text x={x} y={y} className={`f-${room.style} ${className}`}>
          {line}
        </text>
      </g>
    );
  });
}

const isInside = (r: Room, p: Place) =>
  r.x >= p.x - 0.5 && r.y >= p.y - 0.5 && r.x + r.w <= p.x + p.w + 0.5 && r.y + r.h <= p.y + p.h + 0.5;

interface PlaceProps {
  place: Place;
  ink: Ink;
  quiet?: boolean;
}

/** One place in its ink; drawn again when its ink says something else. */
export const PlaceShape = memo(
  InkedPlace,
  (a, b) => a.place === b.place && a.quiet === b.quiet && sameInk(a.ink, b.ink),
);

function InkedPlace({ place: p, ink, quiet }: PlaceProps) {
  const { state } = ink;
  const fill = {
    found: 'found',
    in: 'in',
    out: 'out',
    swap: '',
    from: 'move',
    to: 'move',
    empty: 'empty',
    dark: 'empty',
    unknown: 'unknown',
  }[state];
  const nameInside = isInside(p.name, p);
  const onCopper = state === 'in' && p.inside;
  const onInk = nameInside && (state === 'in' || (state === 'swap' && p.name.rot));
  // Carmine on copper can't be read; there the wedge alone says it.
  const nameClass = onInk
    ? 'on'
    : (state === 'empty' || state === 'dark' ? 'dim ' : '') +
      (ink.mark === 'deviates' || ink.mark === 'stop' ? 'bad' : '');
  return (
    <>
      {state === 'swap' ? (
        <Split place={p} />
      ) : (
        <rect x={p.x} y={p.y} width={p.w} height={p.h} rx={p.r || undefined} className={fill} />
      )}
      {p.art.length > 0 && state !== 'swap' && (
        <g className={state === 'in' ? 'tx on' : 'tx'} transform={`translate(${p.x} ${p.y})`}>
          {p.art.map((a, i) => (
            <ArtShape key={i} art={a} />
          ))}
        </g>
      )}
      {state === 'dark' && <path className="cross" d={`M${p.x} ${p.y}l${p.w} ${p.h}m0 ${-p.h}l${-p.w} ${p.h}`} />}
      {!quiet && (
        <RoomText
          room={p.name}
          lines={fit(p.name.text ?? [p.id], p.name)}
          className={nameClass}
          plaque={nameInside && (state === 'dark' || state === 'out' || state === 'swap')}
        />
      )}
      {!quiet && <PartText place={p} ink={ink} onCopper={onCopper} />}
      <Marks place={p} ink={ink} />
    </>
  );
}

function Split({ place: p }: { place: Place }) {
  const [axis, at] = p.split;
  return axis === 'y' ? (
    <>
      <rect x={p.x} y={p.y} width={p.w} height={at} className="out" />
      <rect x={p.x} y={p.y + at} width={p.w} height={p.h - at} className="in" />
    </>
  ) : (
    <>
      <rect x={p.x} y={p.y} width={at} height={p.h} className="out" />
      <rect x={p.x + at} y={p.y} width={p.w - at} height={p.h} className="in" />
    </>
  );
}

function PartText({ place: p, ink, onCopper }: { place: Place; ink: Ink; onCopper: boolean }): ReactNode {
  const { state } = ink;
  if (state === 'swap') return <SwapText place={p} ink={ink} />;
  const text: Record<string, string[]> = {
    found: ink.has,
    in: ink.comes,
    out: ink.has,
    from: ink.has,
    to: [`from ${ink.other?.slice(ink.other.indexOf(':') + 1)}`],
    empty: ink.has.length ? ink.has : ['empty'],
    dark: [ink.why],
    unknown: ['?'],
  };
  const lines = text[state] ?? [];
  // An empty bar says it by its dots; a word in it would only shout.
  if (p.kind === 'memory' && p.part.rot && (state === 'empty' || state === 'dark')) return null;
  const dim = state === 'empty' || state === 'dark' ? 'dim' : state === 'out' ? 'gone' : onCopper ? 'on' : '';
  return (
    <RoomText
      room={p.part}
      lines={fit(lines, p.part)}
      className={dim}
      plaque={(state === 'out' || state === 'dark') && p.inside}
    />
  );
}

/** Old part on the hatched share, struck through; new part on the copper share. Short of room, the old text goes first. */
function SwapText({ place: p, ink }: { place: Place; ink: Ink }) {
  const r = p.part;
  const [axis, at] = p.split;
  let old: Room;
  let fresh: Room;
  if (!p.inside) {
    // Beside the box: the old part's text on top or in front, the new one's below or behind.
    const n = Math.max(1, Math.floor((r.lines ?? 1) / 3));
    old = (r.lines ?? 1) > 1 ? { ...r, lines: n } : { ...r, w: r.w * 0.4 };
    fresh =
      (r.lines ?? 1) > 1
        ? { ...r, y: r.y + n * LINE, lines: (r.lines ?? 1) - n }
        : { ...r, x: r.x + r.w * 0.42, w: r.w * 0.58 };
  } else if (r.rot) {
    const y = p.name.y < p.y + at / 2 && p.name.y >= p.y ? p.name.y + p.name.h : p.y;
    old = { ...r, y: y + 3, h: p.y + at - y - 5 };
    fresh = { ...r, y: p.y + at + 15, h: r.y + r.h - p.y - at - 15 };
  } else if (axis === 'y') {
    const y = p.y + at + 2;
    old = { ...r, lines: 1 };
    fresh = { ...r, y, w: r.w - 14, h: p.y + p.h - y, lines: Math.max(1, Math.floor((p.y + p.h - y) / LINE)) };
  } else if (p.name.y < r.y - 9) {
    const x = p.x + at + 5;
    old = { ...r, w: p.x + at - r.x - 3, lines: 1 };
    fresh = {
      ...r,
      x,
      y: p.y + 4,
      w: p.x + p.w - x - 18,
      h: p.h - 5,
      lines: Math.max(1, Math.floor((p.h - 5) / LINE)),
    };
  } else {
    const x = p.x + at + 6;
    old = { ...r, w: p.x + at - r.x - 4 };
    fresh = { ...r, x, w: r.x + r.w - x };
  }
  const gone = fit(ink.has, old);
  return (
    <>
      <RoomText room={old} lines={gone[0]?.endsWith('…') && p.inside ? [] : gone} className="gone" plaque={p.inside} />
      <RoomText room={fresh} lines={fit(ink.comes, fresh)} className={p.inside ? 'on' : ''} />
    </>
  );
}

/** Plus for what comes in, tick for what was seen, wedge for what deviates or stops. */
function Marks({ place: p, ink }: { place: Place; ink: Ink }) {
  let [x, y] = p.mark;
  const plus = ink.state === 'in' || ink.state === 'swap';
  const [px, py] =
    ink.state === 'swap' && p.split[0] === 'y'
      ? [x, p.y + p.split[1] + 9]
      : [x, y + ((ink.mark === 'deviates' || ink.mark === 'stop') && p.w < 30 ? 13 : 0)];
  if (plus) {
    if (p.w < 42 && p.h > p.w) y = py + 14;
    else if (p.inside && p.tall) [x, y] = [p.x + p.w - 9, p.y + p.h - 9];
    else x = px - 15;
  }
  return (
    <>
      {plus && <path className="plus" d={`M${px - 3.5} ${py}h7M${px} ${py - 3.5}v7`} />}
      {ink.mark === 'seen' && (
        <g>
          <circle className="disc" cx={x} cy={y} r={6} />
          <path className="tick" d={`M${x - 3.5} ${y}l2.5 3 4.5 -6`} />
        </g>
      )}
      {ink.disputed && <path className="straw-corner" d={`M${p.x + p.w + 2} ${p.y + p.h + 2}h-13l13 -13z`} />}
      {(ink.mark === 'deviates' || ink.mark === 'stop') && (
        <path className="wedge" d={`M${p.x - 2} ${p.y - 2}h14l-14 14z`} />
      )}
    </>
  );
}

/** Corners of the way from the old place to the new one: through the gutters, never over text. */
export function arrowPath(a: Place, b: Place): [number, number][] {
  if (a.kind === 'memory' && a.part.rot) {
    const y = Math.max(a.y + a.h, b.y + b.h) + 7;
    return [
      [a.x + a.w / 2, a.y + a.h],
      [a.x + a.w / 2, y],
      [b.x + b.w / 2, y],
      [b.x + b.w / 2, b.y + b.h + 1],
    ];
  }
  if (a.kind === 'slot' && !a.tall) {
    const x = Math.min(a.x, b.x) - 5;
    return [
      [a.x, a.y + a.h / 2],
      [x, a.y + a.h / 2],
      [x, b.y + b.h / 2],
      [b.x - 1, b.y + b.h / 2],
    ];
  }
  const down = b.y >= a.y;
  const y0 = down ? a.y + a.h : a.y;
  const ya = y0 + (down ? 3 : -3);
  return [
    [a.x + a.w / 2, y0],
    [a.x + a.w / 2, ya],
    [b.x - 3, ya],
    [b.x - 3, b.y + b.h / 2],
    [b.x, b.y + b.h / 2],
  ];
}

export function MoveArrow({ from, to }: { from: Place; to: Place }) {
  const points = arrowPath(from, to);
  const [[x1, y1], [x2, y2]] = points.slice(-2) as [[number, number], [number, number]];
  const d = Math.hypot(x2 - x1, y2 - y1) || 1;
  const [ux, uy] = [(x2 - x1) / d, (y2 - y1) / d];
  return (
    <g>
      <circle className="ahead" cx={points[0]![0]} cy={points[0]![1]} r={2.2} />
      <path className="arrow" d={`M${points.map(([x, y]) => `${x} ${y}`).join('L')}`} />
      <path
        className="ahead"
        d={`M${x2 + 5 * ux} ${y2 + 5 * uy}L${x2 - 3 * ux - 4 * uy} ${y2 - 3 * uy + 4 * ux}L${x2 - 3 * ux + 4 * uy} ${y2 - 3 * uy - 4 * ux}z`}
      />
    </g>
  );
}

/** A card that is more than one slot thick, drawn around the slots it covers. */
export function ThickCard({ first, last }: { first: Place; last: Place }) {
  const lying = !first.tall;
  return (
    <rect
      className="thick-card"
      x={first.x - (lying ? 8 : 4)}
      y={first.y - 4}
      width={lying ? first.name.x - first.x : last.x + last.w - first.x + 8}
      height={lying ? last.y + 22 - first.y : first.h + 8}
    />
  );
}
