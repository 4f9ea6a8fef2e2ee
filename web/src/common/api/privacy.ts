import { dueRecords, erasure, heldRecords, type DueRecords, type Erasure, type HeldRecords, type Wearer } from '@easytuck/contract';
import useSWR, { mutate } from 'swr';
import type { Reading } from './reading.ts';
import { request } from './request.ts';

/** Everything that is held of a wearer. */
export function useHeld(id: string): Reading<HeldRecords> {
  return useSWR(`/api/wearers/${id}/held`, (key: string) => request('GET', key, heldRecords), { revalidateOnFocus: false });
}

/** What erasing a wearer would take away; nothing is asked for null. */
export function useErasure(id: string | null): Reading<Erasure> {
  return useSWR(id === null ? null : `/api/wearers/${id}/erasure`, (key: string) => request('GET', key, erasure));
}

/** Erases a wearer for good. */
export async function eraseWearer({ id, version }: Pick<Wearer, 'id' | 'version'>): Promise<Erasure> {
  const erased = await request('POST', `/api/wearers/${id}/erasure`, erasure, { version });
  // nothing of them stays in this page either
  await mutate((key) => typeof key === 'string' && key !== '/api/shop' && key !== '/api/ties', undefined, { revalidate: true });
  return erased;
}

/** Whose records are due. */
export function useDue(): Reading<DueRecords> {
  return useSWR('/api/privacy/due', (key: string) => request('GET', key, dueRecords));
}
