import { num, one, pick, text, type SectionSpec } from './spec';

/** The parts that the machine's maker allows. */
export const MAKERS_LIST: SectionSpec = {
  title: 'The maker’s list',
  lists: [
    {
      key: 'listed',
      title: 'Parts that the maker allows',
      one: 'row',
      help: 'By number, or by brand, kind and size. A part that no row names is off the list. No row of a kind: its list is not known.',
      many: true,
      called: (r) =>
        typeof r.number === 'string' && r.number !== ''
          ? r.number
          : [
              r.maker,
              r.type,
              r.protocol,
              r.media,
              r.tb != null && `${String(r.tb)} TB`,
              r.giB != null && `${String(r.giB)} GiB`,
            ]
              .filter((w) => typeof w === 'string')
              .join(' '),
      fields: [
        text('number', 'Part number or model'),
        one('what', 'Kind', [
          ['drive', 'drive'],
          ['module', 'memory'],
          ['card', 'card'],
        ]),
        text('maker', 'Brand'),
        pick('protocol', 'Drive speaks', [
          ['sata', 'SATA'],
          ['sas', 'SAS'],
          ['nvme', 'NVMe'],
        ]),
        pick('media', 'Drive is', [
          ['disk', 'a disk'],
          ['flash', 'flash'],
        ]),
        num('tb', 'Drive of', 'TB'),
        pick('only', 'Allowed as', [
          ['volume', 'a volume only'],
          ['cache', 'a cache only'],
        ]),
        pick('type', 'Memory is', [
          ['unbuffered', 'unbuffered'],
          ['unbuffered-ecc', 'unbuffered with ECC'],
          ['registered', 'registered'],
          ['load-reduced', 'load-reduced'],
        ]),
        num('giB', 'Module of', 'GiB'),
        text('source', 'Which list', 'As it is called, or where it was read.'),
        text('date', 'Of', '2026-03-31'),
      ],
      make: () => ({ what: 'drive', number: '' }),
    },
  ],
};
