import type { JobView } from '../api/types';
import { gib } from '../format/numbers';
import { LETTER } from '../plate/ink';
import { briefNames } from '../plate/leaves/memory';
import { useDesk } from '../frame/desk';

const ASSUMED = 'Which slot of its channel comes first is not known: its sheet is a draft.';

/** Channels per socket as rungs, first slot outermost; the small figure is the fill order, the outer one GiB. One selection with the plate. */
export function Ladder({ job, onAct }: { job: JobView; onAct: (place: string) => void }) {
  const { selected } = useDesk();
  const sheet = job.sheet!;
  const names = briefNames(sheet);
  const order = new Map(job.memory?.ladder.map((s) => [s.slot, s]) ?? []);
  return (
    <div className="ladders">
      {sheet.sockets?.map((socket) => {
        const channels = sheet.channels?.filter((c) => c.socket === socket.id) ?? [];
        const usable = !!job.planned[`socket:${socket.id}`];
        return (
          <div key={socket.id} className={usable ? 'ladder' : 'ladder dark'}>
            <div className="rail">
              {socket.id}
              {!usable && (
                <span className="quiet">
                  {job.foundEmpty.includes(`socket:${socket.id}`) ? ', empty: its slots are dark' : ', not known yet'}
                </span>
              )}
            </div>
            {(usable ? channels : []).map((c) => (
              <div key={c.id} className="rung">
                <span className="ch">{c.id}</span>
                {c.slots.map((slot) => {
                  const place = `slot:${slot}`;
                  const unit = job.planned[place];
                  const change = job.changes.find((x) => x.place === place);
                  const looked = unit || change || job.foundEmpty.includes(place);
                  const state = change?.in ? 'comes' : change?.out ? 'goes' : unit ? 'stays' : 'free';
                  return (
                    <button
                      key={slot}
                      type="button"
                      data-cell={slot}
                      className={`cell ${state}`}
                      aria-pressed={selected === place}
                      onClick={() => onAct(place)}
                      tabIndex={-1}
                      title={unit?.long ?? (looked ? 'empty' : 'nobody has looked yet')}
                    >
                      <span className="nm">{names[slot] ?? slot}</span>
                      <small title={order.get(slot)?.assumed ? ASSUMED : undefined}>
                        {order.get(slot)?.order ?? ''}
                        {order.get(slot)?.assumed ? '?' : ''}
                        {order.get(slot)?.general ? (
                          <span title="general order, where the board's own differs">
                            {' '}
                            ({order.get(slot)?.general})
                          </span>
                        ) : null}
                      </small>
                      <b>
                        {state === 'goes' ? (
                          <s>{change?.out?.short}</s>
                        ) : unit?.module ? (
                          cellText(unit.module)
                        ) : usable ? (
                          looked ? (
                            ''
                          ) : (
                            '?'
                          )
                        ) : (
                          '×'
                        )}
                      </b>
                    </button>
                  );
                })}
                <span className="sum">{channelGiB(job, c.slots)}</span>
              </div>
            ))}
          </div>
        );
      })}
    </div>
  );
}

const cellText = (m: { capacityMiB?: number | null; type?: string | null }) =>
  `${m.capacityMiB ? m.capacityMiB / 1024 : '?'} ${m.type ? LETTER[m.type as keyof typeof LETTER] : ''}`;

/** What a channel holds; a slot that nobody looked into, or a module without a size, leaves a question mark behind. */
function channelGiB(job: JobView, slots: string[]): string {
  const units = slots.map((s) => job.planned[`slot:${s}`]);
  const sum = units.reduce((total, u) => total + (u?.module?.capacityMiB ?? 0) / 1024, 0);
  const open = slots.some((s, i) =>
    units[i] ? units[i].module?.capacityMiB == null : !job.foundEmpty.includes(`slot:${s}`) && !job.found[`slot:${s}`],
  );
  return open ? `${sum ? gib(sum) + '+' : ''}?` : sum ? gib(sum) : '–';
}
