import { tying, tyingList, type Tying, type TyingInput } from '@easytuck/contract';
import useSWR, { mutate } from 'swr';
import type { Reading } from './reading.ts';
import { request } from './request.ts';

const keys = { ofWearer: (wearerId: string): string => `/api/tyings?${new URLSearchParams({ wearerId }).toString()}` };

/** A wearer's tyings, latest first. */
export function useTyingsOf(wearerId: string): Reading<readonly Tying[]> {
  return useSWR(keys.ofWearer(wearerId), async (key: string) => (await request('GET', key, tyingList)).tyings);
}

/** Puts a tying on record. Sending the same one again is safe. */
export async function recordTying(input: TyingInput): Promise<Tying> {
  const saved = await request('POST', '/api/tyings', tying, input);
  await mutate(keys.ofWearer(saved.wearerId));
  return saved;
}
