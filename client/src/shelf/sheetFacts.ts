import type { MachineSheet } from '../api/types';
import { short } from '../format/numbers';
import { placesLine } from './Sheets';

export type Fact = [name: string, value: string | null | undefined];

const yes = (value: boolean | null | undefined, yesText = 'yes', noText = 'no') =>
  value == null ? null : value ? yesText : noText;

/** What a sheet says, for reading: the machine, and each of its places. */
export function factsOf(sheet: MachineSheet): { general: Fact[]; about: (place: string) => Fact[] } {
  const m = sheet.memory;
  const f = sheet.firmware;
  const slots = sheet.channels?.flatMap((c) => c.slots).length ?? 0;
  const memory: Fact[] = slots
    ? [
        [
          'Memory',
          `${m?.generation ?? '?'} ${m?.form === 'sodimm' ? 'SO-DIMM' : 'DIMM'}, ${m?.types?.join(' or ') ?? 'types not known'}`,
        ],
        ['Largest module, total', `${m?.slotLimitGiB ?? '?'} GiB, ${m?.totalLimitGiB ?? '?'} GiB`],
        [
          'Rates',
          m?.rates
            ?.map((r) => `${r.rateMTs} MT/s with ${r.perChannel} in a channel${r.type ? `, ${r.type}` : ''}`)
            .join('; ') ?? (m?.rateLimitMTs ? `up to ${m.rateLimitMTs} MT/s` : null),
        ],
        ['ECC works', yes(m?.eccWorks)],
        ['Modes', m?.modes?.join(', ')],
      ]
    : [];
  const general: Fact[] = [
    ...memory,
    ['Places', placesLine(sheet)],
    ['Lanes', sheet.roots?.map((r) => `${r.id} ${r.lanes ?? '?'} of generation ${r.gen ?? '?'}`).join('; ') || null],
    ['Processors', sheet.processors?.map((p) => p.name).join(', ') || null],
    ['Starts', f?.bootModes?.join(' or ')],
    ['Starts from 4096-byte sectors', yes(f?.boots4Kn)],
    ['Starts from NVMe', yes(f?.bootsNvme)],
    ...(f?.needs ?? []).map((n): Fact => [`Firmware for ${n.for}`, `${n.version} or newer`]),
    ...(f?.beeps ?? []).map((b): Fact => [`Signal “${b.pattern}”`, b.means]),
    ...(sheet.revisions ?? []).map((r): Fact => [`Board revision ${r.name}`, r.differs]),
    ...(sheet.exclusions ?? []).map((e): Fact => [
      `With ${e.when} in use`,
      e.lanes ? `${e.then} drops to ×${e.lanes}` : `${e.then} goes dark`,
    ]),
    ...(sheet.opening ?? []).map((o, i): Fact => [
      `Opening, step ${i + 1}`,
      [o.text, o.screws ? `${o.screws} screws` : '', o.keep ? `not to be undone: ${o.keep}` : '']
        .filter(Boolean)
        .join('; '),
    ]),
  ];
  return { general, about: (place) => placeFacts(sheet, place) };
}

function placeFacts(sheet: MachineSheet, place: string): Fact[] {
  const [kind] = place.split(':');
  const name = short(place);
  const channel = sheet.channels?.find((c) => c.slots.includes(name));
  if (kind === 'slot')
    return [
      ['Channel', channel?.id],
      ['Socket', channel?.socket],
      ['Filled as number', `${(channel?.slots.indexOf(name) ?? 0) + 1} of its channel`],
      ['Largest module', sheet.memory?.slotLimitGiB ? `${sheet.memory.slotLimitGiB} GiB` : null],
    ];
  const slot = sheet.slots?.find((s) => s.id === name);
  if (kind === 'card' && slot)
    return slot.bus === 'pci'
      ? [
          ['Bus', 'conventional PCI, shared by its slots'],
          ['Fed by', slot.root],
        ]
      : [
          ['Width', `${slot.mech} mechanical, ${slot.elec} wired`],
          ['Generation', `${slot.gen}`],
          ['Fed by', slot.root],
          ['Splits', slot.splits?.map((s) => s.map((w) => `×${w}`).join(' ')).join(' or ')],
          ['Height', slot.height],
          ['Longest card', slot.lengthMm ? `${slot.lengthMm} mm` : slot.openEnd ? 'open end' : null],
          ['Power', slot.watt ? `${slot.watt} W` : null],
        ];
  const m2 = sheet.m2?.find((s) => s.id === name);
  if (kind === 'm2' && m2)
    return [
      ['Wired', m2.wired],
      ['Key', m2.key],
      ['Lengths', m2.lengths.map((l) => `22${l}`).join(', ')],
      ['Chips', yes(m2.singleSided, 'on one side only', 'both sides')],
      ['Fed by', m2.root],
    ];
  const group = sheet.bays?.find((g) => g.names.includes(name));
  if (kind === 'bay' && group)
    return [
      ['Form', `${group.form} inch, ${group.stance}`],
      ['Takes', group.bus],
      ['Highest drive', group.heightMm ? `${group.heightMm} mm` : null],
      ['Tray', group.tray],
      ['Link', group.linkGbs?.map((g) => `${g} Gb/s`).join(', ')],
      ['Behind', group.root],
      ['Changed while running', yes(group.hotPlug)],
      ['Largest drive listed', group.limitTB ? `${group.limitTB} TB` : null],
    ];
  const board = sheet.boards?.find((b) => b.id === name);
  if (kind === 'board' && board)
    return [
      ['What', board.what],
      ['Fed by', board.root],
      ['Ports', board.ports ? `${board.ports}` : null],
      ['Lanes', board.elec ? `${board.elec}` : null],
    ];
  const supply = sheet.supplies?.find((s) => s.id === name);
  if (kind === 'supply' && supply)
    return [
      ['Power', supply.watt ? `${supply.watt} W` : null],
      ['Input', supply.input ?? 'mains'],
      ['Where', supply.external ? 'outside, on a cable' : 'inside'],
    ];
  const pack = sheet.battery?.find((b) => b.id === name);
  if (kind === 'battery' && pack)
    return [
      ['Energy', pack.wh ? `${pack.wh} Wh` : null],
      ['First step', 'unplug it before anything else'],
    ];
  const socket = sheet.sockets?.find((s) => s.id === name);
  return [
    ['Family', socket?.family],
    ['Soldered', yes(socket?.soldered)],
    [
      'Slots',
      sheet.channels
        ?.filter((c) => c.socket === name)
        .flatMap((c) => c.slots)
        .join(' '),
    ],
  ];
}
