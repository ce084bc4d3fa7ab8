import type { ArrayFigures } from '../../../api/types';
import { dropOn } from './Members';

/** What can be opened beside the array. */
export type Opened = 'simulate' | 'keepers' | 'strips' | 'fill' | 'controllers' | 'moving' | 'figures';

const SHEETS: { what: Exclude<Opened, 'simulate' | 'keepers' | 'strips'>; key: string; name: string }[] = [
  { what: 'fill', key: 'B', name: 'Fill bays' },
  { what: 'controllers', key: 'C', name: 'Controllers' },
  { what: 'moving', key: 'D', name: 'Moving' },
  { what: 'figures', key: 'F', name: 'Figures' },
];

/** The arrays to choose from, and what can be done with the one that is shown. */
export function ArrayBar({
  arrays,
  shown,
  works,
  onShow,
  onDrop,
  onNew,
  onGiveUp,
  onRehearse,
  onOpen,
}: {
  arrays: ArrayFigures[];
  shown?: ArrayFigures;
  works: boolean;
  onShow: (name: string) => void;
  onDrop: (place: string, onto: ArrayFigures) => void;
  onNew: () => void;
  onGiveUp: (name: string) => void;
  onRehearse: () => void;
  onOpen: (what: Opened) => void;
}) {
  return (
    <div className="row wrap">
      {arrays.length > 0 && (
        <div className="seg" role="group" aria-label="Arrays">
          {arrays.map((a) => (
            <button
              key={a.plan.name}
              type="button"
              aria-pressed={a === shown}
              className={a === shown ? 'on' : ''}
              onClick={() => onShow(a.plan.name)}
              {...dropOn((place) => {
                onShow(a.plan.name);
                onDrop(place, a);
              })}
            >
              {a.plan.name}, {a.plan.members.length}
            </button>
          ))}
        </div>
      )}
      <button type="button" className="btn o" onClick={onNew}>
        New array
      </button>
      {shown && (
        <button type="button" className="btn o" onClick={() => onGiveUp(shown.plan.name)}>
          Give {shown.plan.name} up
        </button>
      )}
      {works && (
        <>
          <Key letter="R" name="Rehearse" first onClick={onRehearse} />
          <Key letter="S" name="Simulate" onClick={() => onOpen('simulate')} />
        </>
      )}
      {SHEETS.map((s, i) => (
        <Key key={s.what} letter={s.key} name={s.name} first={i === 0 && !works} onClick={() => onOpen(s.what)} />
      ))}
    </div>
  );
}

/** A button with its letter; the first of them begins the right end of the bar. */
function Key({ letter, name, first, onClick }: { letter: string; name: string; first?: boolean; onClick: () => void }) {
  return (
    <button
      type="button"
      className={first ? 'btn o end' : 'btn o'}
      data-key={`⇧${letter}`}
      aria-keyshortcuts={`Shift+${letter}`}
      onClick={onClick}
    >
      {name}
    </button>
  );
}
