/** Reads and writes values inside a document by the name of the object that holds them: "", "memory", "card.controller". */
type Doc = Record<string, unknown>;

export function holder(doc: Doc, at: string | undefined): Doc {
  let now: unknown = doc;
  for (const name of at ? at.split('.') : []) now = (now as Doc | null | undefined)?.[name];
  return (now as Doc | null | undefined) ?? {};
}

/** The document with one value changed; objects on the way are made where they are missing. */
export function withValue(doc: Doc, at: string | undefined, key: string, value: unknown): Doc {
  const [first, ...rest] = at ? at.split('.') : [];
  if (first === undefined) return { ...doc, [key]: value };
  return {
    ...doc,
    [first]: withValue((doc[first] as Doc | null | undefined) ?? {}, rest.join('.') || undefined, key, value),
  };
}

/** Words with commas, or with spaces where no comma stands; "SFF-8643, SATA", "A1 A2". */
export const parseWords = (text: string): string[] =>
  text
    .split(text.includes(',') ? ',' : /\s+/)
    .map((w) => w.trim())
    .filter(Boolean);

export const showWords = (list: unknown): string => {
  const words = (list as string[] | null | undefined) ?? [];
  return words.join(words.some((w) => w.includes(' ')) ? ', ' : ' ');
};

export const parseNumber = (text: string): number | null => {
  const plain = text.replace(/[\s\u202f]/g, '').replace(',', '.');
  return plain !== '' && Number.isFinite(Number(plain)) ? Number(plain) : null;
};

/** "8 8 | 4 4 4 4" as two ways to split. */
export const parseSplits = (text: string): number[][] =>
  text
    .split('|')
    .map((way) => way.split(/\s+/).filter(Boolean).map(Number))
    .filter((way) => way.length > 0 && way.every(Number.isFinite));

export const showSplits = (ways: unknown): string =>
  ((ways as number[][] | null | undefined) ?? []).map((w) => w.join(' ')).join(' | ');

/** Empty objects and nulls say nothing and are left out, so that a kept document holds what is known. */
export function tidy(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(tidy);
  if (value === null || typeof value !== 'object') return value;
  const entries = Object.entries(value)
    .map(([k, v]) => [k, tidy(v)] as const)
    .filter(([, v]) => v !== null && v !== undefined);
  return Object.fromEntries(entries);
}
