/** One operation of RFC 6902, of the three that the host sends. */
export interface Operation {
  op: 'add' | 'replace' | 'remove';
  /** A pointer of RFC 6901. */
  path: string;
  value?: unknown;
}

type Json = Record<string, unknown> | unknown[];

/** The document after the operations. What none of them touches is the same object as before; the document itself stays as it was. */
export function patched<T extends object>(document: T, operations: Operation[]): T {
  // Copies made by this call may be written to; everything else is shared with the document before.
  const own = new Set<Json>();
  const copy = (of: unknown): Json => {
    if (own.has(of as Json)) return of as Json;
    if (typeof of !== 'object' || of === null) throw new Error('A path leads through what holds nothing.');
    const made: Json = Array.isArray(of) ? [...(of as unknown[])] : { ...(of as Record<string, unknown>) };
    own.add(made);
    return made;
  };
  let root = document as Json;
  for (const { op, path, value } of operations) {
    const steps = path.split('/').slice(1).map(named);
    const last = steps.pop();
    if (last === undefined) throw new Error('The whole document is not sent as a change.');
    let at = (root = copy(root));
    for (const step of steps) at = put(at, step, copy(get(at, step)));
    if (Array.isArray(at)) {
      const index = Number(last);
      if (!(index >= 0 && index <= at.length - (op === 'add' ? 0 : 1))) throw new Error(`There is no ${path}.`);
      if (op === 'add') at.splice(index, 0, value);
      else if (op === 'remove') at.splice(index, 1);
      else at[index] = value;
    } else if (op === 'remove') {
      if (!(last in at)) throw new Error(`There is no ${path}.`);
      delete at[last];
    } else if (op === 'add' && !(last in at)) insert(at, last, value);
    else at[last] = value;
  }
  return root as T;
}

const named = (step: string) => step.replaceAll('~1', '/').replaceAll('~0', '~');

const get = (of: Json, step: string): unknown => (Array.isArray(of) ? of[Number(step)] : of[step]);

function put(of: Json, step: string, value: Json): Json {
  if (Array.isArray(of)) of[Number(step)] = value;
  else of[step] = value;
  return value;
}

/** Names that stood in order stay in order: places are shown as they come. */
function insert(of: Record<string, unknown>, name: string, value: unknown) {
  const names = Object.keys(of);
  const at = names.findIndex((n) => n > name);
  of[name] = value;
  if (at < 0 || names.some((n, i) => i > 0 && names[i - 1]! > n)) return;
  for (const later of names.slice(at)) {
    const moved = of[later];
    delete of[later];
    of[later] = moved;
  }
}
