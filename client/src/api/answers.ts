import { replaceEqualDeep } from '@tanstack/react-query';
import { api, unwrap } from './client';
import { patched, type Operation } from './patch';
import type { JobView } from './types';

// What the host answered last of each job, by the tag that it gave: patches start from these, never from what was guessed on top.
const held = new Map<string, { tag: string; view: JobView }[]>();
const MOST = 4;
// Jobs beyond these are fetched whole when somebody comes back to them.
const MOST_JOBS = 8;

/** Headers of a request whose answer may be what changed since the last one (RFC 3229). */
export function delta(number: string): Record<string, string> {
  const last = held.get(number)?.[0];
  return last ? { 'A-IM': 'json-patch', 'Delta-Base': `"${last.tag}"` } : {};
}

/** The job of an answer that is it, or what changed in it. */
export async function jobOf(
  number: string,
  answer: { data?: unknown; error?: unknown; response: Response },
): Promise<JobView> {
  const data = unwrap(answer);
  const { headers } = answer.response;
  if (headers.get('IM') !== 'json-patch') return hold(number, headers, data as JobView);
  const from = held.get(number)?.find((h) => `"${h.tag}"` === headers.get('Delta-Base'));
  try {
    if (from) return hold(number, headers, patched(from.view, data as Operation[]));
  } catch {
    // What can't be applied is not trusted: the whole is asked for.
  }
  held.delete(number);
  const whole = await api.GET('/api/jobs/{number}', { params: { path: { number } } });
  return hold(number, whole.response.headers, unwrap(whole) as JobView);
}

/**
 * What is shown next, with the parts of before wherever they say the same: what was typed beside them is not lost to a new copy. A change
 * shares them already, and is not compared again.
 */
export const shared = (before: unknown, next: unknown): unknown =>
  (before as JobView | undefined)?.found === (next as JobView).found ? next : replaceEqualDeep(before, next);

function hold(number: string, headers: Headers, view: JobView): JobView {
  const tag = headers.get('ETag')?.replace(/^W\//, '').replaceAll('"', '');
  if (!tag) return view;
  const before = held.get(number) ?? [];
  held.delete(number);
  held.set(number, [{ tag, view }, ...before.filter((h) => h.tag !== tag)].slice(0, MOST));
  for (const oldest of [...held.keys()].slice(0, -MOST_JOBS)) held.delete(oldest);
  return view;
}
