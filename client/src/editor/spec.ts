/** What a field of a sheet means, how it is written, and where one finds it. Forms are made of these; nobody sees JSON. */
export interface FieldSpec {
  /** Of a row of a list also of what is inside it: "raid.boots". */
  key: string;
  label: string;
  help?: string;
  kind:
    | 'text'
    | 'number'
    | 'yesno'
    | 'choice'
    | 'words'
    | 'numbers'
    | 'splits'
    | 'plugs'
    | 'rows'
    | 'levels'
    | 'pairs'
    | 'from'
    | 'limits';
  unit?: string;
  options?: readonly (readonly [string, string])[];
  wide?: boolean;
  /** One of the options stands there always. */
  must?: boolean;
  /** Its words are stored small, however they are typed. */
  small?: boolean;
  /** What one of the shown units is in stored ones: 1024 for GB kept as MiB. */
  scale?: number;
}

/** A list of alike things: slots, bays, supplies. */
export interface ListSpec {
  key: string;
  title: string;
  one: string;
  help?: string;
  fields: FieldSpec[];
  /** Hundreds of rows are usual: they are found by what is typed. */
  many?: boolean;
  /** What a row is called, where its first words do not say it. */
  called?: (row: Record<string, unknown>) => string | undefined;
  /** A new one, given how many there are. */
  make: (n: number) => Record<string, unknown>;
}

export interface SectionSpec {
  title: string;
  help?: string;
  /** Name of the object that holds the fields; none for the sheet itself. */
  at?: string;
  fields?: FieldSpec[];
  lists?: ListSpec[];
}

export const yes = (key: string, label: string, help?: string): FieldSpec => ({ key, label, help, kind: 'yesno' });
export const num = (key: string, label: string, unit?: string, help?: string): FieldSpec => ({
  key,
  label,
  unit,
  help,
  kind: 'number',
});
export const text = (key: string, label: string, help?: string, wide?: boolean): FieldSpec => ({
  key,
  label,
  help,
  kind: 'text',
  wide,
});
/** A choice that is always made: it has a word for what is not known, or needs none. */
export const one = (key: string, label: string, options: FieldSpec['options']): FieldSpec => ({
  ...pick(key, label, options),
  must: true,
});
export const pick = (key: string, label: string, options: FieldSpec['options'], help?: string): FieldSpec => ({
  key,
  label,
  options,
  help,
  kind: 'choice',
});
export const words = (key: string, label: string, help?: string): FieldSpec => ({
  key,
  label,
  help,
  kind: 'words',
  wide: true,
});
/** What drive ports speak. */
export const protocols = (label: string): FieldSpec => ({ ...words('protocols', label, 'sata sas nvme'), small: true });
/** Levels of arrays; "none" is an answer, and another one than an open field. */
export const levels = (key: string, label: string, help?: string): FieldSpec => ({ key, label, help, kind: 'levels' });
/** Versions of firmware with the drivers that belong to them. */
export const pairs = (key: string, label: string, help?: string): FieldSpec => ({
  key,
  label,
  help,
  kind: 'pairs',
  wide: true,
});
export const from = (key: string, label: string, help?: string): FieldSpec => ({
  key,
  label,
  help,
  kind: 'from',
  wide: true,
});
export const numbers = (key: string, label: string, unit?: string, help?: string): FieldSpec => ({
  key,
  label,
  unit,
  help,
  kind: 'numbers',
});

export const same = (...keys: string[]) => keys.map((k) => [k, k] as const);
export const GENERATIONS = same('DDR2', 'DDR3', 'DDR4', 'DDR5');
export const FORMS = [
  ['dimm', 'DIMM, 133 mm'],
  ['sodimm', 'SO-DIMM, 70 mm'],
] as const;
export const TYPES = [
  ['unbuffered', 'unbuffered'],
  ['unbuffered-ecc', 'unbuffered with ECC'],
  ['registered', 'registered'],
  ['load-reduced', 'load-reduced'],
  ['fully-buffered', 'fully buffered'],
] as const;

/** A processor, on the shelf and on a board's list alike. */
export const PROCESSOR_FIELDS: FieldSpec[] = [
  text('maker', 'Maker'),
  text('name', 'Name'),
  text('socket', 'Socket family'),
  num('cores', 'Cores'),
  num('memoryRateMTs', 'Memory rate', 'MT/s'),
  num('memoryTotalGiB', 'Most memory', 'GiB'),
  words('memoryTypes', 'Module types it drives', 'Open for whatever the board takes.'),
  num('dieLimitGbit', 'Densest memory chip', 'Gbit'),
  yes('ecc', 'Uses ECC?'),
  num('mostSockets', 'Sockets it works in together'),
  num('watt', 'Heat', 'W'),
  num('lanes', 'Lanes'),
  num('gen', 'PCIe generation'),
  text('stepping', 'Stepping'),
  yes('graphics', 'Drives a screen?'),
];
