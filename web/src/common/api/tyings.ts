import {
  kinLearning,
  tying,
  tyingKept,
  tyingList,
  wearerTakeUps,
  type KinLearning,
  type Tying,
  type TyingInput,
  type WearerTakeUps,
} from '@easytuck/contract';
import useSWR, { mutate } from 'swr';
import type { Reading } from './reading.ts';
import { request } from './request.ts';

const keys = {
  ofWearer: (wearerId: string): string => `/api/tyings?${new URLSearchParams({ wearerId }).toString()}`,
  ofTie: (tieId: string): string => `/api/tyings?${new URLSearchParams({ tieId }).toString()}`,
  kin: (tieId: string): string => `/api/tyings/kin/${tieId}`,
  own: (wearerId: string): string => `/api/tyings/own-take-ups/${wearerId}`,
};

/** A wearer's tyings, latest first. */
export function useTyingsOf(wearerId: string): Reading<readonly Tying[]> {
  return useSWR(keys.ofWearer(wearerId), async (key: string) => (await request('GET', key, tyingList)).tyings);
}

/** A tie's tyings by whomever, latest first; nothing is asked for null. */
export function useTyingsOfTie(tieId: string | null): Reading<readonly Tying[]> {
  return useSWR(tieId === null ? null : keys.ofTie(tieId), async (key: string) => (await request('GET', key, tyingList)).tyings);
}

/** What other ties of a tie's maker or cloth showed against the shape of their knots. */
export function useKinLearning(tieId: string): Reading<KinLearning> {
  return useSWR(keys.kin(tieId), (key: string) => request('GET', key, kinLearning));
}

/** A wearer's own take-ups, of the ties tied and measured; nothing is asked for null. */
export function useOwnTakeUps(wearerId: string | null): Reading<WearerTakeUps['ties']> {
  return useSWR(wearerId === null ? null : keys.own(wearerId), async (key: string) => (await request('GET', key, wearerTakeUps)).ties);
}

/** Takes a tying off the record, or puts it back. */
export async function keepTying({ id, wearerId, tieId }: Tying, isKept: boolean): Promise<void> {
  await request('PUT', `/api/tyings/${id}/kept`, tyingKept, { isKept });
  await Promise.all([keys.ofWearer(wearerId), keys.ofTie(tieId), keys.own(wearerId)].map((key) => mutate(key)));
}

/** Puts a tying on record. Sending the same one again is safe. */
export async function recordTying(input: TyingInput): Promise<Tying> {
  const saved = await request('POST', '/api/tyings', tying, input);
  await Promise.all([keys.ofWearer(saved.wearerId), keys.ofTie(saved.tieId), keys.own(saved.wearerId)].map((key) => mutate(key)));
  return saved;
}
