import { useShelf, type Looked } from '../api/hooks';
import type { FoundParts, PartView } from '../api/types';
import { euro, moreThan, plural } from '../format/numbers';

type Counts = NonNullable<FoundParts['misfits']>;

/** How many parts the words find that do not go into the place, and why; pressed they are listed, each with its reason. */
export function Misfits({
  looked,
  misfits,
  open,
  onOpen,
  onPick,
}: {
  looked: Looked;
  misfits: Counts;
  open: boolean;
  onOpen: () => void;
  /** One of them is taken all the same. */
  onPick: (part: PartView) => void;
}) {
  const total = misfits.reduce((sum, m) => sum + m.count, 0);
  return (
    <>
      <p className="quiet">
        {plural(total, 'other does', 'others do')} not go in: {misfits.map((m) => `${m.count} ${m.why}`).join(', ')}.{' '}
        <button type="button" className="link" aria-expanded={open} onClick={onOpen}>
          {open ? 'Hide them' : 'Show them'}
        </button>
      </p>
      {open && <Those looked={looked} onPick={onPick} />}
    </>
  );
}

function Those({ looked, onPick }: { looked: Looked; onPick: (part: PartView) => void }) {
  const { found } = useShelf({ ...looked, misfits: true });
  return (
    <>
      {found?.whys?.map((why, i) => {
        const part = found.parts[i]!;
        return (
          <div key={part.part.id} className="pick">
            <button
              type="button"
              className="link"
              title="Plan it all the same, and see what speaks against it"
              onClick={() => onPick(part)}
            >
              {part.long}
            </button>
            <span className="num quiet">
              {why} · {part.part.inStock} here · {euro(part.part.priceEur)}
            </span>
          </div>
        );
      })}
      {found && moreThan(found) && <p className="quiet">{moreThan(found)}.</p>}
    </>
  );
}
