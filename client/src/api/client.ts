import createClient from 'openapi-fetch';
import { named } from './named';
import type { paths } from './schema';
import type { Problem } from './types';

export const api = createClient<paths>({ baseUrl: '/', fetch: (r) => globalThis.fetch(r) });

/** Thrown for every refusal; carries the problem document. */
export class Refusal extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail ? named(problem.detail, problem.errors?.[0]?.path) : problem.title);
  }
}

/** The data of an answer, or the refusal as an exception. */
export function unwrap<T>(answer: { data?: T; error?: unknown; response: Response }): T {
  if (answer.data !== undefined) return answer.data;
  const problem = answer.error as Partial<Problem> | undefined;
  throw new Refusal({
    type: problem?.type ?? '/problems/unexpected',
    title: problem?.title ?? 'No answer',
    status: answer.response.status,
    ...problem,
    detail: problem?.detail ?? 'The host did not answer as expected; nothing was stored.',
  });
}

/** True when sending the same again later is right: the host or its database is away, nothing was decided. */
export const isAway = (error: unknown) => !(error instanceof Refusal) || error.problem.status === 503;

/** A key under which one write may be sent as often as needed. */
export const newKey = () => crypto.randomUUID();
