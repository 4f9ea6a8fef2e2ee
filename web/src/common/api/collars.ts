import { collarList, stockCollar, type CollarInput, type NewCollar, type StockCollar } from '@easytuck/contract';
import useSWR, { mutate } from 'swr';
import { z } from 'zod';
import type { Reading } from './reading.ts';
import { request } from './request.ts';

const KEY = '/api/collars';

/** Collars of the shirts in stock, by name. */
export function useCollars(): Reading<readonly StockCollar[]> {
  return useSWR(KEY, async (key: string) => (await request('GET', key, collarList)).collars);
}

/** Saves a new collar. */
export async function createCollar(input: NewCollar): Promise<StockCollar> {
  const saved = await request('POST', KEY, stockCollar, input);
  await mutate(KEY);
  return saved;
}

/** Saves a change over the version it was based on. */
export async function changeCollar(id: string, input: CollarInput & { version: number }): Promise<StockCollar> {
  const saved = await request('PUT', `${KEY}/${id}`, stockCollar, input);
  await mutate(KEY);
  return saved;
}

/** Takes a collar out of stock. */
export async function removeCollar({ id, version }: StockCollar): Promise<void> {
  await request('DELETE', `${KEY}/${id}?version=${version}`, z.null());
  await mutate(KEY);
}
