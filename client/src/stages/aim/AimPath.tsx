import type { PathFigures } from '../../api/types';
import { group } from '../../format/numbers';
import { fit } from '../../plate/cells/text';

const W = 860;
const H = 104;
const MIDDLE = 54;
const MOST = 30;
const END = 120;

/** From the disks to the user, reading in order: the band as wide as each stage lets through, what arrives in copper, the wish dashed. */
export function AimPath({
  path,
  found,
  wish,
}: {
  path: PathFigures;
  /** What arrives as found, MB/s; null when not known. */
  found: number | null;
  wish: number | null;
}) {
  const flow = path.flows.find((f) => f.way === 'read');
  if (!flow || flow.pinch == null) return null;
  const top = Math.max(flow.endMBs, wish ?? 0) * 1.35 || 1;
  const half = (mbs: number) => Math.min(MOST, (MOST * mbs) / top);
  const step = (W - END) / flow.stages.length;
  const short = wish != null && wish > flow.endMBs ? wish - flow.endMBs : 0;
  return (
    <figure className="aim-path">
      <figcaption>
        <b>{path.name}, from the disks to the user</b>
        <span>reading in order, MB/s to scale · copper: what arrives{wish != null && ' · dashes: the wish'}</span>
      </figcaption>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        role="img"
        aria-label={`${flow.stages.map((s) => `${s.name} ${s.mBs == null ? 'not known' : group(s.mBs)}`).join(', ')} MB/s; ${group(flow.endMBs)} arrive${
          found == null ? '' : `, ${group(found)} as found`
        }${wish == null ? '' : `, ${group(wish)} wished`}`}
      >
        {flow.stages.map((s, i) => {
          const pinch = i === flow.pinch;
          const x = i * step;
          const room = { x: 0, y: 0, w: step - 12, h: 15, style: 'part' as const };
          const name = `${s.name} ${s.mBs == null ? '?' : group(s.mBs)}${pinch ? ', pinch' : ''}`;
          const high = s.mBs == null ? MOST : half(s.mBs);
          return (
            <g key={i}>
              <rect
                x={x}
                y={MIDDLE - high}
                width={step}
                height={2 * high}
                className={s.mBs == null ? 'ap-unknown' : 'ap-band'}
              />
              {pinch && <rect x={x + 1} y={1} width={step - 2} height={H - 2} className="ap-pinch" />}
              <text x={x + 6} y={14} className="ap-name">
                {fit([name], room)[0] ?? fit([s.name], room)[0] ?? ''}
              </text>
              <text x={x + 6} y={H - 6}>
                {fit([s.detail], room)[0] ?? ''}
              </text>
            </g>
          );
        })}
        <rect
          x={0}
          y={MIDDLE - half(flow.endMBs)}
          width={W - END + 4}
          height={2 * half(flow.endMBs)}
          className="ap-flow"
        />
        {wish != null && (
          <path
            d={`M0 ${MIDDLE - half(wish)}H${W - END + 12}M0 ${MIDDLE + half(wish)}H${W - END + 12}`}
            className="ap-wish"
          />
        )}
        <text x={W - END + 14} y={MIDDLE - 12} className="ap-end">
          {group(flow.endMBs)} arrive
        </text>
        <text x={W - END + 14} y={MIDDLE + 5}>
          {wish == null ? '' : short > 0 ? `${group(short)} short` : 'as wished'}
        </text>
        <text x={W - END + 14} y={MIDDLE + 22}>
          {found == null ? '' : `${group(found)} as found`}
        </text>
      </svg>
    </figure>
  );
}
