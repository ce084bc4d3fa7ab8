import type { MachineSheet } from '../api/types';
import { everyPlace } from '../plate/everyPlace';
import type { Inked } from '../plate/ink';

/** The machine as its sheet has it: every socket filled, every other place looked at and empty. */
export function bare(sheet: MachineSheet): Inked {
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
    foundEmpty: everyPlace(sheet).flatMap(([kind, places]) => (kind === 'Processors' ? [] : places)),
  };
}
