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

/**
 * Saves a change: shown at once, taken back where the server refuses it. `onKept` is called when the server has it, before
 * the page is drawn again with what it answered.
 */
export async function changeWearer(current: Wearer, input: WearerChange, expected: Wearer, onKept: () => void): Promise<Wearer> {
  const key = keys.one(current.id);
  await mutate<Wearer>(key, expected, { revalidate: false });
  try {
    const saved = await request('PUT', key, wearer, input);
    onKept();
    await mutate<Wearer>(key, saved, { revalidate: false });
    void refreshWearers();
    return saved;
  } catch (error) {
    await mutate<Wearer>(key, current, { revalidate: false });
    throw error;
  }
}

/** Reads all lists of wearers again. */
export async function refreshWearers(): Promise<void> {
  await mutate((key) => typeof key === 'string' && key.startsWith('/api/wearers?'));
}

/** Reads one wearer again. */
export async function refreshWearer(id: string): Promise<void> {
  await mutate(keys.one(id));
}
