import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { api, unwrap } from '../api/client';
import type { components } from '../api/schema';

export type Board = components['schemas']['QuickBoardView'];
export type Fill = components['schemas']['FillAnswer'];
export type LabelSumView = components['schemas']['LabelSum'];
type BoardRequest = components['schemas']['QuickBoardRequest'];
type ClockRequest = components['schemas']['ClockRequest'];
type ArrayRequest = components['schemas']['QuickArrayQuestion'];
type CacheRequest = components['schemas']['CacheQuestion'];
type BootRequest = components['schemas']['BootQuestion'];
type LaneRequest = components['schemas']['LaneQuestion'];
type FillRequest = components['schemas']['FillRequest'];
type OsRequest = components['schemas']['OsRequest'];

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
  placeholderData: (old: T | undefined) => old,
  queryFn: ({ signal }: { signal: AbortSignal }) => ask(signal),
});

export const useLabels = (text: string) =>
  useQuery(
    sum(
      'labels',
      text,
      async (signal) => unwrap(await api.POST('/api/quick/labels', { body: { text }, signal })),
      text.trim() !== '',
    ),
  );

export const useBoard = (body: BoardRequest) =>
  useQuery(
    sum(
      'board',
      body,
      async (signal) => unwrap(await api.POST('/api/quick/board', { body, signal })),
      body.sheetId !== '',
    ),
  );

export const useClock = (body: ClockRequest) =>
  useQuery(
    sum(
      'clock',
      body,
      async (signal) => unwrap(await api.POST('/api/quick/clock', { body, signal })),
      (body.modules ?? '').trim() !== '',
    ),
  );

export const useArray = (body: ArrayRequest) =>
  useQuery(
    sum(
      'array',
      body,
      async (signal) => unwrap(await api.POST('/api/quick/array', { body, signal })),
      body.count > 0 && body.gigabytes > 0,
    ),
  );

export const useCache = (body: CacheRequest) =>
  useQuery(
    sum(
      'cache',
      body,
      async (signal) => unwrap(await api.POST('/api/quick/cache', { body, signal })),
      body.hotBytes > 0,
    ),
  );

export const useLane = (body: LaneRequest) =>
  useQuery(sum('lane', body, async (signal) => unwrap(await api.POST('/api/quick/lane', { body, signal })), true));

export const useBoot = (body: BootRequest) =>
  useQuery(
    sum(
      'boot',
      body,
      async (signal) => unwrap(await api.POST('/api/quick/boot', { body, signal })),
      (body.bytes ?? 0) > 0,
    ),
  );

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

export const useFill = (body: FillRequest) =>
  useQuery(
    sum(
      'fill',
      body,
      async (signal) => unwrap(await api.POST('/api/quick/fill', { body, signal })),
      body.sheetId !== '',
    ),
  );

export const useOs = (body: OsRequest) =>
  useQuery(
    sum(
      'os',
      body,
      async (signal) => unwrap(await api.POST('/api/quick/os', { body, signal })),
      Number(body.installedGiB) > 0,
    ),
  );

/** What a number field may hold. */
export const digits = (text: string) => text.replace(',', '.').replace(/[^\d.]/g, '');
