import type { LaneBranch, LaneEnd, LaneSheet } from '../api/types';

export const end = (place: string, more: Partial<LaneEnd> = {}): LaneEnd => ({
  place,
  name: '2 TB NVMe',
  state: 'full',
  wants: 4,
  wantsGen: 4,
  width: 4,
  gen: 4,
  mBs: 6633,
  needMBs: 6000,
  new: true,
  why: null,
  ...more,
});

export const branch = (id: string, ends: LaneEnd[], more: Partial<LaneBranch> = {}): LaneBranch => ({
  place: `card:${id}`,
  kind: 'card',
  root: 'CPU 1',
  mech: 16,
  wired: 16,
  lanes: 16,
  gen: 4,
  state: ends.length ? 'used' : 'free',
  why: null,
  used: ends.reduce((n, e) => n + e.width, 0),
  loose: 0,
  split: [],
  switched: false,
  ends,
  bus: null,
  card: null,
  cardNew: false,
  ...more,
});

export const sheet = (branches: LaneBranch[]): LaneSheet => ({
  roots: [
    {
      id: 'CPU 1',
      gen: 4,
      lanes: 128,
      wired: 100,
      used: 8,
      free: 8,
      notLookedAt: 0,
      dark: false,
      uplink: null,
      uplinkLanes: null,
      uplinkGen: null,
      uplinkMBs: null,
      behindMBs: 0,
    },
    {
      id: 'chipset',
      gen: 3,
      lanes: 16,
      wired: 8,
      used: 0,
      free: 8,
      notLookedAt: 0,
      dark: false,
      uplink: 'CPU 1',
      uplinkLanes: 4,
      uplinkGen: 3,
      uplinkMBs: 3317,
      behindMBs: 0,
    },
  ],
  branches,
  splits: [],
  used: 0,
  left: 0,
  leftAtLeast: 0,
});

/** Twenty-four drives on six carriers, and a slot behind the chipset. */
export const many = sheet([
  ...Array.from({ length: 6 }, (_, n) =>
    branch(
      `S${n + 1}`,
      Array.from({ length: 4 }, (_, i) => end(`m2:S${n + 1}.${i + 1}`)),
    ),
  ),
  branch('S7', [], { root: 'chipset', lanes: 8, gen: 3 }),
]);
