import { printerState, type PrinterState } from '@easytuck/contract';
import useSWR, { mutate } from 'swr';
import type { Reading } from './reading.ts';
import { request } from './request.ts';

const KEY = '/api/printer';
const LOOK_EVERY_MS = 1_500;

/** What the label printer is at; looked at again and again while it is shown. */
export function usePrinter(): Reading<PrinterState> {
  return useSWR(KEY, (key: string) => request('GET', key, printerState), { refreshInterval: LOOK_EVERY_MS });
}

/** Sends a fitting's card to the label printer. Sending the same job again prints it once. `key`: a link's, whose code then stands on it. */
export async function printLabel(jobId: string, fittingId: string, key?: string): Promise<PrinterState> {
  const state = await request('POST', `${KEY}/jobs`, printerState, {
    jobId,
    fittingId,
    ...(key === undefined ? {} : { key }),
  });
  await mutate(KEY, state, { revalidate: false });
  return state;
}

/** Simulated printers only: paper in or out, plugged or not. */
export async function controlPrinter(change: { readonly isOnline?: boolean; readonly labelsLeft?: number }): Promise<void> {
  await mutate(KEY, await request('POST', `${KEY}/controls`, printerState, change), { revalidate: false });
}

/** Address of the picture of a printed label. */
export const labelImage = (jobId: string): string => `${KEY}/jobs/${jobId}/image`;
