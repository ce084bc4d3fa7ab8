/** A value on a strip. */
export interface StripMark {
  letter: string;
  value: number;
  kind: 'found' | 'planned' | 'idea' | 'barred' | 'reach';
  /** What reaches it, where no idea does. */
  by?: string;
}

const W = 276;
const H = 30;
const SIDE = 14;

/** One wish as a strip: where it stands as found, as planned and with each idea, and what is past the wish. */
export function Strip({
  label,
  unit,
  wish,
  kept,
  isLimit,
  marks,
  words,
  log,
}: {
  label: string;
  unit: string;
  wish: number | null;
  /** The wish is kept; else it is being typed. */
  kept: boolean;
  isLimit: boolean;
  marks: StripMark[];
  words: (value: number) => string;
  /** Tenfold steps, for what spans many of them. */
  log?: boolean;
}) {
  const told = (m: StripMark) =>
    m.kind === 'reach'
      ? `reachable ${words(m.value)}, ${m.by}`
      : `${m.letter || (m.kind === 'found' ? 'found' : 'plan')} ${words(m.value)}`;
  const scale = log ? (v: number) => Math.log10(Math.max(v, 1e-6)) : (v: number) => v;
  const all = [...marks.map((m) => m.value), ...(wish == null ? [] : [wish])].map(scale);
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const span = high - low || Math.abs(high) || 1;
  const [from, to] = [low - span * 0.15, high + span * 0.25];
  const x = (v: number) => SIDE + ((W - 2 * SIDE) * (scale(v) - from)) / (to - from);
  const unitOf = unit === 'drives' ? '' : ` ${unit}`;
  return (
    <figure className="strip">
      <figcaption>
        <b>{label}</b>
        <span>
          {wish == null
            ? unitOf
              ? `${unit}, no wish`
              : 'no wish'
            : `${kept ? 'wish' : 'if'} ${isLimit ? 'at most ' : ''}${words(wish)}${unitOf}`}
        </span>
      </figcaption>
      {marks.length === 0 ? (
        <p className="quiet">not known</p>
      ) : (
        <>
          <svg viewBox={`0 0 ${W} ${H}`} aria-hidden="true">
            <line x1={4} x2={W - 4} y1={22} y2={22} className="strip-line" />
            {wish != null && (
              <>
                <rect
                  x={isLimit ? x(wish) : 4}
                  y={19}
                  width={Math.max(0, isLimit ? W - 4 - x(wish) : x(wish) - 4)}
                  height={6}
                  className="strip-past"
                />
                <line x1={x(wish)} x2={x(wish)} y1={14} y2={30} className="strip-wish" />
              </>
            )}
            {marks
              .filter((m) => !m.letter)
              .map((m) =>
                m.kind === 'reach' ? (
                  <path key="reach" d={`M${x(m.value)} 20l-5 -8h10z`} className="strip-mark reach" />
                ) : (
                  <circle key={m.kind} cx={x(m.value)} cy={22} r={5} className={`strip-mark ${m.kind}`} />
                ),
              )}
            {together(marks, x).map((g) => (
              <g key={g.letters} className={`strip-mark ${g.kind}`}>
                <line x1={g.x} x2={g.x} y1={16} y2={26} />
                <rect x={g.x - g.w / 2} y={1} width={g.w} height={15} rx={2} />
                <text x={g.x} y={12.5} textAnchor="middle">
                  {g.letters}
                </text>
              </g>
            ))}
          </svg>
          <p className="strip-words">{marks.map(told).join(' · ')}</p>
        </>
      )}
    </figure>
  );
}

const LETTER = 16;

/** Ideas whose boxes would lie upon each other share one. */
function together(marks: StripMark[], x: (v: number) => number) {
  const boxes: { letters: string; x: number; w: number; kind: string }[] = [];
  for (const m of marks.filter((k) => k.letter).toSorted((a, b) => a.value - b.value)) {
    const at = x(m.value);
    const last = boxes[boxes.length - 1];
    if (last && at - last.x < (last.w + LETTER) / 2) {
      last.letters += ` ${m.letter}`;
      last.x = (last.x + at) / 2;
      last.w += LETTER;
      last.kind = last.kind === 'barred' && m.kind === 'barred' ? 'barred' : 'idea';
    } else boxes.push({ letters: m.letter, x: at, w: LETTER, kind: m.kind });
  }
  return boxes;
}
