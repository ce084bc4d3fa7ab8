import type { components } from '../api/schema';
import { mbs } from '../format/numbers';
import { Field } from '../frame/Field';
import { Pick } from '../frame/Pick';
import { WorkedSum } from '../frame/WorkedSum';
import { Amount, CarryOn } from './parts';
import { useRested, useSum, type SumBody, type SumProps } from '../frame/sums';

type Stage = components['schemas']['LaneStage'];

const WIDTHS = [1, 2, 4, 8, 12, 16].map((n) => [`${n}`, `×${n}`] as [string, string]);
const GENS = [1, 2, 3, 4, 5, 6].map((n) => [`${n}`, `${n}`] as [string, string]);
const PAYLOADS = [128, 256, 512].map((n) => [`${n}`, `${n} bytes`] as [string, string]);
const LINES: [string, string][] = [
  ['', 'none'],
  ...[1, 2.5, 5, 10, 25, 40, 100].map((n) => [`${n}`, `${n} Gb/s`] as [string, string]),
];

/** How fast a slot is, and whether it or something beside it is the narrowest place. */
export function LaneSum({ params, set }: SumProps) {
  const of = (key: string, usual: string) => params.get(key) ?? usual;
  const [gen, lanes, payload] = [of('gen', '3'), of('lanes', '8'), of('payload', '128')];
  const [drives, each] = [of('drives', ''), of('each', '250')];
  const [line, faster] = [of('line', ''), of('faster', '')];
  const asked = useRested<SumBody<'lane'>>({
    gen: Number(gen),
    lanes: Number(lanes),
    payload: Number(payload),
    drives: Math.floor(Number(drives) || 0),
    driveMBs: Number(each) || 250,
    networkGbs: Number(line) || 0,
    fasterGbs: Number(faster) || 0,
  });
  const { data, error, isFetching } = useSum('lane', asked, true);
  return (
    <div className="stack qs">
      <div className="row wrap fields">
        <Pick id="gen" name="PCIe generation" value={gen} options={GENS} onChange={(v) => set({ gen: v })} />
        <Pick id="lanes" name="Lanes" value={lanes} options={WIDTHS} onChange={(v) => set({ lanes: v })} />
        <Pick
          id="payload"
          name="Largest payload"
          value={payload}
          options={PAYLOADS}
          onChange={(v) => set({ payload: v })}
        />
        <Field
          id="drives"
          label="Drives behind it"
          value={drives}
          onChange={(v) => set({ drives: v.replace(/\D/g, '') })}
        />
        <Amount id="each" label="each reads, MB/s" value={each} set={set} />
        <Pick id="line" name="Network" value={line} options={LINES} onChange={(v) => set({ line: v })} />
        <Pick id="faster" name="or instead" value={faster} options={LINES} onChange={(v) => set({ faster: v })} />
      </div>
      {error && <p className="err">{error.message}</p>}
      {data && (
        <div className={isFetching ? 'stack old' : 'stack'}>
          <p className="qs-answer">{data.verdict}</p>
          {data.stages.length > 1 && <Stream stages={data.stages} />}
          {data.next && (
            <p className="small">
              With that lifted, the {data.next.name} would be next, at {mbs(data.next.mBs)}.
            </p>
          )}
          <WorkedSum sum={data.why} />
          <p className="quiet small">
            At the outer tracks; inner ones give half. One lane of the first generation is measured at about 200 MB/s
            (common practice, no source).
          </p>
          <CarryOn to={{ note: `Path: ${data.verdict}` }} />
        </div>
      )}
    </div>
  );
}

const W = 640;
const H = 130;

/** From the drives to the user: a band as wide as each stage carries; the narrowest is in copper. */
function Stream({ stages }: { stages: Stage[] }) {
  const top = Math.max(...stages.map((s) => s.mBs));
  const step = W / stages.length;
  // The square root keeps a narrow place visible beside a wide one; the figures tell the rest.
  const half = (mbs: number) => Math.max(1.5, (38 * Math.sqrt(mbs)) / Math.sqrt(top));
  const middle = 44;
  return (
    <svg
      className="curve"
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label={stages.map((s) => `${s.name} ${mbs(s.mBs)}${s.pinch ? ', narrowest' : ''}`).join('; ')}
    >
      {stages.map((s, i) => (
        <g key={s.name}>
          <rect
            x={i * step + 4}
            y={middle - half(s.mBs)}
            width={step - 8}
            height={2 * half(s.mBs)}
            fill={s.pinch ? 'var(--copper)' : 'var(--line)'}
          />
          <text x={i * step + 4} y={H - 26}>
            {s.name}
          </text>
          <text x={i * step + 4} y={H - 8} fontWeight={s.pinch ? 700 : 400}>
            {mbs(s.mBs)}
            {s.pinch ? ', narrowest' : ''}
          </text>
        </g>
      ))}
    </svg>
  );
}
