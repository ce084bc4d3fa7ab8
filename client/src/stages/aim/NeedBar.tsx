import type { MemoryNeed } from '../../api/types';
import { useWidth } from '../../frame/useWidth';

const LEFT = 4;
const BAR = 22;

/** What runs on it, one beside the other, against what is there, planned and wished. */
export function NeedBar({
  need,
  found,
  planned,
  wish,
}: {
  need: MemoryNeed;
  found: number | null;
  planned: number | null;
  wish: number | null;
}) {
  const [box, W] = useWidth<HTMLElement>(480);
  const right = W - 16;
  const load = need.load;
  const most = Math.max(
    need.listWishGiB ?? 0,
    need.loadWishGiB ?? 0,
    load?.totalGiB ?? 0,
    found ?? 0,
    planned ?? 0,
    wish ?? 0,
    1,
  );
  const x = (gib: number) => LEFT + ((right - LEFT) * gib) / most;
  const rows: { words: string; y: number }[] = [];
  if (need.listGiB != null) rows.push({ words: 'what runs on it', y: 14 });
  if (load) rows.push({ words: 'in use when it was captured', y: 14 + rows.length * 44 });
  const foot = 14 + rows.length * 44;
  const marks = [
    { words: 'found', value: found, kind: 'as-found' },
    { words: 'plan', value: planned === found ? null : planned, kind: 'planned' },
    { words: 'wish', value: wish, kind: 'wish' },
  ].filter((m): m is { words: string; value: number; kind: string } => m.value != null);
  return (
    <figure className="need-bar" ref={box}>
      <svg viewBox={`0 0 ${W} ${foot + 46}`} role="img" aria-label={told(need, marks)}>
        {rows.map((r) => (
          <text key={r.words} x={LEFT} y={r.y - 3} className="need-words">
            {r.words}
          </text>
        ))}
        {need.listGiB != null && (
          <Bar
            y={rows[0]!.y}
            x={x}
            parts={need.things
              .filter((t) => t.sumGiB != null)
              .map((t) => ({ words: t.thing.name, gib: t.sumGiB!, kind: 'thing' }))}
            room={need.listWishGiB!}
            open={need.isLeast}
          />
        )}
        {load && (
          <Bar
            y={rows[rows.length - 1]!.y}
            x={x}
            parts={[
              { words: 'in use', gib: load.inUseGiB, kind: 'thing' },
              ...(load.swappedGiB ? [{ words: 'in swap', gib: load.swappedGiB, kind: 'swap' }] : []),
            ]}
            room={need.loadWishGiB!}
            open={load.wantsMore !== false}
          />
        )}
        <line x1={LEFT} x2={right} y1={foot} y2={foot} className="need-axis" />
        {ticks(most).map((t) => (
          <g key={t}>
            <line x1={x(t)} x2={x(t)} y1={foot} y2={foot + 4} className="need-axis" />
            <text x={x(t)} y={foot + 15} textAnchor={t === 0 ? 'start' : 'middle'} className="need-tick">
              {t === 0 ? '0 GiB' : t}
            </text>
          </g>
        ))}
        {marks.map((m, i) => (
          <g key={m.kind} className={`need-mark ${m.kind}`}>
            <line x1={x(m.value)} x2={x(m.value)} y1={6} y2={foot} />
            {m.kind === 'wish' ? (
              <path d={`M${x(m.value)} ${foot}l-5 8h10z`} />
            ) : (
              <circle cx={x(m.value)} cy={foot} r={5} />
            )}
            <text
              x={x(m.value)}
              y={foot + 28 + (i % 2) * 14}
              textAnchor={x(m.value) > W - 60 ? 'end' : x(m.value) < 40 ? 'start' : 'middle'}
            >
              {m.words} {m.value}
            </text>
          </g>
        ))}
      </svg>
    </figure>
  );
}

function Bar({
  y,
  x,
  parts,
  room,
  open,
}: {
  y: number;
  x: (gib: number) => number;
  parts: { words: string; gib: number; kind: string }[];
  /** Up to where it is with room, GiB. */
  room: number;
  /** It may need more than is drawn. */
  open: boolean;
}) {
  const sum = parts.reduce((s, p) => s + p.gib, 0);
  return (
    <g>
      {parts.map((p, i) => {
        const from = x(parts.slice(0, i).reduce((s, o) => s + o.gib, 0));
        const width = x(p.gib) - x(0);
        return (
          <g key={p.words} className={`need-part ${p.kind}`}>
            <title>{`${p.words}: ${Math.round(p.gib * 100) / 100} GiB`}</title>
            <rect x={from} y={y} width={width} height={BAR} />
            {width > 7 * p.words.length + 8 && (
              <text x={from + 5} y={y + 15}>
                {p.words}
              </text>
            )}
          </g>
        );
      })}
      <rect x={x(sum)} y={y} width={Math.max(0, x(room) - x(sum))} height={BAR} className="need-room" />
      {open && <path d={`M${x(room)} ${y}l6 5.5l-6 5.5l6 5.5l-6 5.5`} className="need-open" />}
    </g>
  );
}

/** Five marks at the most, at whole steps of two, four or five. */
function ticks(most: number): number[] {
  const step = [1, 2, 4, 8, 16, 32, 64, 128, 256, 512, 1024, 2048, 4096, 8192].find((s) => most / s <= 6) ?? most / 4;
  return Array.from({ length: Math.floor(most / step) + 1 }, (_, i) => i * step);
}

const told = (need: MemoryNeed, marks: { words: string; value: number }[]) =>
  [
    need.listGiB == null ? '' : `what runs on it ${need.isLeast ? 'at least ' : ''}${need.listGiB} GiB`,
    need.load ? `in use when it was captured ${Math.round(need.load.inUseGiB * 100) / 100} GiB` : '',
    ...marks.map((m) => `${m.words} ${m.value} GiB`),
  ]
    .filter(Boolean)
    .join(', ');
