import type { Policy } from '../api/types';

/** What each policy is called, the strictest first. */
export const POLICY_NAMES: Record<Policy, string> = {
  listed: 'Listed',
  'field-proven': 'Field-proven',
  sound: 'Sound',
};

export const POLICIES = Object.keys(POLICY_NAMES) as Policy[];
