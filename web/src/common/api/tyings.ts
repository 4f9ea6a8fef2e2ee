import { clothLearning, tying, tyingList, type ClothLearning, type Tying, type TyingInput } from '@easytuck/contract';
import useSWR, { mutate } from 'swr';
import type { Reading } from './reading.ts';
import { request } from './request.ts';

const keys = {
  ofWearer: (wearerId: string): string => `/api/tyings?${new URLSearchParams({ wearerId }).toString()}`,
  ofTie: (tieId: string): string => `/api/tyings?${new URLSearchParams({ tieId }).toString()}`,
  cloth: (tieId: string): string => `/api/tyings/same-cloth/${tieId}`,
};

/** A wearer's tyings, latest first. */
export function useTyingsOf(wearerId: string): Reading<readonly Tying[]> {
  return useSWR(keys.ofWearer(wearerId), async (key: string) => (await request('GET', key, tyingList)).tyings);
}

/** A tie's tyings by whomever, latest first; nothing is asked for null. */
export function useTyingsOfTie(tieId: string | null): Reading<readonly Tying[]> {
  return useSWR(tieId === null ? null : keys.ofTie(tieId), async (key: string) => (await request('GET', key, tyingList)).tyings);
}

/** What the other ties of a tie's cloth showed against the model. */
export function useClothLearning(tieId: string): Reading<ClothLearning> {
  return useSWR(keys.cloth(tieId), (key: string) => request('GET', key, clothLearning));
}

/** Puts a tying on record. Sending the same one again is safe. */
export async function recordTying(input: TyingInput): Promise<Tying> {
  const saved = await request('POST', '/api/tyings', tying, input);
  await Promise.all([mutate(keys.ofWearer(saved.wearerId)), mutate(keys.ofTie(saved.tieId))]);
  return saved;
}
