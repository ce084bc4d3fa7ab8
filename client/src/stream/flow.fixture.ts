import type { PathFlow, PathStage } from '../api/types';

const stage = (name: string, mBs: number | null): PathStage => ({
  kind: name as PathStage['kind'],
  name,
  detail: `detail of ${name}`,
  rawMBs: mBs,
  efficiency: 1,
  traffic: 1,
  mBs,
  others: [],
  places: [],
  why: { lines: [], result: { formula: 'lets through', value: `${mBs}`, limits: true }, source: 'test' },
});

/** A path of stages that let through so much; null for one whose rate is not known. */
export const flow = (...rates: (number | null)[]): PathFlow => {
  const stages = rates.map((r, i) => stage(`Stage ${i}`, r));
  const known = rates
    .map((r, i) => [r, i] as const)
    .filter((x) => x[0] !== null)
    .sort((a, b) => a[0]! - b[0]!);
  return {
    way: 'read',
    stages,
    pinch: known[0]?.[1] ?? null,
    next: known[1]?.[1] ?? null,
    endMBs: known[0]?.[0] ?? 0,
    innerMBs: null,
    localMBs: 0,
    lifts: [],
    band: null,
    networkBand: null,
    hours: null,
    verdict: '',
  };
};
