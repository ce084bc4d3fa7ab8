/** Adds a row to a table by what it is for. */
export function AddBy<T extends string>({
  id,
  lead,
  choices,
  onAdd,
}: {
  id: string;
  lead: string;
  choices: readonly { value: T; words: string }[];
  onAdd: (value: T, words: string) => void;
}) {
  return (
    <p className="row add-by">
      <span id={id}>{lead}</span>
      {choices.map((c) => (
        <button
          key={c.value}
          type="button"
          className="link"
          aria-describedby={id}
          onClick={() => onAdd(c.value, c.words)}
        >
          {c.words}
        </button>
      ))}
    </p>
  );
}
