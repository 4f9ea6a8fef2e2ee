/** Exchange: taking tables of ties and wearers in, and what is answered about their mistakes. */
import { z } from 'zod';
import { recordId } from '../fields/common.ts';
import { problem } from '../problems.ts';

/** `check`: nothing is taken in. `all`: all or nothing. `good`: the rows without a mistake. */
export const importMode = z.enum(['check', 'all', 'good']);
export type ImportMode = z.infer<typeof importMode>;

/** What can be taken in and out as a table. */
export const exchangeKind = z.enum(['ties', 'wearers']);
export type ExchangeKind = z.infer<typeof exchangeKind>;

/** What becomes of rows that are on record already: left as they are, brought up to date, or entered beside them. */
export const knownRows = z.enum(['skip', 'update', 'add']);
export type KnownRows = z.infer<typeof knownRows>;

/** How the letters of a file are laid down. */
export const fileEncoding = z.enum(['utf-8', 'utf-16le', 'utf-16be', 'windows-1252']);
export type FileEncoding = z.infer<typeof fileEncoding>;

/** `key` is made where the file is chosen: the same import sent again is done once. */
export const importQuery = z.object({ mode: importMode, known: knownRows.default('skip'), key: recordId.optional() });

/** Largest file that is taken in, and most rows of each kind: a drawer is looked through whole, wearers are searched. */
export const LARGEST_IMPORT_MB = 256;
export const MOST_IMPORT_ROWS: Readonly<Record<ExchangeKind, number>> = { ties: 20_000, wearers: 1_000_000 };

/** Of a cell that is refused no more is shown, in characters. */
export const LONGEST_CELL_SHOWN = 200;

/** A mistake in a file: the row as a spreadsheet counts it (the heading is row 1), the column, and what would be right. */
export const importMistake = z.object({ row: z.int(), column: z.string(), value: z.string(), message: z.string() });
export type ImportMistake = z.infer<typeof importMistake>;

/** Mistakes that are listed of one file; more are counted. */
export const MOST_MISTAKES_LISTED = 500;

/** What came of reading a file. */
export const importReport = z.object({
  total: z.int(),
  /** Rows that are new. */
  good: z.int(),
  /** Rows that are on record already. */
  known: z.int().default(0),
  bad: z.int(),
  taken: z.int(),
  /** Records that were brought up to date; one in which nothing differs is not counted. */
  updated: z.int().default(0),
  readAs: fileEncoding.default('utf-8'),
  mistakes: z.array(importMistake),
  /** Mistakes beyond those that are listed. */
  further: z.int(),
});
export type ImportReport = z.infer<typeof importReport>;

/** How far an import is. */
export const importProgress = z.object({
  key: recordId,
  state: z.enum(['waiting', 'reading', 'done', 'cancelled', 'failed', 'interrupted']),
  rows: z.int(),
  /** Of the file, 0 to 1. */
  share: z.number(),
  report: importReport.nullable(),
  problem: problem.nullable(),
});
export type ImportProgress = z.infer<typeof importProgress>;

/** A drawer or the wearers as JSON, out and in. */
export const tieFile = z.object({ kind: z.literal('easytuck.ties'), version: z.literal(1), rows: z.array(z.unknown()) });
export const wearerFile = z.object({ kind: z.literal('easytuck.wearers'), version: z.literal(1), rows: z.array(z.unknown()) });
export const exportFormat = z.enum(['csv', 'json', 'xlsx']);
export type ExportFormat = z.infer<typeof exportFormat>;
/** Records chosen in a list, at most. */
export const MOST_CHOSEN = 200;
/** `ids`: only these records, with commas between; all where it is left out. */
export const exportQuery = z.object({
  format: exportFormat.default('csv'),
  ids: z
    .string()
    .transform((text) => text.split(','))
    .pipe(z.array(recordId).max(MOST_CHOSEN, `At most ${MOST_CHOSEN} records can be chosen.`))
    .optional(),
});
