/** Reads and writes values inside a document by the name of the object that holds them: "", "memory", "card.controller". */
type Doc = Record<string, unknown>;

export function holder(doc: Doc, at: string | undefined): Doc {
  let now: unknown = doc;
  for (const name of at ? at.split('.') : []) now = (now as Doc | null | undefined)?.[name];
  return (now as Doc | null | undefined) ?? {};
}

/** The name of the object that holds a field of a row, and the field's own: "raid.boots" is "boots" in "raid". */
export function inRow(key: string): [at: string | undefined, key: string] {
  const dot = key.lastIndexOf('.');
  return dot < 0 ? [undefined, key] : [key.slice(0, dot), key.slice(dot + 1)];
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

type Plugs = { count: number; what: string; leads?: number | null };

/** "8 SATA power on 3 leads, 2 6-pin card power" as plugs with their counts. */
export const parsePlugs = (text: string): Plugs[] =>
  // "none" is an answer, and another one than an open field.
  text.split(',').flatMap((part) => {
    const m = /^\s*(\d+)\s*[x×]?\s+(.+?)(?:\s+on\s+(\d+)\s+leads?)?\s*$/.exec(part);
    return m ? [{ count: Number(m[1]), what: m[2]!, ...(m[3] ? { leads: Number(m[3]) } : {}) }] : [];
  });

export const showPlugs = (plugs: unknown): string =>
  plugs == null ? '' : (plugs as Plugs[]).map(plugsWords).join(', ') || 'none';

export const plugsWords = (p: Plugs): string =>
  `${p.count} ${p.what}${p.leads == null ? '' : ` on ${p.leads} ${p.leads === 1 ? 'lead' : 'leads'}`}`;

/** "0 1 5"; "none" is an answer, and another one than an open field. */
export const parseLevels = (text: string): string[] | null =>
  text.trim() === '' ? null : text.trim() === 'none' ? [] : parseWords(text);

export const showLevels = (list: unknown): string => (list == null ? '' : showWords(list) || 'none');

/** "16.7 with 16.8.3, 17.0 with 17.1": firmware with its driver. */
export const parsePairs = (text: string): { firmware: string; driver: string }[] =>
  text.split(',').flatMap((part) => {
    const m = /^\s*(\S+)\s+with\s+(\S+)\s*$/.exec(part);
    return m ? [{ firmware: m[1]!, driver: m[2]! }] : [];
  });

export const showPairs = (list: unknown): string =>
  ((list as { firmware: string; driver: string }[] | null | undefined) ?? [])
    .map((p) => `${p.firmware} with ${p.driver}`)
    .join(', ');

/** Levels with the version from which on they can something. */
export const parseFrom = (text: string): { level: string; firmware: string }[] =>
  text.split(',').flatMap((part) => {
    const m = /^\s*(\S+)\s+from\s+(\S+)\s*$/.exec(part);
    return m ? [{ level: m[1]!, firmware: m[2]! }] : [];
  });

export const showFrom = (list: unknown): string =>
  ((list as { level: string; firmware: string }[] | null | undefined) ?? [])
    .map((p) => `${p.level} from ${p.firmware}`)
    .join(', ');

export interface DriveLimit {
  protocol?: string | null;
  media?: string | null;
  tb: number;
}

/** "SATA disk 2, SAS disk 1.8": the largest drive of a kind, TB. */
export const parseLimits = (text: string): DriveLimit[] =>
  text.split(',').flatMap((part) => {
    const m = /^\s*(?:(sata|sas|nvme)\s+)?(?:(disk|flash)\s+)?(\d+(?:\.\d+)?)(?:\s*TB)?\s*$/i.exec(part);
    return m && (m[1] ?? m[2])
      ? [
          {
            ...(m[1] && { protocol: m[1].toLowerCase() }),
            ...(m[2] && { media: m[2].toLowerCase() }),
            tb: Number(m[3]),
          },
        ]
      : [];
  });

export const showLimits = (list: unknown): string =>
  ((list as DriveLimit[] | null | undefined) ?? [])
    .map((l) => [l.protocol === 'nvme' ? 'NVMe' : l.protocol?.toUpperCase(), l.media, l.tb].filter(Boolean).join(' '))
    .join(', ');

/** Names with commas, rows apart with a bar. */
export const parseRows = (text: string): string[][] =>
  text
    .split('|')
    .map((row) =>
      row
        .split(',')
        .map((n) => n.trim())
        .filter(Boolean),
    )
    .filter((row) => row.length > 0);

export const showRows = (rows: unknown): string =>
  ((rows as string[][] | null | undefined) ?? []).map((r) => r.join(', ')).join(' | ');

export const showSplits = (ways: unknown): string =>
  ((ways as number[][] | null | undefined) ?? []).map((w) => w.join(' ')).join(' | ');

/** Parts of a document that are either told whole or not at all. */
const WHOLE = ['map', 'firmware', 'controller', 'network', 'raid'];

/** Nulls, and such parts without a word in them, say nothing and are left out: a kept document holds what is known. */
export function tidy(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(tidy);
  if (value === null || typeof value !== 'object') return value;
  const entries = Object.entries(value)
    .map(([k, v]) => [k, tidy(v)] as const)
    .filter(([k, v]) => v !== null && v !== undefined && !(WHOLE.includes(k) && Object.keys(v as object).length === 0));
  return Object.fromEntries(entries);
}
