import { running, type Running } from '@easytuck/contract';
import useSWR from 'swr';
import type { Reading } from './reading.ts';
import { request } from './request.ts';

const LOOK_EVERY_MS = 15_000;

/** How the program runs, on all machines. */
export function useRunning(): Reading<Running> {
  return useSWR('/api/running', (key: string) => request('GET', key, running), { refreshInterval: LOOK_EVERY_MS });
}
