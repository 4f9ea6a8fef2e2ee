import { fitting, fittingList, type Fitting, type FittingInput } from '@easytuck/contract';
import useSWR, { mutate } from 'swr';
import type { Reading } from './reading.ts';
import { request } from './request.ts';
import { refreshWearers } from './wearers.ts';

const keys = {
  ofWearer: (wearerId: string): string => `/api/fittings?${new URLSearchParams({ wearerId }).toString()}`,
  one: (id: string): string => `/api/fittings/${id}`,
};

/** Fittings given out to a wearer, latest first. */
export function useFittingsOf(wearerId: string | null): Reading<readonly Fitting[]> {
  return useSWR(
    wearerId === null ? null : keys.ofWearer(wearerId),
    async (key: string) => (await request('GET', key, fittingList)).fittings,
  );
}

/** One fitting, as it was given out. */
export function useFitting(id: string): Reading<Fitting> {
  return useSWR(keys.one(id), (key: string) => request('GET', key, fitting));
}

/** Gives a fitting out. Sending the same one again is safe: it is kept once. */
export async function giveOutFitting(input: FittingInput): Promise<Fitting> {
  const saved = await request('POST', '/api/fittings', fitting, input);
  await mutate(keys.one(saved.id), saved, { revalidate: false });
  await mutate<readonly Fitting[]>(
    keys.ofWearer(saved.wearer.id),
    (known) => known && [saved, ...known.filter(({ id }) => id !== saved.id)],
  );
  void refreshWearers();
  return saved;
}
