import { Link } from 'react-router';
import { useState } from 'react';
import type { JobView } from '../../api/types';
import { useShelf, useShelfNow, type Looked } from '../../api/hooks';
import { euro, moreThan, places, short } from '../../format/numbers';
import { shelfUnit, useDesk, type Hand } from '../../frame/desk';
import { Looking } from '../../frame/Looking';
import { Misfits } from '../../frame/Misfits';
import { counted, fromHere } from './several';

// More would push what stands in the way out of sight.
const MOST = 5;

const inWords = (list: string[]) => places(list.map(short));

/** Where a new part is made, with what the place tells of it and the way back. */
function newPart(job: JobView, place: string, kind: string, label: string): string {
  const socket = job.sheet?.sockets?.find((s) => place === `socket:${s.id}`);
  const asked = new URLSearchParams({
    label,
    kind,
    back: `/jobs/${job.number}/fit?place=${encodeURIComponent(place)}`,
  });
  if (socket?.family) asked.set('family', socket.family);
  return `/shelf/new?${asked.toString()}`;
}

/** Card of the chosen place: what is there, what can be done, and the shelf parts that suit the machine. */
export function PlaceCard({
  place,
  start,
  onPick,
  onClear,
  onPut,
}: {
  place: string;
  /** What stands in its search at first. */
  start: string;
  onPick: (p: string) => void;
  onClear: (p: string) => void;
  onPut: (hand: Hand) => void;
}) {
  const { job, apply, select, take, say } = useDesk();
  const [text, setText] = useState(start);
  const socket = place.startsWith('socket:');
  const bay = /^(bay|m2):/.test(place);
  const card = /^(card|board):/.test(place);
  const form = job.sheet?.bays?.find((g) => place.startsWith('bay:') && g.names.includes(short(place)))?.form;
  const m2 = job.sheet?.m2?.find((m) => place === `m2:${m.id}`);
  const small = m2?.form ?? (m2?.key === 'msata' ? 'msata' : 'm.2');
  const usual = socket ? 'processor' : bay ? (form ?? small) : card ? 'card' : '';
  const [misfits, setMisfits] = useState(false);
  const { count, words } = counted(text);
  const into = fromHere(job, place, count);
  const looked: Looked = {
    words: words || usual,
    job: job.number,
    place,
    kind: socket ? 'processor' : bay ? 'drive' : card ? 'card' : 'module',
    most: MOST,
  };
  const { found, away } = useShelf(looked);
  const ask = useShelfNow();
  const put = (hand: Hand) =>
    into.length > 1
      ? apply({
          type: 'together',
          what: `puts ${into.length} × ${hand.unit.short ?? 'a part'} into ${into.map(short).join(', ')}`,
          edits: into.map((p) => ({ type: 'fit', place: p, unit: hand.unit })),
        })
      : onPut(hand);
  // What is listed may still be of the words before: the first of these very words goes in.
  const putFirst = () =>
    ask(looked)
      .then(({ parts: [first] }) => first && put({ from: 'shelf', unit: shelfUnit(first) }))
      .catch(() => say('The shelf does not answer now.'));
  const shelf = found?.parts ?? [];
  const unit = job.planned[place];
  const change = job.changes.find((c) => c.place === place);
  const unseen = !unit && !change && !job.foundEmpty.includes(place);
  const slot = job.memory?.ladder.find((s) => `slot:${s.slot}` === place);
  return (
    <section className="card" aria-label={`Place ${short(place)}`}>
      <div className="row">
        <b className="mono">{short(place)}</b>
        <span className="quiet">
          {slot
            ? `channel ${slot.channel}, ${slot.socket}${slot.assumed ? ', first or later in its channel: not known' : slot.order ? `, filled as number ${slot.order}` : ''}`
            : socket
              ? 'processor socket'
              : bay
                ? 'place for a drive'
                : card
                  ? 'place for a card'
                  : ''}
        </span>
        <button type="button" className="btn end" onClick={() => select(null)} aria-label="Close the card">
          ×
        </button>
      </div>
      <p>
        {unit ? unit.long : unseen ? 'Nobody has looked what sits here.' : 'Empty.'}{' '}
        {unit?.serial && <span className="quiet">serial {unit.serial}</span>}
        {change?.out && (
          <span className="quiet">
            {' '}
            {change.movedTo ? `${change.out.short} goes to ${short(change.movedTo)}` : `${change.out.short} goes out`}
          </span>
        )}
      </p>
      {(slot || socket || bay || card) && (
        <>
          <div className="row wrap">
            {unit && (slot || bay) && (
              <button type="button" className="btn o" onClick={() => onPick(place)}>
                Move it
              </button>
            )}
            {unit && (
              <button type="button" className="btn o" onClick={() => onClear(place)}>
                Take it out
              </button>
            )}
            {unseen && (
              <button
                type="button"
                className="btn o"
                onClick={() =>
                  apply({ type: 'recordFound', places: { [place]: null as never }, by: 'by hand', system: null })
                }
              >
                I looked: it is empty
              </button>
            )}
            {change && (
              <button type="button" className="btn o" onClick={() => apply({ type: 'restore', place })}>
                Leave as found
              </button>
            )}
          </div>
          <label className="field-label" htmlFor="card-shelf">
            From the shelf
          </label>
          <input
            id="card-shelf"
            className="inp"
            placeholder={socket ? '24 cores' : bay ? '8t sata' : card ? '25 Gb' : '32 reg 4800'}
            value={text}
            onChange={(e) => setText(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter') void putFirst();
            }}
            autoComplete="off"
          />
          {count > 1 && (
            <p className="quiet">
              {into.length < count
                ? `Only ${into.length} of ${count} find a free place: ${inWords(into)}.`
                : `Into ${inWords(into)}.`}
            </p>
          )}
          <div className="picks">
            {shelf.map((p) => {
              const held: Hand = { from: 'shelf', unit: shelfUnit(p) };
              return (
                <div key={p.part.id} className="pick">
                  <button
                    type="button"
                    className="link"
                    onClick={() => put(held)}
                    title={`Put into ${into.map(short).join(', ')}`}
                  >
                    {p.long}
                  </button>
                  <span className="num quiet">
                    {p.part.inStock} here · {euro(p.part.priceEur)}
                  </span>
                  <button
                    type="button"
                    className="btn"
                    onClick={() => take(held)}
                    title="Take it in hand, for several slots"
                  >
                    Take in hand
                  </button>
                </div>
              );
            })}
            {!found && <Looking away={away} />}
            {found && moreThan(found) && <p className="quiet">{moreThan(found)}.</p>}
            {found && (found.misfits?.length ?? 0) > 0 && (
              <Misfits
                looked={looked}
                misfits={found.misfits!}
                open={misfits}
                onOpen={() => setMisfits(!misfits)}
                onPick={(part) => put({ from: 'shelf', unit: shelfUnit(part) })}
              />
            )}
            {found?.total === 0 && (
              <p className="quiet">
                {text.trim() && !found.misfits?.length
                  ? 'Nothing on the shelf reads like that.'
                  : 'Nothing on the shelf suits this place.'}{' '}
                <Link to={newPart(job, place, looked.kind ?? '', words.trim())}>Put it on the shelf</Link>; it is found
                here when it is kept.
              </p>
            )}
          </div>
        </>
      )}
    </section>
  );
}
