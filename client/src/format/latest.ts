import { useLayoutEffect, useState } from 'react';

type Deeds = Record<string, (...given: never[]) => unknown>;

/** Functions that stay the same through all drawings of a component and do what the newest one says: what gets them is not drawn anew. */
export function useLatest<T extends Deeds>(now: T): T {
  const [held] = useState(() => follow(now));
  useLayoutEffect(() => held.now(now));
  return held.same;
}

function follow<T extends Deeds>(first: T) {
  let latest = first;
  const pairs = Object.keys(first).map((name) => [name, (...given: never[]) => latest[name]!(...given)]);
  return { same: Object.fromEntries(pairs) as T, now: (next: T) => void (latest = next) };
}
