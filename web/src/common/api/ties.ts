import { tie, tieList, type NewTie, type Tie, type TieInput } from '@easytuck/contract';
import useSWR, { mutate } from 'swr';
import type { Reading } from './reading.ts';
import { request } from './request.ts';

const keys = { list: '/api/ties', one: (id: string): string => `/api/ties/${id}` };

/** All ties in the drawer, by name. */
export function useTies(): Reading<readonly Tie[]> {
  return useSWR(keys.list, async (key: string) => (await request('GET', key, tieList)).ties);
}

/** One tie; nothing is asked for null. */
export function useTie(id: string | null): Reading<Tie> {
  return useSWR(id === null ? null : keys.one(id), (key: string) => request('GET', key, tie));
}

/** Saves a new tie. */
export async function createTie(input: NewTie): Promise<Tie> {
  const saved = await request('POST', keys.list, tie, input);
  await remember(saved);
  return saved;
}

/** Saves a change over the version it was based on. */
export async function changeTie(id: string, input: TieInput & { version: number }): Promise<Tie> {
  const saved = await request('PUT', keys.one(id), tie, input);
  await remember(saved);
  return saved;
}

/** Puts a tie away, or takes it out again. */
export async function putTieAway({ id, version }: Pick<Tie, 'id' | 'version'>, away: boolean): Promise<Tie> {
  const saved = await request('PUT', `${keys.one(id)}/away`, tie, { version, away });
  await remember(saved);
  return saved;
}

async function remember(saved: Tie): Promise<void> {
  await mutate(keys.one(saved.id), saved, { revalidate: false });
  void mutate(keys.list);
}
