import { coachLink, coachLinkList, givenLink, type CoachLink, type GivenLink } from '@easytuck/contract';
import useSWR, { mutate } from 'swr';
import type { Reading } from './reading.ts';
import { request, requestBlob } from './request.ts';

const keyOf = (fittingId: string): string => `/api/links?fittingId=${fittingId}`;

/** Links given out with a fitting, latest first. */
export function useLinks(fittingId: string): Reading<readonly CoachLink[]> {
  return useSWR(keyOf(fittingId), async (key: string) => (await request('GET', key, coachLinkList)).links);
}

/** Gives the wearer a link to their coach. Its key is told once. */
export async function giveLink(id: string, fittingId: string): Promise<GivenLink> {
  const given = await request('POST', '/api/links', givenLink, { id, fittingId });
  await mutate(keyOf(fittingId));
  return given;
}

export async function withdrawLink(id: string, fittingId: string): Promise<CoachLink> {
  const link = await request('PUT', `/api/links/${id}/withdrawn`, coachLink);
  await mutate(keyOf(fittingId));
  return link;
}

/** Paper with the link's code on it, opened beside the page. The key goes in the body: no address and no log holds it. */
export async function openPaperWithLink(fittingId: string, key: string, what: 'A6' | 'sheet' | 'coachSheet'): Promise<void> {
  const blob = await requestBlob(`/api/paper/with-link/${fittingId}`, { key, what });
  const address = URL.createObjectURL(blob);
  if (window.open(address, '_blank') === null) {
    const link = document.createElement('a');
    link.href = address;
    link.download = what === 'coachSheet' ? 'coach-sheet.pdf' : 'set-card.pdf';
    link.click();
  }
  setTimeout(() => URL.revokeObjectURL(address), 60_000);
}
