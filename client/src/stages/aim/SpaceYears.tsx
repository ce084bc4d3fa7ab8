import type { SpaceIdea, VolumeFigures } from '../../api/types';
import { plural } from '../../format/numbers';

const W = 470;
const H = 250;
const LEFT = 34;
const RIGHT = 60;
const TOP = 18;
const FOOT = 24;

export interface Level {
  /** Letter of the idea; empty for as found and as planned. */
  letter: string;
  name: string;
  tb: number;
  /** Years until it is full; null when that is not known, or nothing grows. */
  full: number | null;
  kind: 'found' | 'planned' | 'idea' | 'barred';
}

/** What holds the volume, or the whole machine: as found, as planned, and with each idea. */
export function levels(
  volume: VolumeFigures | undefined,
  whole: { found: number | null; planned: number | null },
  ideas: readonly SpaceIdea[],
  policy: string,
): Level[] {
  const found = volume ? volume.found?.usableTB : whole.found;
  const planned = volume ? volume.planned?.usableTB : whole.planned;
  const full = (home: VolumeFigures['found'] | undefined) => home?.fullInYears ?? null;
  return [
    ...(found != null
      ? [{ letter: '', name: 'as found', tb: found, full: full(volume?.found), kind: 'found' as const }]
      : []),
    ...(planned != null && planned !== found
      ? [{ letter: '', name: 'as planned', tb: planned, full: full(volume?.planned), kind: 'planned' as const }]
      : []),
    ...ideas.map((i) => ({
      letter: i.letter,
      name: i.name,
      tb: i.usableTB,
      full: i.volumes.find((v) => v.volume === volume?.volume.name)?.fullInYears ?? null,
      kind: (i.under as readonly string[]).includes(policy) ? ('idea' as const) : ('barred' as const),
    })),
  ];
}

export const lasts = (years: number) =>
  years < 2 ? plural(Math.floor(years * 12), 'month', 'months') : `${(Math.floor(years * 10) / 10).toFixed(1)} years`;

/** Space over the years: what the volume needs against what is there and what each idea gives. */
export function SpaceYears({
  name,
  now,
  growth,
  wish,
  years,
  levels: all,
}: {
  name: string;
  now: number | null;
  growth: number | null;
  /** What is wished in so many years, TB. */
  wish: number | null;
  years: number;
  levels: Level[];
}) {
  const last = Math.max(8, years + 3);
  const grown = now != null && growth != null ? now + growth * last : (now ?? 0);
  const most = Math.max(...all.map((l) => l.tb), wish ?? 0, Math.min(grown, (wish ?? grown) * 1.6), 1) * 1.12;
  const x = (year: number) => LEFT + ((W - RIGHT - LEFT) * year) / last;
  const y = (tb: number) => H - FOOT - ((H - FOOT - TOP) * tb) / most;
  const step = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500].find((s) => most / s <= 5.5) ?? 1000;
  const ticks = Array.from({ length: Math.floor(most / step) + 1 }, (_, i) => i * step);
  const end = now != null && growth != null && growth > 0 ? Math.min(last, (most - now) / growth) : last;
  const found = all.find((l) => l.kind === 'found');
  const spoken = all.map((l) => `${l.letter ? `${l.letter}, ` : ''}${l.name} ${l.tb.toFixed(1)} TB`).join('; ');
  return (
    <svg
      className="years"
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label={`${name}, space over the years: ${now == null ? 'what is on it now is not known' : `${now} TB now`}${
        growth == null ? '' : `, ${growth} TB more a year`
      }${wish == null ? '' : `, ${wish.toFixed(1)} TB in ${plural(years, 'year', 'years')}`}. ${spoken}`}
    >
      {ticks.map((t) => (
        <g key={t}>
          <line x1={LEFT} x2={W - RIGHT} y1={y(t)} y2={y(t)} className="grid" />
          <text x={LEFT - 6} y={y(t) + 4} textAnchor="end">
            {t < 1 && t > 0 ? t.toFixed(1) : t}
          </text>
        </g>
      ))}
      <text x={LEFT - 6} y={10} textAnchor="end">
        TB
      </text>
      {found && (
        <rect x={LEFT} y={y(found.tb)} width={W - RIGHT - LEFT} height={y(0) - y(found.tb)} className="yr-there" />
      )}
      {Array.from({ length: last + 1 }, (_, i) => (
        <text key={i} x={x(i)} y={H - 8} textAnchor="middle" className={i === years ? 'yr-bold' : undefined}>
          {i === 0 ? 'now' : i}
        </text>
      ))}
      {wish != null && <line x1={x(years)} x2={x(years)} y1={y(0)} y2={TOP} className="yr-when" />}
      {all.map((l) => (
        <g key={l.letter + l.name} className={`yr-level ${l.kind}`}>
          <line x1={LEFT} x2={W - RIGHT} y1={y(l.tb)} y2={y(l.tb)} />
        </g>
      ))}
      {spread(all, y).map(({ l, at }) => (
        <g key={l.letter + l.name} className={`yr-level ${l.kind}`}>
          <rect x={LEFT + 23} y={at - 15} width={wordsOf(l).length * LETTER + 6} height={14} className="yr-back" />
          <text x={LEFT + 26} y={at - 4}>
            {wordsOf(l)}
          </text>
          {l.letter && (
            <>
              <rect x={LEFT + 3} y={at - 16} width={18} height={16} rx={2} className="yr-box" />
              <text x={LEFT + 12} y={at - 4} textAnchor="middle" className="yr-letter">
                {l.letter}
              </text>
            </>
          )}
          {l.full != null && l.full > 0 && l.full <= last && (
            <circle cx={x(l.full)} cy={y(l.tb)} r={4} className="yr-full" />
          )}
        </g>
      ))}
      {now != null && growth != null && (
        <>
          <path
            d={`M${x(0)} ${y(now)}L${x(Math.min(years, end))} ${y(now + growth * Math.min(years, end))}`}
            className="yr-need"
          />
          {end > years && (
            <path
              d={`M${x(years)} ${y(now + growth * years)}L${x(end)} ${y(now + growth * end)}`}
              className="yr-later"
            />
          )}
        </>
      )}
      {wish != null && wish <= most && (
        <>
          <circle cx={x(years)} cy={y(wish)} r={4} className="yr-wish" />
          <text x={x(years) + 7} y={y(wish) + 14} className="yr-bold">
            {wish.toFixed(1)} TB wished
          </text>
        </>
      )}
    </svg>
  );
}

/** As wide as a letter is drawn on average. */
const LETTER = 5;

const wordsOf = (l: Level) =>
  `${l.tb.toFixed(1)} TB${l.letter ? '' : ` ${l.name}`}${
    l.full == null ? '' : l.full <= 0 ? ', full now' : `, full in ${lasts(l.full)}`
  }`;

/** Where the words of each level stand: none upon another. */
function spread(all: Level[], y: (tb: number) => number) {
  let lowest = Infinity;
  return [...all]
    .sort((a, b) => a.tb - b.tb)
    .map((l) => {
      const at = Math.min(y(l.tb), lowest - 17);
      lowest = at;
      return { l, at };
    });
}
