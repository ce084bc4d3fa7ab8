/** What a field of a sheet means, how it is written, and where one finds it. Forms are made of these; nobody sees JSON. */
export interface FieldSpec {
  key: string;
  label: string;
  help?: string;
  kind: 'text' | 'number' | 'yesno' | 'choice' | 'words' | 'numbers' | 'splits' | 'plugs' | 'rows';
  unit?: string;
  options?: readonly (readonly [string, string])[];
  wide?: boolean;
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

const yes = (key: string, label: string, help?: string): FieldSpec => ({ key, label, help, kind: 'yesno' });
const num = (key: string, label: string, unit?: string, help?: string): FieldSpec => ({
  key,
  label,
  unit,
  help,
  kind: 'number',
});
const text = (key: string, label: string, help?: string, wide?: boolean): FieldSpec => ({
  key,
  label,
  help,
  kind: 'text',
  wide,
});
const pick = (key: string, label: string, options: FieldSpec['options'], help?: string): FieldSpec => ({
  key,
  label,
  options,
  help,
  kind: 'choice',
});
const words = (key: string, label: string, help?: string): FieldSpec => ({
  key,
  label,
  help,
  kind: 'words',
  wide: true,
});
const numbers = (key: string, label: string, unit?: string, help?: string): FieldSpec => ({
  key,
  label,
  unit,
  help,
  kind: 'numbers',
});

const same = (...keys: string[]) => keys.map((k) => [k, k] as const);
export const GENERATIONS = same('DDR2', 'DDR3', 'DDR4', 'DDR5');
const FORMS = [
  ['dimm', 'DIMM, 133 mm'],
  ['sodimm', 'SO-DIMM, 70 mm'],
] as const;
const TYPES = [
  ['unbuffered', 'unbuffered'],
  ['unbuffered-ecc', 'unbuffered with ECC'],
  ['registered', 'registered'],
  ['load-reduced', 'load-reduced'],
] as const;

export const MACHINE: SectionSpec[] = [
  {
    title: 'The machine',
    fields: [
      text('maker', 'Maker'),
      text('name', 'Name', 'As on the front or the type plate; a capture that names it finds this sheet.'),
      yes('draft', 'Still a draft?', 'A draft says so wherever it is used.'),
      num('fans', 'Fans'),
    ],
  },
  {
    title: 'Chassis',
    at: 'chassis',
    fields: [
      pick('kind', 'Kind', [
        ['rack', 'rack server'],
        ['edge', 'edge box with fins'],
        ['tower', 'floor-standing server'],
        ['deskside', 'workstation'],
        ['drawers', 'storage unit with drawers'],
        ['slab', 'flat all-flash box'],
        ['thin', 'thin client'],
        ['laptop', 'laptop'],
        ['shelf', 'external drive shelf'],
        ['board', 'board alone, chassis not known'],
      ]),
      num('units', 'Rack units', 'U', '0 when it does not go into a rack.'),
    ],
  },
  {
    title: 'Processors',
    lists: [
      {
        key: 'sockets',
        title: 'Sockets',
        one: 'socket',
        fields: [
          text('id', 'Name', 'As printed on the board.'),
          text('family', 'Socket family'),
          yes('soldered', 'Soldered in?'),
        ],
        make: (n) => ({ id: n === 0 ? 'CPU' : `CPU ${n + 1}` }),
      },
      {
        key: 'processors',
        title: 'Processors it takes',
        one: 'processor',
        help: "From the maker's list; what it drives limits the memory.",
        fields: [
          text('name', 'Name'),
          text('maker', 'Maker'),
          num('memoryRateMTs', 'Memory rate', 'MT/s'),
          num('memoryTotalGiB', 'Most memory', 'GiB'),
          num('cores', 'Cores'),
          num('watt', 'Heat', 'W'),
          num('lanes', 'Lanes'),
          num('gen', 'PCIe generation'),
          text('stepping', 'Stepping'),
          yes('graphics', 'Drives a screen?'),
        ],
        make: () => ({ name: '' }),
      },
    ],
  },
  {
    title: 'Memory',
    at: 'memory',
    fields: [
      pick('generation', 'Generation', GENERATIONS, 'Printed beside the slots or on a module.'),
      pick('form', 'Form', FORMS),
      {
        key: 'types',
        label: 'Types it takes',
        kind: 'words',
        wide: true,
        help: 'unbuffered, unbuffered-ecc, registered, load-reduced',
        options: TYPES,
      },
      num('slotLimitGiB', 'Largest module listed', 'GiB'),
      num('totalLimitGiB', 'Largest total listed', 'GiB'),
      num('rateLimitMTs', 'Top rate of the board', 'MT/s', 'Used when there is no table below.'),
      yes('eccWorks', 'Does ECC work?', 'Null means not known; some boards take ECC modules and ignore ECC.'),
      pick('eccMixing', 'With and without ECC together', [
        ['ecc-off', 'runs, ECC off'],
        ['no-start', 'does not start'],
      ]),
      num('reservedMiB', 'Kept by the machine', 'MiB', 'Graphics and firmware take it from the total.'),
      num('ranksPerChannel', 'Most ranks per channel'),
      words('modes', 'Modes of the firmware', 'independent mirrored rank-spare lockstep'),
      words('fillOrder', "The board's own fill order", 'Slots in order: A1 B1 C1. Open for the general order.'),
      num('supplyMilliVolt', 'Supply of the modules', 'mV', '1500, 1350; DDR4 and DDR5 need no answer.'),
      yes('channelsKnown', 'Are the channels known?', 'No, when slots are known but not which belong together.'),
    ],
    lists: [
      {
        key: 'rates',
        title: 'Rate by type, ranks and modules per channel',
        one: 'row',
        help: 'The table of the maker. Leave type or ranks open when the row holds for all.',
        fields: [
          pick('type', 'Type', TYPES),
          num('ranks', 'Ranks'),
          num('perChannel', 'Modules per channel'),
          num('rateMTs', 'Rate', 'MT/s'),
        ],
        make: (n) => ({ perChannel: n + 1, rateMTs: 2400 }),
      },
    ],
  },
  {
    title: 'Memory channels',
    lists: [
      {
        key: 'channels',
        title: 'Channels with their slots',
        one: 'channel',
        help: 'Slots in the order they are filled; channels may have unequal numbers.',
        fields: [
          text('id', 'Channel'),
          text('socket', 'Socket'),
          words('slots', 'Slots', 'Names as printed, with spaces: A1 A2'),
        ],
        make: (n) => ({ id: String.fromCharCode(65 + n), socket: 'CPU', slots: [`${String.fromCharCode(65 + n)}1`] }),
      },
    ],
  },
  {
    title: 'Lanes',
    lists: [
      {
        key: 'roots',
        title: 'What feeds slots with lanes',
        one: 'root',
        help: "A processor's root carries its socket's name; a chipset or switch hangs from another root.",
        fields: [
          text('id', 'Name'),
          num('lanes', 'Lanes'),
          num('gen', 'Generation'),
          text('uplink', 'Hangs from'),
          num('uplinkLanes', 'Lanes of the uplink'),
          num('uplinkGen', 'Generation of the uplink'),
        ],
        make: (n) => ({ id: n === 0 ? 'CPU' : 'chipset' }),
      },
      {
        key: 'slots',
        title: 'Card slots',
        one: 'slot',
        fields: [
          text('id', 'Name'),
          num('mech', 'Width of the socket', 'lanes', '1, 4, 8 or 16; 0 for conventional PCI.'),
          num('elec', 'Lanes wired'),
          num('gen', 'Generation'),
          text('root', 'Fed by'),
          pick('bus', 'Bus', [
            ['pcie', 'PCI Express'],
            ['pci', 'conventional PCI'],
            ['mini-pcie', 'mini card'],
            ['ocp', 'mezzanine (OCP)'],
          ]),
          pick('height', 'Height', [
            ['full', 'full'],
            ['low', 'low'],
          ]),
          num('lengthMm', 'Longest card', 'mm'),
          num('watt', 'Power', 'W'),
          yes('openEnd', 'Open at the end?'),
          {
            key: 'splits',
            label: 'Ways to split it',
            kind: 'splits',
            help: 'Widths with spaces, ways apart with a bar: 8 8 | 4 4 4 4',
          },
        ],
        make: (n) => ({ id: `S${n + 1}`, mech: 16, elec: 8, gen: 3 }),
      },
      {
        key: 'm2',
        title: 'M.2 and mSATA places',
        one: 'place',
        fields: [
          text('id', 'Name'),
          numbers('lengths', 'Lengths with a stand-off', 'mm', '42 80'),
          text('wired', 'Wired for', 'In words: “SATA only”, “×4 gen 4”.'),
          pick('key', 'Key', [
            ['M', 'M'],
            ['B', 'B'],
            ['E', 'E'],
            ['msata', 'mSATA socket'],
          ]),
          words('protocols', 'Protocols', 'SATA NVMe'),
          num('lanes', 'Lanes'),
          num('gen', 'Generation'),
          text('root', 'Fed by'),
          yes('singleSided', 'Only single-sided modules?'),
        ],
        make: (n) => ({ id: `M${n + 1}`, lengths: [80], wired: '×4 gen 3', key: 'M' }),
      },
      {
        key: 'boards',
        title: 'Boards and module bays',
        one: 'board',
        help: 'On-board controllers, expanders, mezzanine places, vendor module bays.',
        fields: [
          text('id', 'Name'),
          text('what', 'What it is'),
          text('root', 'Fed by'),
          num('elec', 'Lanes'),
          num('gen', 'Generation'),
          num('ports', 'Ports'),
        ],
        make: (n) => ({ id: `B${n + 1}`, what: 'controller' }),
      },
      {
        key: 'exclusions',
        title: 'What one place takes from another',
        one: 'exclusion',
        help: 'When the first is used, the second keeps so many lanes; 0 when it goes dark.',
        fields: [text('when', 'When this is used'), text('then', 'This suffers'), num('lanes', 'Lanes left')],
        make: () => ({ when: '', then: '', lanes: 0 }),
      },
    ],
  },
  {
    title: 'Drives',
    lists: [
      {
        key: 'bays',
        title: 'Groups of bays',
        one: 'group',
        fields: [
          text('group', 'Group'),
          pick('form', 'For drives of', [
            ['2.5', '2.5 inch'],
            ['3.5', '3.5 inch'],
            ['5.25', '5.25 inch'],
            ['u.2', 'U.2'],
            ['e1.s', 'E1.S'],
          ]),
          pick('stance', 'How they lie', [
            ['flat', 'flat'],
            ['upright', 'upright'],
            ['drawer', 'in drawers'],
            ['top', 'from above'],
            ['caddy', 'in a caddy'],
          ]),
          words('names', 'Bays', 'Names as printed, with spaces: 1 2 3 4'),
          num('cols', 'Columns'),
          text('bus', 'What it takes', 'In words: “SAS, SATA”, “tri-mode”, “NVMe ×2”.'),
          num('heightMm', 'Highest drive', 'mm'),
          text('tray', 'Tray it needs'),
          numbers('linkGbs', 'Link rates', 'Gb/s', '6 12'),
          text('root', 'Behind it'),
          yes('hotPlug', 'Changed while it runs?'),
          num('limitTB', 'Largest drive listed', 'TB'),
          yes('expander', 'Behind an expander?'),
        ],
        make: (n) => ({
          group: n === 0 ? 'front' : 'inner',
          form: '3.5',
          stance: 'upright',
          names: ['1', '2', '3', '4'].map((x) => (n === 0 ? x : `i${x}`)),
          cols: 4,
          bus: 'SATA',
        }),
      },
    ],
  },
  {
    title: 'Power and ports',
    lists: [
      {
        key: 'supplies',
        title: 'Supplies',
        one: 'supply',
        fields: [
          text('id', 'Name'),
          num('watt', 'Rated', 'W'),
          yes('external', 'Outside the chassis?'),
          text('input', 'Input', 'Open for mains; “48 V DC” otherwise.'),
          {
            key: 'connectors',
            label: 'Plugs it offers',
            kind: 'plugs',
            wide: true,
            help: 'Count and kind, with commas: 4 SATA power, 2 6-pin card power',
          },
        ],
        make: (n) => ({ id: `PS${n + 1}` }),
      },
      {
        key: 'battery',
        title: 'Batteries',
        one: 'battery',
        fields: [text('id', 'Name'), num('wh', 'Capacity', 'Wh')],
        make: () => ({ id: 'Battery' }),
      },
      {
        key: 'ports',
        title: 'Sockets at the rear',
        one: 'kind of socket',
        fields: [num('n', 'How many'), text('what', 'What', '“10 Gb”, “manage”')],
        make: () => ({ n: 1, what: '1 Gb' }),
      },
    ],
  },
  {
    title: 'Firmware',
    at: 'firmware',
    fields: [
      words('bootModes', 'Boot modes', 'uefi legacy'),
      yes('boots4Kn', 'Starts from 4096-byte sectors?'),
      yes('bootsNvme', 'Starts from NVMe?'),
    ],
    lists: [
      {
        key: 'needs',
        title: 'Versions that something needs',
        one: 'need',
        fields: [text('for', 'What needs it'), text('version', 'Least version')],
        make: () => ({ for: '', version: '' }),
      },
      {
        key: 'beeps',
        title: 'Beeps and lamps',
        one: 'pattern',
        fields: [text('pattern', 'Heard or seen'), text('means', 'Means', undefined, true)],
        make: () => ({ pattern: '', means: '' }),
      },
    ],
  },
  {
    title: 'Opening it',
    lists: [
      {
        key: 'opening',
        title: 'Steps, in order',
        one: 'step',
        fields: [
          text('text', 'What the hands do', undefined, true),
          num('minutes', 'Minutes'),
          text('tool', 'Tool'),
          num('screws', 'Screws out'),
          text('keep', 'Screws not to touch'),
          text('caution', 'Caution', undefined, true),
          text('closing', 'When it is closed again', undefined, true),
        ],
        make: () => ({ text: '', minutes: 1, screws: 0 }),
      },
      {
        key: 'revisions',
        title: 'Board revisions that differ',
        one: 'revision',
        fields: [
          text('name', 'As printed'),
          text('differs', 'How it differs', undefined, true),
          words('missingSlots', 'Memory slots it lacks'),
        ],
        make: () => ({ name: '', differs: '' }),
      },
    ],
  },
  {
    title: 'Map for the plate',
    at: 'map',
    help: 'Left open, the plate arranges the memory by itself.',
    fields: [
      {
        key: 'memory',
        label: 'Memory and sockets as they lie',
        kind: 'rows',
        wide: true,
        help: 'Names with commas, rows apart with a bar, rear at the top: A1, A2, CPU 1, B2, B1',
      },
    ],
  },
  {
    title: 'Who says so',
    lists: [
      {
        key: 'claims',
        title: 'Sources that differ about a value',
        one: 'claim',
        help: 'All are kept with whose word it is; the one that is marked stands in its field above.',
        fields: [
          text('path', 'Value', 'Its path, such as /memory/totalLimitGiB.'),
          text('value', 'They say'),
          pick('word', 'Whose word', [
            ['maker', "the maker's sheet"],
            ['seller', "a seller's page"],
            ['firmware', 'the firmware'],
            ['colleague', 'a colleague'],
            ['stranger', 'a stranger'],
          ]),
          text('source', 'Where exactly', undefined, true),
          yes('chosen', 'Believed?'),
        ],
        make: () => ({ path: '/memory/totalLimitGiB', value: '', word: 'maker', source: '' }),
      },
    ],
  },
];

const STOCK: SectionSpec = {
  title: 'On the shelf',
  fields: [
    num('inStock', 'Pieces'),
    text('liesIn', 'Lies in'),
    num('priceEur', 'Price of one', '€'),
    text('priceDate', 'Price of', '2026-11-02'),
    text('priceSource', 'Who asks it'),
  ],
};

/** Sections of a part by what it is; the shelf's own facts come last. */
export const PARTS: Record<'module' | 'drive' | 'processor' | 'card' | 'accessory', SectionSpec[]> = {
  module: [
    {
      title: 'Module',
      at: 'module',
      fields: [
        text('maker', 'Maker'),
        text('partNumber', 'Part number'),
        pick('generation', 'Generation', GENERATIONS),
        pick('form', 'Form', FORMS),
        pick('type', 'Type', TYPES),
        { key: 'capacityMiB', label: 'Size', unit: 'GB', kind: 'number', scale: 1024 },
        num('ranks', 'Ranks'),
        num('deviceWidth', 'Width of its chips', 'bit', 'The 8 in 2Rx8.'),
        num('rateMTs', 'Rate', 'MT/s'),
      ],
    },
    STOCK,
  ],
  drive: [
    {
      title: 'Drive',
      at: 'drive',
      fields: [
        text('maker', 'Maker'),
        text('model', 'Model'),
        pick('media', 'Kind', [
          ['disk', 'hard disk'],
          ['flash', 'flash'],
          ['tape', 'tape'],
        ]),
        pick('protocol', 'Speaks', [
          ['sata', 'SATA'],
          ['sas', 'SAS'],
          ['nvme', 'NVMe'],
          ['usb', 'USB'],
        ]),
        pick('form', 'Case', [
          ['3.5', '3.5 inch'],
          ['2.5', '2.5 inch'],
          ['5.25', '5.25 inch'],
          ['m.2', 'M.2'],
          ['msata', 'mSATA'],
          ['u.2', 'U.2'],
          ['u.3', 'U.3'],
          ['e1.s', 'E1.S'],
          ['aic', 'card'],
        ]),
        num('bytes', 'Size', 'bytes', 'All of them, as a capture tells: 4 000 787 030 016 for 4 TB.'),
        num('heightMm', 'Height', 'mm'),
        num('lengthMm', 'Length of M.2', 'mm'),
        pick('key', 'Notches of M.2', same('M', 'B', 'B+M')),
        num('rpm', 'Turns', '/min'),
        num('sectorBytes', 'Sector', 'bytes', '512, 520, 528 or 4096.'),
        num('physicalSectorBytes', 'Physical sector', 'bytes'),
        num('linkGbs', 'Link', 'Gb/s'),
        num('lanes', 'Lanes'),
        num('gen', 'PCIe generation'),
        pick('class', 'Class', same('desktop', 'nearline', 'enterprise', '10k', '15k', 'client', 'camera')),
        yes('shingled', 'Shingled?'),
        yes('powerLossProtection', 'Protected against loss of power?'),
        yes('errorRecoveryLimit', 'Gives up on a bad sector within seconds?'),
        yes('powerDisable', 'Does the third pin switch it off?'),
        yes('selfEncrypting', 'Encrypts itself?'),
        num('ratedWritesTB', 'Rated writes', 'TB'),
        num('writesPerDay', 'Drive-writes per day'),
        num('warrantyYears', 'Warranty', 'years'),
        num('mttfHours', 'Mean time to failure', 'h'),
        num('unreadableExponent', 'One unreadable sector per 10 to the', 'bit'),
        num('readMBs', 'Reads', 'MB/s'),
        num('writeMBs', 'Writes', 'MB/s'),
        num('wattActive', 'Working', 'W'),
        num('wattIdle', 'Idle', 'W'),
        num('spinUpAmp', 'Spin-up on 12 V', 'A'),
        num('mostCelsius', 'At most', '°C'),
      ],
    },
    STOCK,
  ],
  processor: [
    {
      title: 'Processor',
      at: 'processor',
      fields: [
        text('maker', 'Maker'),
        text('name', 'Name'),
        text('socket', 'Socket family'),
        num('cores', 'Cores'),
        num('memoryRateMTs', 'Memory rate', 'MT/s'),
        num('memoryTotalGiB', 'Most memory', 'GiB'),
        num('watt', 'Heat', 'W'),
        num('lanes', 'Lanes'),
        num('gen', 'PCIe generation'),
        text('stepping', 'Stepping'),
        yes('graphics', 'Drives a screen?'),
      ],
    },
    STOCK,
  ],
  card: [
    {
      title: 'Card',
      at: 'card',
      fields: [
        text('maker', 'Maker'),
        text('name', 'Name'),
        pick('role', 'What it does', [
          ['controller', 'drive controller'],
          ['network', 'network'],
          ['carrier', 'carries drives'],
          ['port-card', 'ports for drives'],
          ['graphics', 'graphics'],
          ['expander', 'expander'],
          ['other', 'other'],
        ]),
        num('mech', 'Width of its edge', 'lanes'),
        num('elec', 'Lanes it uses'),
        num('gen', 'PCIe generation'),
        pick('bus', 'Bus', [
          ['pcie', 'PCI Express'],
          ['pci', 'conventional PCI'],
          ['ocp', 'mezzanine (OCP)'],
          ['mezzanine', 'own mezzanine'],
        ]),
        numbers('endpoints', 'Devices on it', 'lanes', '4 4 4 4'),
        yes('hasSwitch', 'With a switch?', 'Then the slot needs no splitting.'),
        pick('height', 'Height', [
          ['full', 'full'],
          ['low', 'low, with both brackets'],
        ]),
        num('lengthMm', 'Length', 'mm'),
        num('thick', 'Slots it covers'),
        num('watt', 'Power', 'W'),
        yes('needsAir', 'Needs moving air?'),
      ],
    },
    {
      title: 'Its drive side',
      at: 'card.controller',
      help: 'For controllers only.',
      fields: [
        pick('class', 'Class', [
          ['host-adapter', 'plain adapter'],
          ['entry-raid', 'arrays, no cache'],
          ['cached-raid', 'arrays with cache'],
          ['firmware-assisted', 'firmware-assisted'],
          ['ports', 'ports only'],
        ]),
        words('protocols', 'Protocols', 'sas sata nvme'),
        numbers('linkGbs', 'Link rates', 'Gb/s'),
        num('innerPorts', 'Inner ports'),
        num('outerPorts', 'Outer ports'),
        text('connector', 'Connector', 'SFF-8643'),
        words('levels', 'Levels', '0 1 10 5 6'),
        num('cacheMiB', 'Cache', 'MiB'),
        pick('protection', 'Cache kept by', same('battery', 'capacitor', 'none')),
        yes('boots', 'Can it be started from?'),
        yes('driverAtInstall', 'Driver at installation?'),
        num('mostDrives', 'Most drives'),
        yes('addresses32', 'Ends at 2 TiB?'),
        words('keys', 'Features behind a key'),
      ],
    },
    STOCK,
  ],
  accessory: [
    {
      title: 'Thing',
      at: 'accessory',
      fields: [
        text('maker', 'Maker'),
        text('name', 'Name'),
        pick('kind', 'Kind', [
          ['cache-unit', 'cache unit'],
          ['feature-key', 'feature key'],
          ['cable', 'cable'],
          ['tray', 'tray'],
          ['converter', 'converter'],
          ['spacer', 'spacer'],
          ['supply', 'supply'],
          ['splitter', 'splitter'],
          ['pad', 'thermal pad'],
          ['paste', 'thermal paste'],
          ['screws', 'screws'],
          ['tool', 'tool'],
          ['battery', 'battery'],
        ]),
        words('for', 'For', 'Machines or cards by name, with commas.'),
        words('ends', 'Ends', "The machine's side first: SFF-8643, SATA"),
        num('ways', 'Ends of a break-out'),
        num('lengthM', 'Length', 'm'),
        num('thickMm', 'Thickness', 'mm'),
        num('conductivity', 'Conducts', 'W per m and K'),
        num('watt', 'Rated', 'W'),
        text('opens', 'What a key opens'),
        yes('moulded', 'Moulded plugs?', 'These have been known to short.'),
      ],
    },
    STOCK,
  ],
};
