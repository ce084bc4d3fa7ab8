/** Digits in groups of three: 1 200. Every form below is the core's own: both are held to tests/Shared/format-cases.json. */
export const group = (n: number) => grouped(Math.round(n).toString());

/** A rate: 1 200 MB/s. */
export const mbs = (n: number) => `${group(n)} MB/s`;

const grouped = (digits: string) => digits.replace(/\B(?=(\d{3})+(?!\d))/g, ' ');

/** With so many decimals: 12 345.60. */
const exactly = (n: number, decimals: number) => {
  const [whole, rest] = n.toFixed(decimals).split('.');
  return `${grouped(whole!)}.${rest}`;
};

/** MiB as the unit people speak of: "32 GiB", "503.6 GiB", "512 MiB". */
export function mib(value: number): string {
  if (Math.abs(value) < 1024) return `${Math.round(value)} MiB`;
  const gib = value / 1024;
  return `${Number.isInteger(gib) ? group(gib) : exactly(gib, 1)} GiB`;
}

export const gib = (value: number) => (Number.isInteger(value) ? group(value) : value.toFixed(1));

export const euro = (value: number | null | undefined) =>
  value == null ? 'no price' : `€ ${Number.isInteger(value) ? group(value) : exactly(value, 2)}`;

/** What a plan's parts cost; a part without a price costs something, so the sum of the others is the least. */
export const cost = (list: { totalEur: number; withoutPrice: number } | null | undefined) =>
  !list?.withoutPrice ? euro(list?.totalEur ?? 0) : list.totalEur > 0 ? `at least ${euro(list.totalEur)}` : 'not known';

export const plural = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

/** "slot:A1" is shown as A1. */
export const short = (place: string) => place.slice(place.indexOf(':') + 1);

export const day = (iso: string) =>
  new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' }).format(
    new Date(iso),
  );

/** "20 Nov 2025", of a day alone. */
export const date = (iso: string) =>
  new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' }).format(new Date(iso));

/** "A1, B1 and C1"; runs of more than four are shortened: "A2 to H2, 8 places". */
export function places(list: readonly string[]): string {
  const names = list.map(short);
  if (names.length > 4) return `${inRows(names)}, ${names.length} places`;
  if (names.length < 2) return names.join('');
  return `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`;
}

const NAME = /^(.*?)([A-Z]?)(\d{0,6})$/;

/** By what a name comes after another: its number or its letter; null where it does not. Any step, or the next one. */
function step(from: string, to: string, any: boolean): 'number' | 'letter' | null {
  const [a, b] = [NAME.exec(from), NAME.exec(to)];
  if (!a || !b || a[1] !== b[1]) return null;
  const letters = (b[2]!.codePointAt(0) ?? 0) - (a[2]!.codePointAt(0) ?? 0);
  const numbers = Number(b[3]) - Number(a[3]);
  if (letters === 0 && (any ? numbers > 0 : numbers === 1)) return 'number';
  return numbers === 0 && (any ? letters > 0 : letters === 1) ? 'letter' : null;
}

/** Names that follow each other stand as "to"; of more than three rows the first and the last are named. */
function inRows(names: readonly string[]): string {
  const rows: string[][] = [];
  for (const name of names) {
    const row = rows.at(-1);
    const by = row && step(row.at(-1)!, name, false);
    if (row && by && (row.length === 1 || step(row[0]!, name, true) === by)) row.push(name);
    else rows.push([name]);
  }
  if (rows.length > 3) return `${names.slice(0, 3).join(', ')} … ${names.at(-1)}`;
  const words = rows.flatMap((r) => (r.length > 2 ? [`${r[0]} to ${r.at(-1)}`] : r));
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
}

/** Bytes as drives are spoken of: "36.0 TB", "960 GB". */
export const tb = (bytes: number) =>
  bytes >= 1e12
    ? `${(bytes / 1e12).toFixed(1)} TB`
    : bytes >= 1e9 || bytes === 0
      ? `${Number((bytes / 1e9).toFixed(1))} GB`
      : `${Number((bytes / 1e6).toFixed(1))} MB`;

/** Bytes as most systems show them: "32.74 TiB", "894.3 GiB". */
export const tib = (bytes: number) =>
  bytes >= 2 ** 40 ? `${(bytes / 2 ** 40).toFixed(2)} TiB` : `${(bytes / 2 ** 30).toFixed(1)} GiB`;

/** A chance as people read it: "17 %", "3.46 %", "0.0061 %", "less than 0.0001 %". */
export function percent(share: number): string {
  if (share === 0) return '0 %';
  if (share < 1e-6) return 'less than 0.0001 %';
  return `${Number((100 * share).toFixed(share < 0.001 ? 4 : share < 0.1 ? 2 : 0))} %`;
}

/** Hours as people plan them: "24.7 h", "3 d 2 h", "12 min". */
export function hours(h: number): string {
  if (h < 1) return `${Math.max(1, Math.round(h * 60))} min`;
  if (h < 48) return `${h < 10 ? h.toFixed(1) : Math.round(h)} h`;
  const [days, rest] = [Math.floor(Math.round(h) / 24), Math.round(h) % 24];
  return rest ? `${days} d ${rest} h` : `${days} d`;
}

/** Time of day of a moment, as the clock on the wall shows it. */
export const clock = (when: number) => {
  const time = new Date(when);
  return [time.getHours(), time.getMinutes()].map((n) => `${n}`.padStart(2, '0')).join(':');
};

/** What is said where more was found than is shown; null where all is. */
export const moreThan = ({ parts, total }: { parts: unknown[]; total: number }) =>
  total > parts.length ? `${group(parts.length)} of ${group(total)}; type more to narrow it down` : null;
