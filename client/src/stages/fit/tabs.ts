/** A sheet of Fit: its name, cut at the letter that opens it. */
export type Tab = [key: string, before: string, letter: string, rest: string];

export const TABS: Tab[] = [
  ['memory', '', 'M', 'emory'],
  ['arrays', '', 'B', 'ays and arrays'],
  ['lanes', '', 'L', 'anes'],
  ['path', '', 'P', 'ath'],
  ['cache', '', 'C', 'ache'],
  ['boot', 'B', 'o', 'ot'],
  ['power', 'Po', 'w', 'er and heat'],
];
