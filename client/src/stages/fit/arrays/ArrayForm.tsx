import type { ArrayPlan } from '../../../api/types';
import { Pick } from '../../../frame/Pick';
import { Typed } from '../../../frame/Typed';
import { Words } from '../../../frame/Words';
import { HOSTS, LEVELS, NESTS, STRIPS, USES } from '../../../drawings/choices';

/** What losing it would mean: whether it can be made again, or is backed up. */
function ArrayWorth({ plan, onChange }: { plan: ArrayPlan; onChange: (plan: ArrayPlan) => void }) {
  return (
    <>
      <label className="row tickline">
        <input
          type="checkbox"
          checked={!!plan.backedUp}
          onChange={(e) => onChange({ ...plan, backedUp: e.target.checked })}
        />
        backed up
      </label>
      <label className="row tickline">
        <input
          type="checkbox"
          checked={!!plan.scratch}
          onChange={(e) => onChange({ ...plan, scratch: e.target.checked })}
        />
        scratch only
      </label>
      {(plan.spares?.length ?? 0) > 0 && (
        <label className="row tickline">
          <input
            type="checkbox"
            checked={!!plan.sparesForAll}
            onChange={(e) => onChange({ ...plan, sparesForAll: e.target.checked })}
          />
          spare for all arrays
        </label>
      )}
    </>
  );
}

/** How the drives are put together: every choice counts at once. */
export function ArrayForm({
  plan,
  onChange,
  onKeepers,
  onStrips,
  onRename,
}: {
  plan: ArrayPlan;
  onChange: (plan: ArrayPlan) => void;
  /** Opens who could keep it, side by side; undefined where it has no figures. */
  onKeepers?: () => void;
  /** Opens the strips side by side; undefined where it has no figures. */
  onStrips?: () => void;
  /** Undefined for an array that was found: it keeps its name. */
  onRename?: (name: string) => void;
}) {
  const set = (more: Partial<ArrayPlan>) => onChange({ ...plan, ...more });
  return (
    <div className="row wrap arrayform">
      {onRename && <Name key={plan.name} name={plan.name} onDone={onRename} />}
      <Pick
        id="array-level"
        name="Level"
        value={plan.level}
        options={LEVELS}
        onChange={(v) => set({ level: v as ArrayPlan['level'], groups: NESTS.includes(v) ? plan.groups : 1 })}
      />
      {NESTS.includes(plan.level) && (
        <Pick
          id="array-groups"
          name="Groups"
          value={`${plan.groups ?? 1}`}
          options={[1, 2, 3, 4, 5, 6].map((n) => [`${n}`, `${n}`])}
          onChange={(v) => set({ groups: Number(v) })}
        />
      )}
      <Pick
        id="array-host"
        name="Kept by"
        value={plan.host ?? 'kernel'}
        options={HOSTS}
        onChange={(v) => set({ host: v as ArrayPlan['host'] })}
      />
      {onKeepers && (
        <button type="button" className="btn o beside" aria-keyshortcuts="Shift+K" data-key="⇧K" onClick={onKeepers}>
          Keepers
        </button>
      )}
      <Pick
        id="array-use"
        name="Used for"
        value={plan.use ?? 'files'}
        options={USES}
        onChange={(v) => set({ use: v as ArrayPlan['use'] })}
      />
      <Pick
        id="array-strip"
        name="Strip"
        value={plan.stripKiB ? `${plan.stripKiB}` : ''}
        options={[
          ['', 'as suits'],
          ...[...new Set([...STRIPS, plan.stripKiB ?? STRIPS[0]!])]
            .sort((a, b) => a - b)
            .map((n) => [`${n}`, `${n} KiB`] as [string, string]),
        ]}
        onChange={(v) => set({ stripKiB: v ? Number(v) : null })}
      />
      {onStrips && (
        <button type="button" className="btn o beside" aria-keyshortcuts="Shift+T" data-key="⇧T" onClick={onStrips}>
          Strips
        </button>
      )}
      <Typed
        id="array-written"
        label="Written a day, GB"
        value={plan.writtenGBPerDay}
        onDone={(n) => set({ writtenGBPerDay: n })}
      />
      <ArrayWorth plan={plan} onChange={onChange} />
    </div>
  );
}

/** The array's name; an empty one is none. */
const Name = ({ name, onDone }: { name: string; onDone: (name: string) => void }) => (
  <div className="arrayname">
    <Words id="array-name" label="Name" value={name} most={24} onDone={(fresh) => fresh && onDone(fresh)} />
  </div>
);
