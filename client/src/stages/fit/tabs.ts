import type { Topic } from '../../api/types';

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

/** The sheets in the order of a job: what it is about, then the rest, each as it comes. */
export const inOrder = (tabs: readonly Tab[], topics: readonly Topic[]): Tab[] => {
  const about = ([key]: Tab) => ABOUT[key]!.some((t) => topics.includes(t));
  return [...tabs.filter(about), ...tabs.filter((t) => !about(t))];
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
