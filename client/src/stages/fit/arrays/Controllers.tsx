import { useControllers } from '../../../api/hooks';
import type { BoardMode, ControllerRow, Edit, JobView, StorageMode } from '../../../api/types';
import { euro, short } from '../../../format/numbers';
import { amount } from '../../../frame/Ledge';
import { useActs } from '../../../frame/desk';
import { Pick } from '../../../frame/Pick';
import { PlanIt } from './PlanIt';
import { Versions } from './Versions';
import { Wiring } from './Wiring';

/** Which bays hang on which controller, and every controller of machine and shelf for these drives. */
export function Controllers({ job, onClose }: { job: JobView; onClose: () => void }) {
  const { apply, say } = useActs();
  const { data, error } = useControllers(job);
  const plan = (row: ControllerRow) => {
    if (!row.take) return;
    apply(row.take as Edit);
    say(`${row.name} in ${short(row.at ?? '')}, with the bays cabled to it.`);
  };
  return (
    <section className="sheet arrays" aria-label="Controllers">
      <div className="row wrap">
        <h3>Controllers for these drives</h3>
        <span className="quiet">What runs is what bay, cable and controller have in common.</span>
        <button type="button" className="btn o end no-print" onClick={() => window.print()}>
          Print
        </button>
        <button type="button" className="btn o no-print" onClick={onClose}>
          Leave it
        </button>
      </div>
      {error && <p className="err">{error.message}</p>}
      {data && <Wiring view={data} onEdit={apply} />}
      {data?.modes.map((m) => (
        <Mode
          key={m.board}
          mode={m}
          onSet={(mode, asFound) => apply({ type: 'setStorageMode', board: m.board, mode, asFound })}
        />
      ))}
      {data && <Versions view={data} onEdit={apply} />}
      {data && (
        <table className="levels controllers">
          <thead>
            <tr>
              <th>Controller</th>
              <th>Where</th>
              <th className="num">Drives run</th>
              <th>Links</th>
              <th>Levels</th>
              <th>Cache</th>
              <th>Wants</th>
              <th>What it does to this plan</th>
              <th className="num">Cost</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {data.rows.map(({ row: r, effects, stops }) => (
              <tr key={(r.partId ?? '') + (r.at ?? '') + r.name} className={r.isNow ? 'now' : ''}>
                <td>
                  <b>{r.name}</b>
                  <br />
                  <span className="quiet">{r.kind}</span>
                  <div className="quiet small">{r.facts.join(' · ')}</div>
                </td>
                <td>
                  {r.isNow
                    ? `now, ${short(r.at ?? '')}`
                    : r.at
                      ? r.partId
                        ? `fits ${short(r.at)}`
                        : short(r.at)
                      : r.noPlace}
                </td>
                <td className="num">
                  {r.runs} of {r.of}
                  {r.mostDrives ? <small className="quiet">, most {r.mostDrives}</small> : null}
                </td>
                <td className="nowrap">
                  {r.slowestGbs ? `${r.slowestGbs} Gb/s` : 'not known'}
                  {r.ends2TiB ? <div className="err">ends at 2 TiB</div> : null}
                  {r.boots === false ? <div className="err">does not boot</div> : null}
                </td>
                <td>
                  {r.levels == null ? 'not known' : r.levels.length ? r.levels.join(' ') : 'none'}
                  {r.arrays > 0 && r.makes != null && (
                    <div className="quiet">
                      keeps {r.makes} of {r.arrays}
                    </div>
                  )}
                </td>
                <td>
                  {r.cacheMiB == null
                    ? 'not known'
                    : r.cacheMiB
                      ? `${r.cacheMiB} MiB, ${r.protection ?? 'what guards it is not known'}`
                      : 'none'}
                </td>
                <td>{[...r.cables, ...r.needs].join('; ') || 'nothing'}</td>
                <td>
                  {effects?.map((e) => (
                    <div key={e.then.name} className="nowrap">
                      {e.then.name} {amount(e.now)} → <b>{amount(e.then)}</b>
                    </div>
                  ))}
                  {effects && stops > 0 && (
                    <div className="err">{stops === 1 ? '1 stop with it' : `${stops} stops with it`}</div>
                  )}
                  <span className={effects?.length ? 'quiet' : undefined}>
                    {r.changes.join('; ') || (r.isNow || effects?.length ? '' : 'nothing')}
                  </span>
                </td>
                <td className="num nowrap">
                  {r.partId ? `${r.eurIsLeast && r.eur != null ? 'at least ' : ''}${euro(r.eur)}` : ''}
                  {r.partId && <div className="quiet">{r.inStock} in stock</div>}
                </td>
                <td>
                  <PlanIt what={r.name} onPlan={r.take ? () => plan(r) : undefined} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {data && data.known > data.rows.length && (
        <p className="quiet">
          The first {data.rows.length} of {data.known} that the machine and the shelf have.
        </p>
      )}
      <p className="quiet small">
        What hurts the aim least comes first: each card is planned on trial, with its bays cabled to it. Cards are tried
        by bus, width, height and length of the slots; lanes and power have sheets of their own.
      </p>
    </section>
  );
}

/** How the firmware sets a controller of the board: now, and as it is to be. */
function Mode({ mode: m, onSet }: { mode: BoardMode; onSet: (mode: StorageMode | null, asFound: boolean) => void }) {
  const set = (asFound: boolean) => (value: string) => onSet(value === '' ? null : (value as StorageMode), asFound);
  const raid: [string, string][] = m.hasRaid === false ? [] : [['raid', 'RAID']];
  return (
    <div className="row wrap fields" role="group" aria-label={`Storage mode of ${m.board}`}>
      <Pick
        id={`mode-found-${m.board}`}
        name={`${m.board}, storage mode now`}
        value={m.found ?? ''}
        options={[['', 'not known'], ['plain', 'plain'], ...raid]}
        onChange={set(true)}
      />
      <Pick
        id={`mode-${m.board}`}
        name="To be"
        value={m.planned ?? ''}
        options={[['', `as the arrays need it${m.to ? `: ${WORDS[m.to]}` : ''}`], ['plain', 'plain'], ...raid]}
        onChange={set(false)}
      />
      <span className="quiet">
        {m.firmware ? `Its firmware: ${m.firmware}.` : 'What arrays its firmware keeps is not known.'}
      </span>
    </div>
  );
}

const WORDS = { plain: 'plain', raid: 'RAID' };
