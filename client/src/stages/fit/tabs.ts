import type { Purpose, Topic } from '../../api/types';

/** A sheet of Fit: its name, cut at the letter that opens it. */
export type Tab = [key: string, before: string, letter: string, rest: string];

/** What each is about; those that a job is about stand first. Power is every job's, and last. */
const ABOUT: Record<string, readonly Topic[]> = {
  memory: ['memory', 'processor'],
  arrays: ['bays', 'arrays'],
  lanes: ['cards', 'm2'],
  path: ['arrays', 'cards'],
  cache: ['arrays'],
  boot: ['m2', 'bays'],
  power: [],
};

/** The sheet on which each purpose is worked; none where all are. */
const WORKED: Record<Purpose, string | null> = {
  memory: 'memory',
  drives: 'arrays',
  card: 'lanes',
  path: 'path',
  processor: 'memory',
  boot: 'boot',
  broken: null,
  everything: null,
};

/** The sheets in the order of a job: those its purposes are worked on, what else it is about, then the rest, each as it comes. */
export const inOrder = (tabs: readonly Tab[], topics: readonly Topic[], purposes: readonly Purpose[]): Tab[] => {
  const rank = ([key]: Tab) =>
    purposes.some((p) => WORKED[p] === key) ? 0 : ABOUT[key]!.some((t) => topics.includes(t)) ? 1 : 2;
  return tabs.toSorted((a, b) => rank(a) - rank(b));
};

export const TABS: Tab[] = [
  ['memory', '', 'M', 'emory'],
  ['arrays', '', 'B', 'ays and arrays'],
  ['lanes', '', 'L', 'anes'],
  ['path', '', 'P', 'ath'],
  ['cache', '', 'C', 'ache'],
  ['boot', 'B', 'o', 'ot'],
  ['power', 'Po', 'w', 'er and heat'],
];
