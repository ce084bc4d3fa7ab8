import type { Edit } from './types';

const LISTS = ['members', 'spares', 'places'];

/** The edit that changes what differs between two states of one thing and nothing else of it; null when nothing does. */
export function changeOf(subject: string, before: object, after: object): Edit | null {
  const was = before as Record<string, unknown>;
  const is = after as Record<string, unknown>;
  const to: Record<string, unknown> = {};
  const lists: Record<string, { add: string[]; drop: string[] }> = {};
  for (const field of new Set([...Object.keys(was), ...Object.keys(is)])) {
    const [a, b] = [was[field] ?? null, is[field] ?? null];
    if (field === 'name' || JSON.stringify(a) === JSON.stringify(b)) continue;
    const change = LISTS.includes(field) ? listChange((a ?? []) as string[], (b ?? []) as string[]) : null;
    if (change) lists[field] = change;
    else to[field] = b;
  }
  if (Object.keys(to).length === 0 && Object.keys(lists).length === 0) return null;
  return {
    type: 'changeFields',
    subject,
    to: to as Record<string, never>,
    lists: Object.keys(lists).length > 0 ? lists : null,
  };
}

/** What comes in and what goes; null when only the order changes. */
function listChange(before: string[], after: string[]) {
  const add = after.filter((p) => !before.includes(p));
  const drop = before.filter((p) => !after.includes(p));
  return add.length + drop.length > 0 ? { add, drop } : null;
}
