import { importReport, type ImportMode, type ImportReport } from '@easytuck/contract';
import { mutate } from 'swr';
import { sendFile } from './request.ts';

/** What can be taken in and out as a table. */
export type ExchangeKind = 'ties' | 'wearers';

/** Reads a file at the server: checked only, or taken in. */
export async function importFile(kind: ExchangeKind, text: string, isJson: boolean, mode: ImportMode): Promise<ImportReport> {
  const report = await sendFile(`/api/exchange/${kind}?mode=${mode}`, importReport, text, isJson ? 'application/json' : 'text/csv');
  if (report.taken > 0) await mutate((key) => typeof key === 'string' && key.startsWith(`/api/${kind}`));
  return report;
}

/** Address of a table to be saved. */
export const exportAddress = (kind: ExchangeKind, format: 'csv' | 'json'): string => `/api/exchange/${kind}?format=${format}`;
