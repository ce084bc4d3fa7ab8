import type { SectionSpec } from './spec';
import { holder, withValue } from './values';

type Doc = Record<string, unknown>;

/** A piece of a section that is told as one: its fields together, or one of its lists. */
export interface Piece {
  /** Empty for the fields. */
  key: string;
  title: string;
  /** Values told, or rows. */
  count: number;
}

/** The name of a section in addresses within the page. */
export const slug = (section: SectionSpec): string => section.title.toLowerCase().replace(/[^a-z0-9]+/g, '-');

const isTold = (value: unknown): boolean =>
  value !== null && value !== undefined && value !== '' && !(Array.isArray(value) && value.length === 0);

/** What a sheet tells of a section, piece by piece; pieces that it tells nothing of are not there. */
export const pieces = (section: SectionSpec, doc: Doc): Piece[] => {
  const values = holder(doc, section.at);
  const told = section.fields?.filter((f) => isTold(values[f.key])).length ?? 0;
  return [
    { key: '', title: 'values', count: told },
    ...(section.lists ?? []).map((l) => ({
      key: l.key,
      title: l.title,
      count: ((values[l.key] as unknown[] | null | undefined) ?? []).length,
    })),
  ].filter((p) => p.count > 0);
};

/** How much of a section is told, in a few words: "4 of 6", "3 rows"; empty where nothing is. */
export const fullness = (section: SectionSpec, doc: Doc): string => {
  const all = pieces(section, doc);
  const values = all.find((p) => p.key === '')?.count ?? 0;
  const rows = all.filter((p) => p.key !== '').reduce((sum, p) => sum + p.count, 0);
  const fields = section.fields?.length ?? 0;
  return [values > 0 && `${values} of ${fields} told`, rows > 0 && `${rows} ${rows === 1 ? 'row' : 'rows'}`]
    .filter(Boolean)
    .join(', ');
};

// What a machine is called, and how sure its sheet is, is its own.
const OWN = ['name', 'draft'];

/** A document with one piece of a section as another sheet tells it; what is told beside it stays. */
export const withPiece = (section: SectionSpec, key: string, from: Doc, into: Doc): Doc => {
  const theirs = holder(from, section.at);
  const keys = key === '' ? (section.fields ?? []).map((f) => f.key) : [key];
  return keys
    .filter((k) => key !== '' || (isTold(theirs[k]) && !(section.at === undefined && OWN.includes(k))))
    .reduce((doc, k) => withValue(doc, section.at, k, structuredClone(theirs[k])), into);
};
