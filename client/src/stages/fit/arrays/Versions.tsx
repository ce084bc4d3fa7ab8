import type { ControllersView, Edit } from '../../../api/types';
import { Words } from '../../../frame/Words';
import { endName } from './Wiring';

type Props = { view: ControllersView; onEdit: (edit: Edit) => void };

/** Which firmware controllers and drives have and get, and which parts of a controller are there or come. */
export function Versions({ view, onEdit }: Props) {
  if (view.versions.length === 0 && view.drives.length === 0) return null;
  const told =
    view.parts.length > 0 ||
    view.versions.some((v) => v.found || v.planned || v.pairs.length > 0) ||
    view.drives.some((d) => d.planned);
  return (
    <details className="versions" open={told}>
      <summary>Firmware and parts of controllers, firmware of drives</summary>
      {view.versions.map((v) => {
        const what = v.onBoard ? 'option ROM' : 'firmware';
        const set = (asFound: boolean) => (version: string) =>
          onEdit({ type: 'setControllerFirmware', at: v.place, version: version || null, asFound });
        return (
          <div key={v.place} className="row wrap fields" role="group" aria-label={`Firmware of ${endName(v)}`}>
            <Words
              most={40}
              id={`fw-now-${v.place}`}
              label={`${endName(v)}, ${what} now`}
              value={v.found}
              hint="not known"
              onDone={set(true)}
            />
            <Words
              most={40}
              id={`fw-${v.place}`}
              label="Update to"
              value={v.planned}
              hint="no update"
              onDone={set(false)}
            />
            <span className="quiet">
              {v.pairs.length > 0
                ? `Belong together: ${v.pairs.join(', ')}.`
                : 'Which driver belongs to which firmware is not on its sheet.'}
            </span>
          </div>
        );
      })}
      <Parts view={view} onEdit={onEdit} />
      <Drives view={view} onEdit={onEdit} />
    </details>
  );
}

/** Keys, cache modules, and what guards a cache. */
function Parts({ view, onEdit }: Props) {
  if (view.parts.length === 0) return null;
  return (
    <div className="row wrap fields" role="group" aria-label="Parts of controllers">
      {view.parts.map((p) => (
        <div key={p.place + p.part}>
          <label className="field-label" htmlFor={`part-${p.place}-${p.part}`}>
            {`${endName(p)}, ${p.words}`}
          </label>
          <select
            id={`part-${p.place}-${p.part}`}
            className="inp"
            value={p.state ?? ''}
            onChange={(e) =>
              onEdit({
                type: 'setCardPart',
                at: p.place,
                part: p.part,
                state: (e.target.value || null) as typeof p.state,
              })
            }
          >
            <option value="">{p.isNew ? 'comes where the plan needs it' : 'not known'}</option>
            <option value="there">{p.isNew ? 'is in it already' : 'is in it'}</option>
            <option value="absent">{p.isNew ? 'does not come' : 'is not in it'}</option>
            {!p.isNew && <option value="comes">comes with this job</option>}
          </select>
          <span className="quiet help">{p.comes ? 'On the list, and a step.' : ' '}</span>
        </div>
      ))}
    </div>
  );
}

function Drives({ view, onEdit }: Props) {
  if (view.drives.length === 0) return null;
  return (
    <div className="row wrap fields" role="group" aria-label="Firmware of drives">
      {view.drives.map((d) => (
        <div key={d.model}>
          <Words
            most={40}
            id={`fw-drive-${d.model.replace(/[^\p{L}\p{N}-]/gu, '-')}`}
            label={`${d.places.length} × ${d.model}, update to`}
            value={d.planned}
            hint="no update"
            onDone={(version) => onEdit({ type: 'setDriveFirmware', model: d.model, version: version || null })}
          />
          <span className="quiet help">
            {d.words ? `captures show ${d.words}` : 'which one is in: no capture tells'}
          </span>
        </div>
      ))}
    </div>
  );
}
