import { useEffect, useRef, useState } from 'react';
import { useSheet, useSheets } from '../api/hooks';
import { Pick } from '../frame/Pick';
import { pieces, slug, withPiece } from './sections';
import type { SectionSpec } from './spec';
import type { Doc } from './SpecForm';

/** A part of another machine's sheet, taken as it is: boards and cages come in families. */
export function CopyPart({
  section,
  doc,
  own,
  onTake,
}: {
  section: SectionSpec;
  doc: Doc;
  /** The sheet that is edited: it is not offered to itself. */
  own: string;
  onTake: (doc: Doc, words: string) => void;
}) {
  const [from, setFrom] = useState<string | null>(null);
  const sheets = (useSheets().data ?? []).filter((s) => s.id !== own);
  const box = useRef<HTMLDivElement>(null);
  // The button that opened it is gone: the hand goes on in what came in its place.
  const open = from !== null;
  useEffect(() => {
    if (open) box.current?.querySelector('select')?.focus();
  }, [open]);
  const other = useSheet(from);
  const there = other.data ? pieces(section, other.data as unknown as Doc) : [];
  const name = sheets.find((s) => s.id === from)?.name ?? '';
  if (!open)
    return (
      <button type="button" className="link copy-part" onClick={() => setFrom('')}>
        Take it from another sheet
      </button>
    );
  return (
    <div ref={box} className="row wrap copy-part">
      <Pick
        id={`copy-${slug(section)}`}
        name="Take it from the sheet of"
        value={from}
        options={[['', 'choose'], ...sheets.map((s) => [s.id, `${s.maker} ${s.name}`] as [string, string])]}
        onChange={setFrom}
      />
      {there.map((p) => (
        <button
          key={p.key}
          type="button"
          className="btn o"
          onClick={() =>
            onTake(
              withPiece(section, p.key, other.data as unknown as Doc, doc),
              `${section.title}: ${p.key === '' ? 'values' : p.title} as on the sheet of ${name}`,
            )
          }
        >
          {p.key === '' ? `${p.count} ${p.count === 1 ? 'value' : 'values'}` : `${p.title}, ${p.count}`}
        </button>
      ))}
      {other.data && there.length === 0 && <span className="quiet">It tells nothing of this.</span>}
    </div>
  );
}
