import {
  importProgress,
  importReport,
  type ExchangeKind,
  type ExportFormat,
  type ImportMode,
  type ImportProgress,
  type ImportReport,
  type KnownRows,
} from '@easytuck/contract';
import useSWR, { mutate } from 'swr';
import type { Reading } from './reading.ts';
import { ApiProblem, isAway, request, sendFile } from './request.ts';

const keyOf = (key: string): string => `/api/exchange/imports/${key}`;
const LOOK_EVERY_MS = 700;

/** Reads a file at the server, checked only or taken in, under a key of its own. It ends where the signal says so. */
export async function importFile(
  kind: ExchangeKind,
  file: File,
  how: { readonly mode: ImportMode; readonly known: KnownRows; readonly key: string },
  signal: AbortSignal,
): Promise<ImportReport> {
  const search = new URLSearchParams(how).toString();
  const report = await sendFile(`/api/exchange/${kind}?${search}`, importReport, file, signal);
  if (report.taken + report.updated > 0) await mutate((each) => typeof each === 'string' && each.startsWith(`/api/${kind}`));
  return report;
}

/** How far an import is, looked at again and again; null until the server has begun with it. */
export function useImportProgress(key: string): Reading<ImportProgress | null> {
  return useSWR(
    keyOf(key),
    async (path: string) => {
      try {
        return await request('GET', path, importProgress);
      } catch (error) {
        // the file is still on its way there, or nobody answers just now: both pass
        if (isAway(error) || (error instanceof ApiProblem && error.problem.status === 404)) return null;
        throw error;
      }
    },
    { refreshInterval: LOOK_EVERY_MS },
  );
}

/** Asks for an import to be ended; nothing of it is then taken in. */
export async function cancelImport(key: string): Promise<void> {
  await request('DELETE', keyOf(key), importProgress);
}

/** Address of a table to be saved. */
export const exportAddress = (kind: ExchangeKind, format: ExportFormat, ids: readonly string[] = []): string =>
  `/api/exchange/${kind}?${new URLSearchParams({ format, ...(ids.length === 0 ? {} : { ids: ids.join(',') }) }).toString()}`;
