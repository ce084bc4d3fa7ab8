import type { ArrayPlan } from '../api/types';

type Choice<K extends keyof ArrayPlan> = [NonNullable<ArrayPlan[K]>, string];

export const LEVELS: Choice<'level'>[] = [
  ['single', 'Single drives'],
  ['span', 'Span'],
  ['stripe', 'Striped · level 0'],
  ['mirror', 'Mirror · level 1'],
  ['pairs', 'Mirrored pairs · level 10'],
  ['parity-1', 'Single parity · level 5'],
  ['parity-2', 'Double parity · level 6'],
  ['parity-3', 'Triple parity'],
  ['layered-1', 'Layered, one redundancy'],
  ['layered-2', 'Layered, two redundancies'],
];

export const HOSTS: Choice<'host'>[] = [
  ['controller', 'a controller'],
  ['kernel', 'the kernel'],
  ['pool', 'a copy-on-write pool'],
];

export const USES: Choice<'use'>[] = [
  ['files', 'file share'],
  ['machines', 'virtual machines'],
  ['database', 'database'],
  ['editing', 'media editing'],
  ['archive', 'archive'],
  ['directory', 'directory and mail'],
  ['cameras', 'camera recording'],
];

/** Levels that may be nested in groups. */
export const NESTS = ['parity-1', 'parity-2', 'parity-3'];
