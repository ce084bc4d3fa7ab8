import { useState } from 'react';
import { changeOf } from '../../../api/changes';
import type { CacheFigures, CachePlan, JobView } from '../../../api/types';
import { percent, short, tb, tib } from '../../../format/numbers';
import { CacheCurve } from '../../../frame/CacheCurve';
import { useActs } from '../../../frame/desk';
import { WorkedSum } from '../../../frame/WorkedSum';
import { Typed } from '../../../frame/Typed';

/** Cache: hits and latency against size, what is too small, endurance, and the same drives as a volume instead. */
export function CacheTab({ job, stale }: { job: JobView; stale: boolean }) {
  const { apply, say } = useActs();
  const [name, setName] = useState<string | null>(null);
  const shown = job.caches.find((c) => c.plan.name === name) ?? job.caches[0];
  const arrays = job.arrays?.planned ?? [];
  const used = new Set([
    ...arrays.flatMap((a) => [...a.plan.members, ...(a.plan.spares ?? [])]),
    ...(job.boot?.plan?.places ?? []),
  ]);
  const flash = Object.keys(job.planned).filter((p) => job.planned[p]?.drive?.media === 'flash' && !used.has(p));
  const put = (cache: CachePlan) => apply({ type: 'planCache', cache });
  const begin = () => {
    const free = flash.filter((p) => !job.caches.some((c) => c.plan.places.includes(p)));
    const before = arrays.find((a) => !a.why && !a.plan.members.some((m) => job.planned[m]?.drive?.media === 'flash'));
    if (free.length === 0) return say('No flash drive is free: put one into a bay or M.2 place first.');
    if (!before) return say('There is no array of disks that a cache could stand before.');
    const fresh = [...'KLABCDEFGH'].find((l) => !job.caches.some((c) => c.plan.name === l)) ?? 'K1';
    put({
      name: fresh,
      places: free,
      volumes: [
        {
          array: before.plan.name,
          hotGB: Math.max(1, Math.round((before.capacity?.usable ?? 1e12) / 1e10)),
          share: 1,
          exponent: 0.9,
        },
      ],
      writeBack: false,
      writtenGBPerDay: 0,
      blockKiB: 64,
    });
    setName(fresh);
  };
  return (
    <div className={stale ? 'sheet arrays old' : 'sheet arrays'} aria-label="Cache">
      <div className="row wrap">
        {job.caches.length > 0 && (
          <div className="seg" role="group" aria-label="Caches">
            {job.caches.map((c) => (
              <button
                key={c.plan.name}
                type="button"
                aria-pressed={c === shown}
                className={c === shown ? 'on' : ''}
                onClick={() => setName(c.plan.name)}
              >
                {c.plan.name}
              </button>
            ))}
          </div>
        )}
        <button type="button" className="btn o" onClick={begin}>
          New cache
        </button>
        {shown && (
          <button type="button" className="btn o" onClick={() => apply({ type: 'dropCache', name: shown.plan.name })}>
            Give {shown.plan.name} up
          </button>
        )}
      </div>
      {!shown && (
        <p className="quiet">
          No cache in the plan. Put flash into a bay or M.2 place, then “New cache” sets it before the first array of
          disks; what it would bring shows at once.
        </p>
      )}
      {shown && (
        <Setting
          cache={shown}
          flash={flash}
          arrays={arrays.map((a) => a.plan.name)}
          onChange={(plan) => {
            const edit = changeOf(`cache:${shown.plan.name}`, shown.plan, plan);
            if (edit) apply(edit);
          }}
        />
      )}
      {shown &&
        (shown.why ? (
          <p className="err">
            {shown.plan.name} can’t be set up: {shown.why}.
          </p>
        ) : (
          <Worth cache={shown} />
        ))}
    </div>
  );
}

function Setting({
  cache,
  flash,
  arrays,
  onChange,
}: {
  cache: CacheFigures;
  flash: string[];
  arrays: string[];
  onChange: (plan: CachePlan) => void;
}) {
  const plan = cache.plan;
  const volume = (array: string) => plan.volumes.find((v) => v.array === array);
  const toggle = (array: string) =>
    onChange({
      ...plan,
      volumes: volume(array)
        ? plan.volumes.filter((v) => v.array !== array)
        : [...plan.volumes, { array, hotGB: 100, share: 1, exponent: 0.9 }],
    });
  const change = (array: string, more: object) =>
    onChange({ ...plan, volumes: plan.volumes.map((v) => (v.array === array ? { ...v, ...more } : v)) });
  return (
    <>
      <div className="members" role="group" aria-label={`Drives of cache ${plan.name}`}>
        {[...new Set([...plan.places, ...flash])].map((p) => (
          <button
            key={p}
            type="button"
            aria-pressed={plan.places.includes(p)}
            className={plan.places.includes(p) ? 'member member' : 'member out'}
            disabled={plan.places.length === 1 && plan.places[0] === p}
            onClick={() =>
              onChange({
                ...plan,
                places: plan.places.includes(p) ? plan.places.filter((x) => x !== p) : [...plan.places, p],
              })
            }
          >
            <span className="mono">{short(p)}</span> <small>{plan.places.includes(p) ? 'in the cache' : 'out'}</small>
          </button>
        ))}
      </div>
      <div className="row wrap fields">
        <Typed
          id="cache-written"
          label="Written through it a day, GB"
          value={plan.writtenGBPerDay}
          onDone={(n) => onChange({ ...plan, writtenGBPerDay: n })}
        />
        <Typed
          id="cache-block"
          label="Keeps blocks of, KiB"
          value={plan.blockKiB}
          onDone={(n) => onChange({ ...plan, blockKiB: Math.round(n) })}
        />
        <label className="row tickline">
          <input
            type="checkbox"
            checked={!!plan.writeBack}
            onChange={(e) => onChange({ ...plan, writeBack: e.target.checked })}
          />
          holds writes too, mirrored
        </label>
      </div>
      {arrays.map((a) => {
        const v = volume(a);
        return (
          <div key={a} className="row wrap fields">
            <label className="row tickline">
              <input
                type="checkbox"
                checked={!!v}
                disabled={!!v && plan.volumes.length === 1}
                onChange={() => toggle(a)}
              />
              before {a}
            </label>
            {v && (
              <>
                <Typed id={`hot-${a}`} label="Hot data, GB" value={v.hotGB} onDone={(n) => change(a, { hotGB: n })} />
                <Typed
                  id={`share-${a}`}
                  label="Share of the requests"
                  value={v.share}
                  onDone={(n) => change(a, { share: n })}
                />
                <Typed
                  id={`zipf-${a}`}
                  label="Demand, Zipf"
                  value={v.exponent}
                  onDone={(n) => change(a, { exponent: n })}
                />
                <span className="quiet">
                  {percent(cache.volumes?.find((x) => x.array === a)?.hits ?? 0)} of its requests hit
                </span>
              </>
            )}
          </div>
        );
      })}
    </>
  );
}

function Worth({ cache }: { cache: CacheFigures }) {
  const now = cache.now!;
  return (
    <>
      <p className="qs-answer">{cache.verdict}</p>
      <div className="array-cols">
        <CacheCurve curve={cache.curve!} now={now} leastBytes={cache.leastBytes} />
        <table className="endures">
          <thead>
            <tr>
              <th>
                <b>These drives</b>
              </th>
              <th className="num">as a cache</th>
              <th className="num">as a volume</th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <td>Requests that flash answers</td>
              <td className="num">{percent(now.hits)}</td>
              <td className="num">{percent(cache.volume!.hits)}</td>
            </tr>
            <tr>
              <td>Mean answer</td>
              <td className="num">{now.latencyMs.toFixed(2)} ms</td>
              <td className="num">{cache.volume!.latencyMs.toFixed(2)} ms</td>
            </tr>
            <tr>
              <td>Space added</td>
              <td className="num">none</td>
              <td className="num">
                {tb(cache.volume!.usableBytes)} ({tib(cache.volume!.usableBytes)})
              </td>
            </tr>
            <tr>
              <td>Follows what is hot</td>
              <td className="num">by itself</td>
              <td className="num">by hand, again and again</td>
            </tr>
            <tr>
              <td>Written up after</td>
              <td className="num">{cache.years == null ? 'say what is written' : `${cache.years.toFixed(1)} years`}</td>
              <td />
            </tr>
          </tbody>
        </table>
      </div>
      <details className="worked-more">
        <summary>Worked sum</summary>
        <WorkedSum sum={cache.sum ?? null} />
      </details>
      <p className="quiet small">
        As a volume: the best case, everything hottest put there by hand. Scans and reading in order help neither.
      </p>
    </>
  );
}
