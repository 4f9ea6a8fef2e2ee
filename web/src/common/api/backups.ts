import { backupStatus, type BackupStatus } from '@easytuck/contract';
import useSWR, { mutate } from 'swr';
import type { Reading } from './reading.ts';
import { requestLong, request } from './request.ts';

const KEY = '/api/backups';
const LOOK_EVERY_MS = 60_000;

/** How the last backup went. */
export function useBackups(): Reading<BackupStatus> {
  return useSWR(KEY, (key: string) => request('GET', key, backupStatus), { refreshInterval: LOOK_EVERY_MS });
}

/** Makes a backup now; a large shop takes a while. */
export async function makeBackup(): Promise<void> {
  await mutate(KEY, await requestLong('POST', KEY, backupStatus), { revalidate: false });
}

/** Address of the whole shop as one file, to be saved. */
export const WHOLE_SHOP_ADDRESS = '/api/whole-shop';
