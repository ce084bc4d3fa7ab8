import { keepPreviousData, useQuery, type UseQueryResult } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { api, unwrap } from '../api/client';
import type { components, paths } from '../api/schema';

export type Board = components['schemas']['QuickBoardView'];
export type Fill = components['schemas']['FillAnswer'];
export type LabelSumView = components['schemas']['LabelSum'];

/** The sums that are asked by a document; a pasted listing is asked by its text. */
type Sums = {
  [P in keyof paths as P extends `/api/quick/${infer Name}` ? Name : never]: paths[P] extends {
    post: {
      requestBody: { content: { 'application/json': infer Body } };
      responses: { 200: { content: { 'application/json': infer Answer } } };
    };
  }
    ? { body: Body; answer: Answer }
    : never;
};
export type SumName = { [N in keyof Sums]: Sums[N] extends never ? never : N }[keyof Sums];

/** What a quick sum is asked. */
export type SumBody<N extends SumName> = Sums[N]['body'];

export interface SumProps {
  params: URLSearchParams;
  set: (more: Record<string, string>) => void;
}

/** A value once it has rested for a moment: sums follow the typing without asking at every letter. */
export function useRested<T>(value: T, ms = 250): T {
  const [rested, setRested] = useState(value);
  const text = JSON.stringify(value);
  useEffect(() => {
    const timer = setTimeout(() => setRested(JSON.parse(text) as T), ms);
    return () => clearTimeout(timer);
  }, [text, ms]);
  return rested;
}

const sum = <T>(name: string, request: unknown, ask: (signal: AbortSignal) => Promise<T>, enabled: boolean) => ({
  queryKey: ['quick', name, request],
  enabled,
  retry: false,
  // The last answer stays while the next one is on its way.
  placeholderData: keepPreviousData,
  queryFn: ({ signal }: { signal: AbortSignal }) => ask(signal),
});

/** The answer to a quick sum, asked anew when the question changes; `ready` is false while there is nothing to ask about. */
export const useSum = <N extends SumName>(
  name: N,
  body: SumBody<N>,
  ready: boolean,
): UseQueryResult<Sums[N]['answer']> =>
  useQuery(
    sum(
      name,
      body,
      async (signal) => unwrap<unknown>(await api.POST(`/api/quick/${name}` as never, { body, signal } as never)),
      ready,
    ),
  ) as UseQueryResult<Sums[N]['answer']>;

export const useGrades = (text: string) =>
  useQuery(
    sum(
      'grades',
      text,
      async (signal) =>
        unwrap(
          await api.POST('/api/quick/grades', {
            body: text,
            bodySerializer: (b) => b as string,
            headers: { 'Content-Type': 'text/plain' },
            signal,
          }),
        ),
      text.trim() !== '',
    ),
  );

/** What a number field may hold. */
export const digits = (text: string) => text.replace(',', '.').replace(/[^\d.]/g, '');
