import type { JobView } from '../../../api/types';
import { mib, plural } from '../../../format/numbers';
import { useActs } from '../../../frame/desk';

/** How the firmware spends memory on safety: what each mode leaves, what it asks, and whether the plan meets it. */
export function Modes({ memory }: { memory: NonNullable<JobView['memory']> }) {
  const { apply } = useActs();
  const least = memory.planned.allKnown ? '' : 'at least ';
  return (
    <fieldset className="modes">
      <legend>
        <h3>
          Mode <span className="lab">usable</span>
        </h3>
      </legend>
      {memory.planned.modes.map((m) => (
        <label
          key={m.mode}
          className={m.offered === false ? 'mode not' : 'mode'}
          title={[`Asks for ${m.demand}.`, ...m.unmet].join(' ')}
        >
          <input
            type="radio"
            name="memory-mode"
            checked={memory.mode === m.mode}
            disabled={m.offered === false && memory.mode !== m.mode}
            onChange={() => apply({ type: 'setMemoryMode', mode: m.mode })}
          />
          <span>
            {m.name}
            <span className="quiet">
              {m.offered === false
                ? ', not on this board'
                : m.unmet.length > 0
                  ? `: ${m.unmet[0]}${m.unmet.length > 1 ? `; ${plural(m.unmet.length - 1, 'more reason', 'more reasons')}` : ''}`
                  : m.offered == null
                    ? ', sheet silent'
                    : ''}
            </span>
          </span>
          <span className="num">
            {m.offered === false ? '–' : m.usableMiB == null ? 'not known' : `${least}${mib(m.usableMiB)}`}
          </span>
        </label>
      ))}
    </fieldset>
  );
}
