import { changeOf } from '../../../api/changes';
import type { BootCandidate, BootPlan, JobView } from '../../../api/types';
import { euro, short } from '../../../format/numbers';
import { useActs } from '../../../frame/desk';
import { Life } from '../../../frame/Life';
import { Saying } from '../../../frame/Saying';
import { Endurance } from './Endurance';
import { Pick } from '../../../frame/Pick';
import { Typed } from '../../../frame/Typed';
import { BootSchools } from './BootSchools';

const NEEDS: [keyof BootPlan, string][] = [
  ['writtenGBPerDay', 'Written a day, GB'],
  ['baseGB', 'System and boot, GB'],
  ['growthGBPerYear', 'Grows a year, GB'],
  ['stagingGB', 'Room for staging, GB'],
  ['sharedGB', 'Data beside it, GB'],
  ['sharedWrittenGBPerDay', 'written a day by that, GB'],
];

/** Boot: years against capacity and wear for each candidate, with a verdict line each. */
export function BootTab({ job, stale }: { job: JobView; stale: boolean }) {
  const { apply, say, select } = useActs();
  const { plan, needs, candidates, isPlanned, writtenBasis, schools, systems } = job.boot!;
  const system = systems.find((s) => s.kind === needs.system);
  // What stands is changed field by field; as found, there is nothing to change yet.
  const set = (boot: BootPlan | null) => {
    const edit = boot && isPlanned ? changeOf('boot', needs, boot) : ({ type: 'planBoot', boot } as const);
    if (edit) apply(edit);
  };
  /** A part of the shelf comes in beside what the system starts from already, as its other half. */
  const mirror = (c: BootCandidate) => {
    apply({
      type: 'together',
      what: `puts ${c.name} into ${short(c.place)} as another half to start from`,
      edits: [
        { type: 'fit', place: c.place, unit: { shelfPartId: c.partId, source: 'shelf' } as never },
        { type: 'planBoot', boot: { ...needs, places: [...needs.places, c.place] } },
      ],
    });
    say(`${c.name} in ${short(c.place)}: another half to start from.`);
  };
  const toggle = (c: BootCandidate) => {
    const places = needs.places.includes(c.place)
      ? needs.places.filter((p) => p !== c.place)
      : [...needs.places, c.place];
    if (c.partId) {
      apply({
        type: 'together',
        what: `puts ${c.name} into ${short(c.place)} to start from`,
        edits: [
          { type: 'fit', place: c.place, unit: { shelfPartId: c.partId, source: 'shelf' } as never },
          { type: 'planBoot', boot: { ...needs, places: [c.place] } },
        ],
      });
      say(`${c.name} in ${short(c.place)}: the system is to start from it.`);
    } else if (places.length > 0) set({ ...needs, places });
  };
  return (
    <div className={stale ? 'sheet arrays old' : 'sheet arrays'} aria-label="Boot">
      <div className="row wrap">
        <h3>
          {plan
            ? `The system starts from ${plan.places.map(short).join(' and ')}`
            : 'What the system starts from is not known'}
        </h3>
        <span className="quiet">{plan ? (isPlanned ? 'as planned' : 'as found') : 'choose below'}</span>
        {isPlanned && (
          <button type="button" className="btn o end" onClick={() => set(null)}>
            As found after all
          </button>
        )}
      </div>
      <div className="row wrap fields">
        <Pick
          id="boot-system"
          name="What is installed"
          value={needs.system ?? ''}
          options={[['', 'not said'], ...systems.map((s) => [s.kind, s.name] as [string, string])]}
          onChange={(v) =>
            plan
              ? set({ ...needs, system: (v || null) as BootPlan['system'] })
              : say('Choose first what the system starts from.')
          }
        />
        {system && (
          <span className="quiet">
            Lays {system.fileSystem} on it; mirrors: {system.how}.{' '}
            {system.leastGB == null
              ? 'Its installer asks for no size.'
              : `Its installer asks for ${system.leastGB} GB${system.sensibleGB ? `, ${system.sensibleGB} GB are sensible` : ''}.`}{' '}
            Wants {system.wants}.
          </span>
        )}
      </div>
      <div className="row wrap fields">
        {NEEDS.map(([key, label]) => (
          <Typed
            key={key}
            id={`boot-${key}`}
            label={label}
            value={Number(needs[key])}
            onDone={(n) => plan && set({ ...needs, [key]: n })}
          />
        ))}
      </div>
      <p className="quiet small">Written a day: {writtenBasis}.</p>
      <table className="levels controllers">
        <thead>
          <tr>
            <th>Candidate</th>
            <th>Wear</th>
            <th>Space</th>
            <th>Verdict</th>
            <th className="num">Price</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {candidates.map((c) => (
            <tr key={c.place + (c.partId ?? '')} className={c.chosen ? 'now' : ''}>
              <td>
                <b>{c.name}</b>
                <div className="quiet">
                  {c.partId ? 'shelf, into ' : 'in '}
                  {short(c.place)}
                </div>
              </td>
              <td>
                <Life name="" years={c.life.wearYears} top={12} none="not known" width={90} />
              </td>
              <td>
                <Life name="" years={c.life.spaceYears} top={12} none="never full" width={90} />
              </td>
              <td>
                {c.against.length > 0 ? (
                  c.against.map((a) => (
                    <div key={a} className={c.stops ? 'err' : ''}>
                      <Saying text={a} onPlace={select} />
                    </div>
                  ))
                ) : (
                  <span>{c.life.verdict}</span>
                )}
                {(c.chosen || c.medium.assumedTB != null) && (
                  <div className="quiet">
                    As {c.medium.name}: a system that logs {c.medium.logs}; mirrored by {c.medium.mirroredBy}.
                  </div>
                )}
              </td>
              <td className="num nowrap">{c.partId ? euro(c.eur) : ''}</td>
              <td>
                <button
                  type="button"
                  className={c.chosen ? 'btn' : 'btn o'}
                  aria-pressed={c.chosen}
                  aria-label={`${press(c, needs.places.length > 0)}: ${c.name} in ${short(c.place)}`}
                  disabled={c.chosen && needs.places.length === 1}
                  onClick={() => toggle(c)}
                >
                  {press(c, needs.places.length > 0)}
                </button>
                {c.partId && isPlanned && needs.places.length < 4 && (
                  <button
                    type="button"
                    className="btn o"
                    aria-label={`Mirror too: ${c.name} from the shelf in ${short(c.place)}`}
                    onClick={() => mirror(c)}
                  >
                    Mirror too
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {candidates.every((c) => !c.partId) && (
        <p className="quiet small">
          No flash of the shelf fits a free place: put a drive into a bay, and it stands here.
        </p>
      )}
      <p className="quiet small">
        Between a disk and flash the difference shows at each start and update; in daily use a server hardly shows it.
      </p>
      <BootSchools schools={schools} />
      <Endurance rows={job.endurance} />
    </div>
  );
}

const press = (c: BootCandidate, several: boolean) =>
  c.chosen ? 'starts' : c.partId ? 'Plan it' : several ? 'Mirror too' : 'Start here';
