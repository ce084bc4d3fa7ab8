import type { MachineSheet } from '../api/types';
import type { Inked } from '../plate/ink';

/** The machine as its sheet has it: every socket filled, every other place looked at and empty. */
export function bare(sheet: MachineSheet): Inked {
  const names = (kind: string, list: { id: string }[] | undefined) => (list ?? []).map((x) => `${kind}:${x.id}`);
  const sockets = Object.fromEntries(
    (sheet.sockets ?? []).map((s) => [
      `socket:${s.id}`,
      { source: 'sheet', processor: { name: sheet.processors?.[0]?.name ?? '' } },
    ]),
  );
  return {
    sheet,
    found: sockets,
    planned: sockets,
    changes: [],
    foundEmpty: [
      ...(sheet.channels ?? []).flatMap((c) => c.slots.map((s) => `slot:${s}`)),
      ...names('card', sheet.slots),
      ...names('m2', sheet.m2),
      ...(sheet.bays ?? []).flatMap((g) => g.names.map((n) => `bay:${n}`)),
    ],
  };
}
