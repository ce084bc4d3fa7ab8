import {
  FORMS,
  GENERATIONS,
  num,
  numbers,
  pick,
  PROCESSOR_FIELDS,
  text,
  TYPES,
  words,
  yes,
  type SectionSpec,
} from './spec';

/** Sockets, processors, memory and its channels of a machine sheet. */
export const PROCESSORS_AND_MEMORY: SectionSpec[] = [
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
          num('wattLimit', 'Heat it carries', 'W', 'The least of board and cooler.'),
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
          ...PROCESSOR_FIELDS,
          text('firmware', 'Firmware it needs', 'Least version on this board.'),
          words('revisions', 'Board revisions it runs on', 'Open for all.'),
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
        help: 'unbuffered, unbuffered-ecc, registered, load-reduced, fully-buffered',
        options: TYPES,
      },
      num('slotLimitGiB', 'Largest module listed', 'GiB'),
      num('totalLimitGiB', 'Largest total listed', 'GiB'),
      num('rateLimitMTs', 'Top rate of the board', 'MT/s', 'Used when there is no table below.'),
      yes('eccWorks', 'Does ECC work?', 'Some boards take ECC modules and ignore ECC.'),
      pick('eccMixing', 'With and without ECC together', [
        ['ecc-off', 'runs, ECC off'],
        ['no-start', 'does not start'],
      ]),
      num('reservedMiB', 'Kept by the machine', 'MiB', 'Graphics and firmware take it from the total.'),
      num('ranksPerChannel', 'Most ranks per channel'),
      num('dieLimitGbit', 'Densest chip', 'Gbit', 'Denser ones are seen in half, or the machine does not start.'),
      yes('widthsMix', 'Do ×4 and ×8 mix in a channel?'),
      numbers('interleaveWays', 'Interleaves over', 'channels', 'Numbers of channels the controller can spread over.'),
      words('modes', 'Modes of the firmware', 'independent mirrored rank-spare lockstep'),
      words('fillOrder', "The board's own fill order", 'Slots in order: A1 B1 C1. Open for the general order.'),
      num('supplyMilliVolt', 'Only supply of the modules', 'mV', '1350 where it has no 1.5 V; open otherwise.'),
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
];
