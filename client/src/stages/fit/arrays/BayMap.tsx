/** One bay: whose it is, as a letter, and whether a drive is planned in it. */
export interface BayMark {
  name: string;
  letter: string;
  title: string;
  holds: boolean;
  on?: boolean;
}

/** Bays side by side with the letter of what each hangs on; pressed ones are chosen. */
export function BayMap({ label, bays, onPress }: { label: string; bays: BayMark[]; onPress?: (name: string) => void }) {
  return (
    <div className="baymap" role="group" aria-label={label}>
      {bays.map((b) => {
        const inside = (
          <>
            <span className="mono">{b.name}</span>
            <b>{b.letter}</b>
          </>
        );
        const look = `baymark${b.holds ? ' holds' : ''}${b.on ? ' on' : ''}`;
        return onPress ? (
          <button
            key={b.name}
            type="button"
            className={look}
            aria-pressed={!!b.on}
            title={b.title}
            data-bay={b.name}
            onClick={() => onPress(b.name)}
          >
            {inside}
            <span className="spoken">: {b.title}</span>
          </button>
        ) : (
          <span key={b.name} className={look} title={b.title}>
            {inside}
          </span>
        );
      })}
    </div>
  );
}

/** Letters of controllers in the order in which they are listed. */
export const lettered = (places: readonly string[]) => {
  const letters = new Map(places.map((p, i) => [p, String.fromCharCode(65 + (i % 26))]));
  return (place: string | null | undefined) => (place && letters.get(place)) || '–';
};
