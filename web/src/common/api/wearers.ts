import {
  likeWearers,
  measureHistory,
  wearer,
  wearerList,
  wearerTies,
  type LikeWearer,
  type NewWearer,
  type TakenMeasure,
  type Wearer,
  type WearerSort,
  type WearerChange,
  type WearerList,
  type WearerTies,
} from '@easytuck/contract';
import useSWR, { mutate } from 'swr';
import { z } from 'zod';
import type { Reading } from './reading.ts';
import { request } from './request.ts';

const keys = {
  search: (letters: string): string => `/api/wearers?${new URLSearchParams({ q: letters }).toString()}`,
  one: (id: string): string => `/api/wearers/${id}`,
  measures: (id: string): string => `/api/wearers/${id}/measures`,
  ties: (id: string): string => `/api/wearers/${id}/ties`,
};

/** Wearers found by letters, and the letters they were found by: a list from before stays until the new one is there. */
export interface FoundWearers {
  readonly letters: string;
  readonly wearers: readonly Wearer[];
}

/** Wearers whose name holds the letters, recently seen first. Keeps the last list while a new one is awaited. */
export function useWearers(letters: string): Reading<FoundWearers> {
  return useSWR(keys.search(letters), async (key: string) => ({ letters, wearers: (await request('GET', key, wearerList)).wearers }), {
    keepPreviousData: true,
  });
}

/** What of the wearers is listed: those of every day, those with a day to come, those put away; and which page. */
export interface ListedWearers {
  readonly letters: string;
  readonly show: 'current' | 'due' | 'away';
  readonly sort: WearerSort;
  readonly offset: number;
  readonly limit: number;
}

/** A page of wearers with how many there are in all. */
export function useWearerList({ letters, show, sort, offset, limit }: ListedWearers): Reading<WearerList> {
  const search = new URLSearchParams({ q: letters, show, sort, offset: String(offset), limit: String(limit), counted: 'yes' });
  return useSWR(`/api/wearers?${search.toString()}`, (key: string) => request('GET', key, wearerList), { keepPreviousData: true });
}

/** Those whose day comes next, soonest first. */
export function useDueWearers(limit: number): Reading<readonly Wearer[]> {
  return useSWR(
    `/api/wearers?${new URLSearchParams({ show: 'due', limit: String(limit) }).toString()}`,
    async (key: string) => (await request('GET', key, wearerList)).wearers,
  );
}

/** Puts a wearer away, or takes the record out again. */
export async function putWearerAway({ id, version }: Pick<Wearer, 'id' | 'version'>, away: boolean): Promise<Wearer> {
  const saved = await request('PUT', `${keys.one(id)}/away`, wearer, { version, away });
  await mutate(keys.one(id), saved, { revalidate: false });
  void refreshWearers();
  return saved;
}

/** Deletes a wearer whom nothing goes back to. */
export async function deleteWearer({ id, version }: Pick<Wearer, 'id' | 'version'>): Promise<void> {
  await request('DELETE', `${keys.one(id)}?version=${version}`, z.null());
  void refreshWearers();
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

/** Saves a change over the version it was based on. */
export async function changeWearer(id: string, input: WearerChange): Promise<Wearer> {
  const saved = await request('PUT', keys.one(id), wearer, input);
  await mutate<Wearer>(keys.one(saved.id), saved, { revalidate: false });
  void mutate(keys.measures(saved.id));
  void refreshWearers();
  return saved;
}

/** Reads all lists of wearers again. */
export async function refreshWearers(): Promise<void> {
  await mutate((key) => typeof key === 'string' && key.startsWith('/api/wearers?'));
}

/** A wearer's measures over time, latest first. */
export function useMeasures(id: string): Reading<readonly TakenMeasure[]> {
  return useSWR(keys.measures(id), async (key: string) => (await request('GET', key, measureHistory)).measures);
}

/** Ties that a wearer owns, and which they usually wear; of nobody nothing is asked. */
export function useWearerTies(id: string | null): Reading<WearerTies> {
  return useSWR(id === null ? null : keys.ties(id), (key: string) => request('GET', key, wearerTies));
}

/** Puts a tie among those a wearer owns, or takes it out. */
export async function setOwned(id: string, tieId: string, isOwned: boolean): Promise<void> {
  const ties = await request(isOwned ? 'PUT' : 'DELETE', `${keys.ties(id)}/${tieId}`, wearerTies);
  await mutate(keys.ties(id), ties, { revalidate: false });
}

/** Marks a tie as a wearer’s usual one; null: none is marked. */
export async function markUsual(id: string, tieId: string | null): Promise<void> {
  const address = `/api/wearers/${id}/usual-tie`;
  const ties = await (tieId === null ? request('DELETE', address, wearerTies) : request('PUT', `${address}/${tieId}`, wearerTies));
  await mutate(keys.ties(id), ties, { revalidate: false });
}

/** People on record who may be the person of this name; nothing is asked for a name of fewer than three letters. */
export function useLikeWearers(name: string, collar: string, except: string | null): Reading<readonly LikeWearer[]> {
  const search = new URLSearchParams({ name, collar, ...(except === null ? {} : { except }) }).toString();
  return useSWR(
    name.trim().length < 3 ? null : `/api/wearers/like?${search}`,
    async (key: string) => (await request('GET', key, likeWearers)).wearers,
    { keepPreviousData: true },
  );
}

/** Merges another record into one; what belonged to it is then found here. */
export async function mergeWearers(into: Wearer, from: Wearer): Promise<Wearer> {
  const merged = await request('POST', `${keys.one(into.id)}/merge`, wearer, {
    fromId: from.id,
    version: into.version,
    fromVersion: from.version,
  });
  await mutate(
    (key) =>
      typeof key === 'string' && (key.startsWith('/api/wearers') || key.startsWith('/api/fittings') || key.startsWith('/api/tyings')),
  );
  return merged;
}
