import { short } from '../format/numbers';

/** A sentence of the core: [[slot:A1]] becomes the place's short name, a link where places can be chosen. */
export function Saying({ text, onPlace }: { text: string; onPlace?: (place: string) => void }) {
  return text.split(/(\[\[[^\]]+\]\])/).map((part, i) => {
    if (!part.startsWith('[[')) return part;
    const place = part.slice(2, -2);
    return onPlace ? (
      <button key={i} type="button" className="place" onClick={() => onPlace(place)}>
        {short(place)}
      </button>
    ) : (
      <b key={i} className="mono">
        {short(place)}
      </b>
    );
  });
}

export const plain = (text: string) => text.replace(/\[\[[^\]:]+:([^\]]+)\]\]/g, '$1');
