import { wearer, wearerList, type NewWearer, type Wearer, type WearerChange } from '@easytuck/contract';
import useSWR, { mutate } from 'swr';
import type { Reading } from './reading.ts';
import { request } from './request.ts';

const keys = {
  search: (letters: string): string => `/api/wearers?${new URLSearchParams({ q: letters }).toString()}`,
  one: (id: string): string => `/api/wearers/${id}`,
};

/** Wearers whose name holds the letters, recently changed first. Keeps the last list while a new one is on its way. */
export function useWearers(letters: string): Reading<readonly Wearer[]> {
  return useSWR(keys.search(letters), async (key: string) => (await request('GET', key, wearerList)).wearers, { keepPreviousData: true });
}

/** One wearer; nothing is asked for null. */
export function useWearer(id: string | null): Reading<Wearer> {
  return useSWR(id === null ? null : keys.one(id), (key: string) => request('GET', key, wearer));
}

/** Saves a new wearer. */
export async function createWearer(input: NewWearer): Promise<Wearer> {
  const saved = await request('POST', '/api/wearers', wearer, input);
  await mutate(keys.one(saved.id), saved, { revalidate: false });
  void refreshWearers();
  return saved;
}

/** Saves a change: shown at once, taken back where the server refuses it. */
export async function changeWearer(current: Wearer, input: WearerChange, expected: Wearer): Promise<Wearer> {
  const saving = request('PUT', keys.one(current.id), wearer, input);
  await mutate<Wearer>(keys.one(current.id), saving, { optimisticData: expected, rollbackOnError: true, revalidate: false });
  void refreshWearers();
  return saving;
}

/** Reads all lists of wearers again. */
export async function refreshWearers(): Promise<void> {
  await mutate((key) => typeof key === 'string' && key.startsWith('/api/wearers?'));
}

/** Reads one wearer again. */
export async function refreshWearer(id: string): Promise<void> {
  await mutate(keys.one(id));
}
