import type { MachineSheet } from '../api/types';

const ids = (kind: string, list: { id: string }[] | undefined) => (list ?? []).map((x) => `${kind}:${x.id}`);

/** Every place of a sheet that a part can sit in, by kind, each kind in the order of the sheet. */
export const everyPlace = (sheet: MachineSheet): [string, string[]][] =>
  (
    [
      ['Processors', ids('socket', sheet.sockets)],
      ['Memory', (sheet.channels ?? []).flatMap((c) => c.slots.map((s) => `slot:${s}`))],
      [
        'Cards',
        [
          ...ids('card', sheet.slots),
          ...ids(
            'board',
            sheet.boards?.filter((b) => b.what === 'mezzanine'),
          ),
        ],
      ],
      ['M.2', ids('m2', sheet.m2)],
      ['Bays', (sheet.bays ?? []).flatMap((g) => g.names.map((n) => `bay:${n}`))],
    ] as [string, string[]][]
  ).filter(([, places]) => places.length > 0);
