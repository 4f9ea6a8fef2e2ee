import {
  fitting,
  fittingList,
  ledger,
  recomputed,
  revisionList,
  type Fitting,
  type FittingInput,
  type LedgerLine,
  type Recomputed,
} from '@easytuck/contract';
import useSWR, { mutate } from 'swr';
import type { Reading } from './reading.ts';
import { request } from './request.ts';
import { refreshWearers } from './wearers.ts';

const keys = {
  ofWearer: (wearerId: string): string => `/api/fittings?${new URLSearchParams({ wearerId }).toString()}`,
  one: (id: string): string => `/api/fittings/${id}`,
  revisions: (id: string): string => `/api/fittings/${id}/revisions`,
  recomputed: (id: string): string => `/api/fittings/${id}/recomputed`,
};

/** Fittings given out to a wearer, latest first. */
export function useFittingsOf(wearerId: string | null): Reading<readonly Fitting[]> {
  return useSWR(wearerId === null ? null : keys.ofWearer(wearerId), readList);
}

/** The card that was issued to a wearer last; null where none was. */
export async function latestCardOf(wearerId: string): Promise<Fitting | null> {
  return (await readList(keys.ofWearer(wearerId))).find(({ card }) => card !== null) ?? null;
}

const readList = async (key: string): Promise<readonly Fitting[]> => (await request('GET', key, fittingList)).fittings;

/** One fitting, as it was given out; nothing is asked for null. */
export function useFitting(id: string | null): Reading<Fitting> {
  return useSWR(id === null ? null : keys.one(id), (key: string) => request('GET', key, fitting));
}

/** All revisions of a fitting, first to last. */
export function useRevisions(id: string): Reading<readonly Fitting[]> {
  return useSWR(keys.revisions(id), async (key: string) => (await request('GET', key, revisionList)).revisions);
}

/** An old fitting worked out again with today's tie and model; asked for only once it is wanted. */
export function useRecomputed(id: string | null): Reading<Recomputed> {
  return useSWR(id === null ? null : keys.recomputed(id), (key: string) => request('GET', key, recomputed));
}

/** A page of the ledger by its filters, which stand in `search` as in the address. */
export function useLedger(search: string): Reading<{ readonly lines: readonly LedgerLine[]; readonly more: boolean }> {
  return useSWR(`/api/fittings/ledger?${search}`, (key: string) => request('GET', key, ledger), { keepPreviousData: true });
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
  void mutate((key) => typeof key === 'string' && (key.startsWith('/api/fittings/ledger') || key.endsWith('/revisions')));
  void mutate(`/api/wearers/${saved.wearer.id}`);
  return saved;
}
