import { useWays } from '../../api/hooks';
import type { Edit } from '../../api/types';
import { short } from '../../format/numbers';
import { useDesk, type Hand } from '../../frame/desk';
import { focusPlace } from '../../frame/Find';
import { Ledge } from '../../frame/Ledge';
import { Message } from '../../frame/Message';
import { PlateBox } from '../../frame/PlateBox';
import { Verdicts } from '../../frame/Verdicts';
import type { Mark } from '../../plate/ink';
import { MemoryTab } from './MemoryTab';
import { PlaceCard } from './PlaceCard';

/** Fit: choose parts and places; every edit is evaluated at once. */
export default function Fit() {
  const { job, apply, pending, selected, select, hand, take, say } = useDesk();
  const ways = useWays(job).data ?? [];
  if (!job.sheet)
    return (
      <Message
        title="Survey comes first"
        text="The machine is not known yet: paste a capture, take a sheet, or give five answers."
      />
    );

  const marks: Record<string, Mark> = {};
  for (const f of job.findings) if (f.severity === 'stop') for (const p of f.places) marks[p] = 'stop';

  const act = (place: string) => {
    if (hand && place.startsWith('slot:')) return put(place, hand);
    select(place);
  };
  const put = (place: string, held: Hand) => {
    const edit = putEdit(job.planned, place, held);
    if (!edit) return;
    apply(edit);
    say(`${held.unit.short ?? 'Module'} in ${short(place)}.`);
    select(place);
    // A shelf part stays in hand: several pieces go into several slots.
    if (held.from === 'place') take(null);
  };
  const clear = (place: string) => {
    if (!job.planned[place]) return;
    apply({ type: 'remove', place });
    say(`${short(place)} is emptied.`);
  };
  const pick = (place: string) => {
    const unit = job.planned[place];
    if (!unit?.module) return;
    take({ from: 'place', place, unit });
    say(`${unit.short ?? 'Module'} of ${short(place)} in hand. Go to an empty slot and press Enter.`);
    focusPlace(place);
  };

  return (
    <>
      <main className="field" id="field" tabIndex={-1}>
        {hand && (
          <div className="handbar" role="status">
            <b>In hand:</b> {hand.unit.long ?? hand.unit.short} {hand.from === 'place' && <>from {short(hand.place)}</>}
            <span className="quiet-on">click a slot, or go there with the arrow keys and press Enter</span>
            <button type="button" onClick={() => take(null)}>
              Lay it back
            </button>
          </div>
        )}
        <PlateBox
          sheet={job.sheet}
          job={job}
          name="fit"
          first="memory"
          inks={['found', 'in', 'out', 'move', 'empty', 'stop']}
          marks={marks}
          selected={selected}
          onAct={act}
          onClear={clear}
          onPick={pick}
        />
        <MemoryTab job={job} onAct={act} stale={pending} />
      </main>
      <Verdicts
        findings={job.findings}
        ways={ways}
        onPlace={(p) => {
          select(p);
          focusPlace(p);
        }}
        onEdit={apply}
        stale={pending}
        top={
          selected && (
            <PlaceCard key={selected} place={selected} onPick={pick} onClear={clear} onPut={(h) => put(selected, h)} />
          )
        }
      />
      <Ledge ledge={job.ledge} stops={job.findings.some((f) => f.severity === 'stop')} />
    </>
  );
}

/** What putting a part somewhere means: shelf parts replace what is there, a moved one needs an empty place. */
function putEdit(planned: Record<string, unknown>, place: string, hand: Hand): Edit | null {
  if (hand.from === 'shelf') return { type: 'fit', place, unit: hand.unit };
  if (hand.place === place) return null;
  const move: Edit = { type: 'move', from: hand.place, to: place };
  if (!planned[place]) return move;
  return {
    type: 'together',
    what: `moves ${short(hand.place)} to ${short(place)} and takes out what was there`,
    edits: [{ type: 'remove', place }, move],
  };
}
