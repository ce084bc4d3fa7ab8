import type { ArrayFigures, ArrayPlan } from '../../../api/types';
import { Endures } from '../../../drawings/Endures';
import { Levels } from '../../../drawings/Levels';
import { Staircase } from '../../../drawings/Staircase';
import { drivesOf } from '../../../drawings/drivesOf';
import { hours, mbs, plural, tb, tib } from '../../../format/numbers';
import { WorkedSum } from '../../../frame/WorkedSum';

/** What follows from an array: what it holds, survives and risks, and what else its drives could make. */
export function ArrayShown({
  array,
  wasFound,
  onChange,
}: {
  array: ArrayFigures;
  wasFound: boolean;
  onChange: (plan: ArrayPlan) => void;
}) {
  const levels = <Levels array={array} onTake={(c) => onChange({ ...array.plan, level: c.level, groups: c.groups })} />;
  if (array.why)
    return (
      <>
        <p className="err">
          {wasFound
            ? `No figures for ${array.plan.name}: ${array.why}.`
            : `${array.plan.name} can’t be made: ${array.why}.`}
        </p>
        {levels}
      </>
    );
  return (
    <>
      <AsFound array={array} />
      <div className="array-cols">
        <Holds array={array} />
        <div>
          <Endures array={array} />
          {array.lossWhy && (
            <details className="worked-more">
              <summary>Worked sum of the loss</summary>
              <WorkedSum sum={array.lossWhy} />
            </details>
          )}
        </div>
      </div>
      {levels}
      <Becomes array={array} />
      {array.rebuild && (
        <p className="quiet small">
          A repair ends {hours(array.repairHours)} after a failure. The mean time to loss,{' '}
          {array.meanYears && array.meanYears > 1000
            ? 'thousands of years'
            : `${Math.round(array.meanYears ?? 0)} years`}
          , says little about the years people have.
        </p>
      )}
    </>
  );
}

/** How it stands before the work, where that is not whole. */
function AsFound({ array }: { array: ArrayFigures }) {
  if (!array.now) return null;
  const left = array.leftNow;
  return (
    <p className={left == null || left === 0 ? 'err' : 'warn'} role="status">
      <b>As found</b> {array.plan.name} {array.now.words}:{' '}
      {left == null
        ? 'how much it still survives is not known'
        : left === 0
          ? array.now.condition === 'failed'
            ? 'nothing on it can be read until it runs, and nothing is written to its drives until then'
            : 'a further failure may lose it'
          : `it survives ${plural(left, 'further failure', 'further failures')}`}
      . The figures below hold once it is whole.
    </p>
  );
}

/** What it holds and gives, and how it can grow. */
function Holds({ array }: { array: ArrayFigures }) {
  const growth = array.growth ?? [];
  return (
    <div>
      <Staircase array={array} />
      <details className="worked-more">
        <summary>Worked sum</summary>
        <WorkedSum sum={array.capacity!.why ?? null} />
      </details>
      <p className="small">
        {array.readMBs != null && array.writeMBs != null && (
          <>
            In order, as the drives give it: reads {mbs(array.readMBs)}, writes {mbs(array.writeMBs)}.{' '}
          </>
        )}
        A request touches {Number(array.touches.toFixed(1))} of {plural(drivesOf(array), 'drive', 'drives')} at strips
        of {array.stripKiB} KiB.
      </p>
      {array.placesLeft === 0 && <p className="small">It can’t grow here: no place for a drive is left.</p>}
      {growth.length > 1 && (
        <p className="small">
          Growing by drives like the smallest:{' '}
          {growth
            .filter((g) => !g.now)
            .map((g) => `${g.count} make ${tb(g.usable)} (${tib(g.usable)})`)
            .join(', ')}
          .
        </p>
      )}
    </div>
  );
}

/** Levels it can be turned into while it keeps its data. */
function Becomes({ array }: { array: ArrayFigures }) {
  const ways = array.migrations ?? [];
  if (ways.length === 0) return null;
  const said = ways.map(
    (m) =>
      `${m.name.toLowerCase()}${m.code ? ` (${m.code})` : ''}${m.drives ? ` with ${plural(m.drives, 'drive', 'drives')} more` : ''}, ${tb(m.usable)}, about ${hours(m.hours)}`,
  );
  return (
    <p className="small">
      Can become, keeping its data: {said.join('; ')}.
      {array.rebuild &&
        ` Larger drives one by one: ${plural(drivesOf(array), 'rebuild', 'rebuilds')} of ${hours(array.rebuild.hours)} each; the space shows after the last.`}
    </p>
  );
}
