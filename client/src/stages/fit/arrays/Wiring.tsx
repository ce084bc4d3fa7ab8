import { useState } from 'react';
import type { ControllersView, Edit } from '../../../api/types';
import { plural, short } from '../../../format/numbers';
import { Pick } from '../../../frame/Pick';
import { BayMap, lettered } from './BayMap';

type End = ControllersView['ends'][number];
type Group = ControllersView['wiring'][number];

export const endName = (e: { name: string; place: string }) =>
  `${e.name}${e.place.startsWith('card') ? `, ${short(e.place)}` : ''}`;

/** Which bays hang on which controller: a whole group at once, or bay by bay. */
export function Wiring({ view, onEdit }: { view: ControllersView; onEdit: (edit: Edit) => void }) {
  if (view.wiring.length === 0) return null;
  return (
    <div role="group" aria-label="Which bays hang on which controller">
      {view.wiring.map((w) => (
        <GroupWiring key={w.group} group={w} ends={view.ends} onEdit={onEdit} />
      ))}
    </div>
  );
}

function GroupWiring({ group: w, ends, onEdit }: { group: Group; ends: End[]; onEdit: (edit: Edit) => void }) {
  const [chosen, setChosen] = useState<string[]>([]);
  const letter = lettered(ends.map((e) => e.place));
  const apart = w.bays.filter((b) => b.apart).map((b) => b.name);
  const whole = (to: string): Edit => ({ type: 'wireBays', group: w.group, to, bays: null });
  const some = (to: string, bays: string[]): Edit => ({ type: 'wireBays', group: w.group, to, bays });
  const setAll = (to: string) =>
    onEdit(
      apart.length === 0
        ? whole(to)
        : {
            type: 'together',
            what: `cables the ${w.group} bays together`,
            edits: [whole(to), some('', apart)],
          },
    );
  const held = w.bays.every((b) => b.to === w.bays[0]?.to) ? w.bays[0]?.to : null;
  const now = ends.find((e) => e.place === held);
  const hasControllers = ends.length > 0;
  return (
    <div className="row wrap fields wiring">
      <Pick
        id={`wire-${w.group}`}
        name={`${w.group}, ${plural(w.bays.length, 'bay', 'bays')}`}
        value={w.set ?? ''}
        options={[
          ['', `as the sheet says${w.set || apart.length ? '' : now ? `: ${endName(now)}` : ': none, or not said'}`],
          ...ends.map((e) => [e.place, `${letter(e.place)}: ${endName(e)}`] as [string, string]),
        ]}
        onChange={setAll}
      />
      {w.oneCable ? (
        <span className="quiet">{w.oneCable}</span>
      ) : (
        hasControllers && (
          <>
            <BayMap
              label={`Bays of ${w.group}`}
              bays={w.bays.map((b) => ({
                name: b.name,
                letter: letter(b.to),
                holds: b.holds,
                on: chosen.includes(b.name),
                title: nameOf(ends, b.to),
              }))}
              onPress={(name) =>
                setChosen(chosen.includes(name) ? chosen.filter((n) => n !== name) : [...chosen, name])
              }
            />
            {chosen.length > 0 ? (
              <Pick
                id={`wire-some-${w.group}`}
                name={`The ${plural(chosen.length, 'chosen bay', 'chosen bays')} to`}
                value="-"
                options={[
                  ['-', 'choose'],
                  ['', 'as the rest of the group'],
                  ...ends.map((e) => [e.place, `${letter(e.place)}: ${endName(e)}`] as [string, string]),
                ]}
                onChange={(to) => {
                  if (to === '-') return;
                  // In the order of the chassis, whatever the order of the presses.
                  const bays = w.bays.filter((b) => chosen.includes(b.name)).map((b) => b.name);
                  onEdit(some(to, bays));
                  setChosen([]);
                }}
              />
            ) : (
              <span className="quiet">Press bays to cable them apart.</span>
            )}
          </>
        )
      )}
    </div>
  );
}

function nameOf(ends: End[], place: string | null | undefined) {
  const end = ends.find((e) => e.place === place);
  return end ? endName(end) : 'no controller, or not said';
}
