import { useJobChoices, type JobFilter } from '../api/bench';
import type { Stage } from '../api/types';
import { STAGES } from '../frame/Way';
import { later } from '../format/days';

/** What jobs are filtered by: stage, owner, machine, who began it, and the promised day. */
export function Filters({
  filter,
  today,
  onFilter,
}: {
  filter: JobFilter;
  today: string;
  onFilter: (change: Partial<JobFilter>) => void;
}) {
  const { data, error } = useJobChoices(true);
  const due: [string, string][] = [
    [later(today, -1), 'overdue'],
    [today, 'by today'],
    [later(today, 7), 'within a week'],
    [later(today, 31), 'within a month'],
    ['2099-12-31', 'on any day'],
  ];
  return (
    <section className="filters" aria-label="Filters">
      <Choice
        id="filter-stage"
        label="Stage"
        value={filter.stage}
        choices={STAGES.map((s) => [s.stage, s.name])}
        onChoose={(v) => onFilter({ stage: v as Stage | '' })}
      />
      <Choice
        id="filter-owner"
        label="Owner"
        value={filter.owner}
        choices={same(data?.owners)}
        onChoose={(owner) => onFilter({ owner })}
      />
      <Choice
        id="filter-machine"
        label="Machine"
        value={filter.machine}
        choices={same(data?.machines)}
        onChoose={(machine) => onFilter({ machine })}
      />
      <Choice
        id="filter-by"
        label="Begun by"
        value={filter.by}
        choices={same(data?.people)}
        onChoose={(by) => onFilter({ by })}
      />
      <Choice
        id="filter-due"
        label="Promised"
        value={filter.dueBy}
        choices={due}
        onChoose={(dueBy) => onFilter({ dueBy })}
      />
      <button
        type="button"
        className="btn o"
        disabled={!Object.values(filter).some(Boolean)}
        onClick={() => onFilter({ words: '', owner: '', by: '', machine: '', stage: '', dueBy: '' })}
      >
        All jobs
      </button>
      {error && <p className="err">{error.message}</p>}
    </section>
  );
}

const same = (names: readonly string[] | undefined) => (names ?? []).map((n): [string, string] => [n, n]);

function Choice({
  id,
  label,
  value,
  choices,
  onChoose,
}: {
  id: string;
  label: string;
  value: string;
  choices: readonly (readonly [string, string])[];
  onChoose: (value: string) => void;
}) {
  // What was chosen stays to be seen, be it among the choices or not.
  const all = value && !choices.some(([v]) => v === value) ? [...choices, [value, value] as const] : choices;
  return (
    <span className="filter">
      <label htmlFor={id}>{label}</label>
      <select id={id} className="inp" value={value} onChange={(e) => onChoose(e.target.value)}>
        <option value="">any</option>
        {all.map(([v, words]) => (
          <option key={v} value={v}>
            {words}
          </option>
        ))}
      </select>
    </span>
  );
}
