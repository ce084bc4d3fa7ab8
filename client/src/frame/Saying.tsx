import { short } from '../format/numbers';

/** A sentence of the core: [[slot:A1]] becomes the place's short name, a link where places can be chosen. */
export function Saying({ text, onPlace }: { text: string; onPlace?: (place: string) => void }) {
  // A comma or colon stays on the line of the place before it.
  return text.split(/(\[\[[^\]]+\]\][,.:;]?)/).map((part, i) => {
    if (!part.startsWith('[[')) return part;
    const end = part.indexOf(']]');
    const place = part.slice(2, end);
    return (
      <span key={i} className="nowrap">
        {onPlace ? (
          <button type="button" className="place" onClick={() => onPlace(place)}>
            {short(place)}
          </button>
        ) : (
          <b className="mono">{short(place)}</b>
        )}
        {part.slice(end + 2)}
      </span>
    );
  });
}

export const plain = (text: string) => text.replace(/\[\[[^\]:]+:([^\]]+)\]\]/g, '$1');
