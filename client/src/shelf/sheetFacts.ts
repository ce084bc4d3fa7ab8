import type { MachineSheet } from '../api/types';
import { short } from '../format/numbers';
import { CLAIMABLE } from '../editor/machineSpec';
import { plugsWords, showLimits } from '../editor/values';
import { WHOSE } from '../frame/whose';
import { placesLine } from './Sheets';

const LISTED = { module: 'memory', drive: 'drive', card: 'card' } as const;

export type Fact = [name: string, value: string | null | undefined];

const yes = (value: boolean | null | undefined, yesText = 'yes', noText = 'no') =>
  value == null ? null : value ? yesText : noText;
const unit = (value: number | null | undefined, of: string) => (value == null ? null : `${value} ${of}`);
const list = (values: readonly (string | number)[] | null | undefined, by = ', ') =>
  values == null || values.length === 0 ? null : values.join(by);
/** What is said, with what it is; what nobody said is left away. */
const said = (...parts: (string | null | undefined | false | 0)[]) => parts.filter(Boolean).join(', ') || null;
const plugs = (all: readonly Parameters<typeof plugsWords>[0][] | null | undefined) =>
  all == null ? null : (list(all.map(plugsWords)) ?? 'none');

/** What a sheet says, for reading: the machine, and each of its places. Every field of the sheet is named in one of them. */
export function factsOf(sheet: MachineSheet): { general: Fact[]; about: (place: string) => Fact[] } {
  const f = sheet.firmware;
  const general: Fact[] = [
    ['Chassis', said(sheet.chassis?.kind, sheet.chassis?.units ? `${sheet.chassis.units} U` : null)],
    ...memoryFacts(sheet),
    ['Places', placesLine(sheet)],
    [
      'Lanes',
      list(
        sheet.roots?.map((r) =>
          [
            `${r.id} ${r.lanes ?? '?'} of generation ${r.gen ?? '?'}`,
            r.uplink && `behind ${r.uplink} by ×${r.uplinkLanes ?? '?'} of generation ${r.uplinkGen ?? '?'}`,
          ]
            .filter(Boolean)
            .join(', '),
        ),
        '; ',
      ),
    ],
    ...(sheet.processors ?? []).map((p): Fact => [
      `Processor ${said(p.maker, p.name)}`,
      said(
        p.socket && `socket ${p.socket}`,
        p.stepping && `stepping ${p.stepping}`,
        unit(p.cores, 'cores'),
        unit(p.watt, 'W'),
        p.memoryRateMTs && `memory to ${p.memoryRateMTs} MT/s`,
        p.memoryTotalGiB && `${p.memoryTotalGiB} GiB`,
        p.memoryTypes && p.memoryTypes.join(' or '),
        p.dieLimitGbit && `chips to ${p.dieLimitGbit} Gbit`,
        p.ecc != null && (p.ecc ? 'uses ECC' : 'without ECC'),
        p.mostSockets && `in at most ${p.mostSockets} sockets`,
        p.lanes != null && `${p.lanes} lanes`,
        p.gen && `generation ${p.gen}`,
        p.graphics != null && (p.graphics ? 'drives a screen' : 'no graphics'),
        p.firmware && `firmware ${p.firmware} or newer`,
        p.revisions && `on board revision ${p.revisions.join(' or ')}`,
      ) ?? 'on the list of the board',
    ]),
    ['Fans', sheet.fans == null ? null : `${sheet.fans}`],
    ['Air duct', yes(sheet.airDuct, 'over processors and memory', 'none')],
    ['Fan in the cover', yes(sheet.fanInCover, 'yes, with a contact there')],
    [
      'At the rear',
      list(
        sheet.ports?.map((o) =>
          [
            `${o.n} ${o.what}`,
            o.screen && (o.screen === 'board' ? 'picture from the board' : 'picture from the processor'),
          ]
            .filter(Boolean)
            .join(', '),
        ),
        '; ',
      ),
    ],
    ['Starts', list(f?.bootModes, ' or ')],
    ['Starts from 4096-byte sectors', yes(f?.boots4Kn)],
    ['Starts from NVMe', yes(f?.bootsNvme)],
    ...(f?.needs ?? []).map((n): Fact => [`Firmware for ${n.for}`, `${n.version} or newer`]),
    ...(f?.beeps ?? []).map((b): Fact => [`Signal “${b.pattern}”`, b.means]),
    ...(sheet.revisions ?? []).map((r): Fact => [
      `Board revision ${r.name}`,
      said(r.differs, r.missingSlots?.length ? `without ${r.missingSlots.join(' ')}` : null),
    ]),
    ...(sheet.exclusions ?? []).map((e): Fact => [
      `With ${e.when} in use`,
      e.lanes ? `${e.then} drops to ×${e.lanes}` : `${e.then} goes dark`,
    ]),
    ...(sheet.opening ?? []).map((o, i): Fact => [
      `Opening, step ${i + 1}`,
      [
        o.text,
        o.tool,
        o.screws ? `${o.screws} screws` : '',
        o.keep ? `not to be undone: ${o.keep}` : '',
        o.cutsPower ? 'takes the power off' : '',
        o.drivesOut ? 'the drives come out for it' : '',
        o.caution,
        o.closing ? `at the end: ${o.closing}` : '',
        o.minutes ? `${o.minutes} min` : '',
      ]
        .filter(Boolean)
        .join('; '),
    ]),
    ...(sheet.listed ?? []).map((r): Fact => [
      `On the maker’s list: ${LISTED[r.what]}`,
      said(
        r.number,
        r.maker,
        r.protocol && (r.protocol === 'nvme' ? 'NVMe' : r.protocol.toUpperCase()),
        r.media,
        r.type,
        unit(r.tb, 'TB'),
        unit(r.giB, 'GiB'),
        r.only && `as a ${r.only} only`,
        r.source,
        r.date && `of ${r.date}`,
      ),
    ]),
    ...(sheet.claims ?? []).map((c): Fact => [
      `Said about ${claimed(c.path)}`,
      `${c.value}, ${WHOSE[c.word]}, ${c.source}${c.chosen ? '; this one is believed' : ''}`,
    ]),
  ];
  return { general, about: (place) => placeFacts(sheet, place) };
}

function claimed(path: string): string {
  return CLAIMABLE.find(([p]) => p === path)?.[1] ?? path.slice(1).replaceAll('/', ' ');
}

function memoryFacts(sheet: MachineSheet): Fact[] {
  const m = sheet.memory;
  if (!sheet.channels?.some((c) => c.slots.length > 0)) return [];
  return [
    [
      'Memory',
      `${m?.generation ?? '?'} ${m?.form === 'sodimm' ? 'SO-DIMM' : m?.form === 'dimm' ? 'DIMM' : 'form not known'}, ${m?.types?.join(' or ') ?? 'types not known'}`,
    ],
    [
      'Channels',
      m?.channelsKnown === false
        ? 'not known: the names don’t tell'
        : list(
            sheet.channels.map((c) => `${c.id} ${c.slots.join(' ')}`),
            '; ',
          ),
    ],
    ['Filled in the order', list(m?.fillOrder, ' ')],
    ['Largest module, total', `${m?.slotLimitGiB ?? '?'} GiB, ${m?.totalLimitGiB ?? '?'} GiB`],
    ['Top rate', unit(m?.rateLimitMTs, 'MT/s')],
    [
      'Rates',
      list(
        m?.rates?.map((r) =>
          said(`${r.rateMTs} MT/s with ${r.perChannel} in a channel`, r.type, r.ranks && `${r.ranks} ranks`),
        ) as string[] | undefined,
        '; ',
      ),
    ],
    ['ECC works', yes(m?.eccWorks)],
    ['ECC beside other modules', m?.eccMixing],
    ['Modes', list(m?.modes)],
    ['Interleaves over', m?.interleaveWays ? `${m.interleaveWays.join(', ')} channels` : null],
    ['Ranks in a channel', m?.ranksPerChannel == null ? null : `at most ${m.ranksPerChannel}`],
    ['Densest chip', unit(m?.dieLimitGbit, 'Gbit')],
    ['×4 beside ×8 chips', yes(m?.widthsMix, 'works', 'refused')],
    ['Supply of the modules', m?.supplyMilliVolt ? `${m.supplyMilliVolt / 1000} V only` : null],
    ['Held back', unit(m?.reservedMiB, 'MiB')],
  ];
}

function placeFacts(sheet: MachineSheet, place: string): Fact[] {
  const [kind] = place.split(':');
  const name = short(place);
  const taken = (sheet.exclusions ?? [])
    .filter((e) => e.then === name || e.when === name)
    .map((e): Fact => [
      e.when === name ? 'In use' : `While ${e.when} is in use`,
      e.lanes ? `${e.then} drops to ×${e.lanes}` : `${e.then} goes dark`,
    ]);
  const channel = sheet.channels?.find((c) => c.slots.includes(name));
  if (kind === 'slot')
    return [
      ['Channel', sheet.memory?.channelsKnown === false ? null : channel?.id],
      ['Socket', channel?.socket],
      ['Filled as number', `${(channel?.slots.indexOf(name) ?? 0) + 1} of its channel`],
      ['Largest module', unit(sheet.memory?.slotLimitGiB, 'GiB')],
    ];
  const slot = sheet.slots?.find((s) => s.id === name);
  if (kind === 'card' && slot)
    return slot.bus === 'pci'
      ? [
          ['Bus', 'conventional PCI, shared by its slots'],
          ['Fed by', slot.root],
          ['Height', slot.height],
          ['Longest card', unit(slot.lengthMm, 'mm')],
          ['Power', unit(slot.watt, 'W')],
          ...taken,
        ]
      : [
          ['Bus', slot.bus ?? 'pcie'],
          ['Width', `${slot.mech} mechanical, ${slot.elec} wired`],
          ['Generation', `${slot.gen}`],
          ['Fed by', slot.root],
          [
            'Splits',
            list(
              slot.splits?.map((s) => s.map((w) => `×${w}`).join(' ')),
              ' or ',
            ),
          ],
          ['Height', slot.height],
          ['Longest card', said(unit(slot.lengthMm, 'mm'), slot.openEnd && 'open at the end')],
          ['Power', slot.watt ? `${slot.watt} W` : 'as the standard gives'],
          ...taken,
        ];
  const m2 = sheet.m2?.find((s) => s.id === name);
  if (kind === 'm2' && m2)
    return [
      ['Wired', m2.wired],
      ['Takes', m2.form?.toUpperCase()],
      ['Protocols', list(m2.protocols, ' or ')],
      ['Lanes', said(m2.lanes != null && `×${m2.lanes}`, m2.gen && `generation ${m2.gen}`)],
      ['Key', m2.key],
      ['Lengths', list(m2.lengths.map((l) => `22${l}`))],
      ['Chips', yes(m2.singleSided, 'on one side only', 'both sides')],
      ['Held by', m2.fixing ? `a ${m2.fixing}` : null],
      ['Fed by', m2.root],
      ...(m2.on ? [['On the card in', m2.on] as Fact] : []),
      ...taken,
    ];
  const group = sheet.bays?.find((g) => g.names.includes(name));
  if (kind === 'bay' && group)
    return [
      ['Group', `${group.group}, ${group.cols} in a row`],
      ['Form', `${/^[a-z]/.test(group.form) ? group.form.toUpperCase() : `${group.form} inch`}, ${group.stance}`],
      ['Takes', group.bus],
      ['Highest drive', unit(group.heightMm, 'mm')],
      ['Tray', group.tray],
      ['Link', list(group.linkGbs?.map((g) => `${g} Gb/s`))],
      ['Behind', group.root],
      ['Expander', yes(group.expander, 'shares its uplink')],
      ['Plug at the backplane', group.plug],
      ['Power plugs of the backplane', plugs(group.feed)],
      ['3.3 V on pin 3', yes(group.powersPin3)],
      ['Changed while running', yes(group.hotPlug)],
      ['Largest drive listed', unit(group.limitTB, 'TB')],
      ['By kind', showLimits(group.limits) || null],
      ...taken,
    ];
  const board = sheet.boards?.find((b) => b.id === name);
  if (kind === 'board' && board)
    return [
      ['What', board.what],
      ['Fed by', board.root],
      ['Ports', board.ports == null ? null : `${board.ports}`],
      ['Speaks', list(board.protocols)],
      ['Rates', list(board.linkGbs?.map((g) => `${g} Gb/s`))],
      ['Levels of its firmware', board.raid?.levels == null ? null : (list(board.raid.levels) ?? 'none')],
      ['Members of an array', board.raid?.mostMembers == null ? null : `at most ${board.raid.mostMembers}`],
      ['Starts from an array', yes(board.raid?.boots)],
      ['Driver for the installer', yes(board.raid?.driverAtInstall, 'needed', 'not needed')],
      ['TRIM passes at', board.raid?.trimLevels == null ? null : (list(board.raid.trimLevels) ?? 'no level')],
      ['… from option ROM', list(board.raid?.trimFrom?.map((f) => `level ${f.level} from ${f.firmware}`))],
      ['Option ROM and driver', list(board.raid?.pairs?.map((p) => `${p.firmware} with ${p.driver}`))],
      ['Mode is set under', board.raid?.menu],
      ['Lanes', said(board.elec != null && `×${board.elec}`, board.gen && `generation ${board.gen}`)],
      ...taken,
    ];
  const supply = sheet.supplies?.find((s) => s.id === name);
  if (kind === 'supply' && supply)
    return [
      ['Power', unit(supply.watt, 'W')],
      ['On 12 V', unit(supply.amp12, 'A')],
      ['On 5 V', unit(supply.amp5, 'A')],
      ['Input', supply.input ?? 'mains'],
      ['Where', supply.external ? 'outside, on a cable' : 'inside'],
      ['Plugs', plugs(supply.connectors)],
    ];
  const pack = sheet.battery?.find((b) => b.id === name);
  if (kind === 'battery' && pack)
    return [
      ['Energy', unit(pack.wh, 'Wh')],
      ['First step', 'unplug it before anything else'],
    ];
  const socket = sheet.sockets?.find((s) => s.id === name);
  return [
    ['Family', socket?.family],
    ['Soldered', yes(socket?.soldered)],
    ['Most heat', unit(socket?.wattLimit, 'W')],
    [
      'Slots',
      list(
        sheet.channels?.filter((c) => c.socket === name).flatMap((c) => c.slots),
        ' ',
      ),
    ],
  ];
}
