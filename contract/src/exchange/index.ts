/** Exchange: taking tables of ties and wearers in, and what is answered about their mistakes. */
import { z } from 'zod';

/** `check`: nothing is taken in. `all`: all or nothing. `good`: the rows without a mistake. */
export const importMode = z.enum(['check', 'all', 'good']);
export type ImportMode = z.infer<typeof importMode>;
export const importQuery = z.object({ mode: importMode });

/** A mistake in a file: the row as a spreadsheet counts it (the heading is row 1), the column, and what would be right. */
export const importMistake = z.object({ row: z.int(), column: z.string(), value: z.string(), message: z.string() });
export type ImportMistake = z.infer<typeof importMistake>;

/** Mistakes that are listed of one file; more are counted. */
export const MOST_MISTAKES_LISTED = 500;

/** What came of reading a file. */
export const importReport = z.object({
  total: z.int(),
  good: z.int(),
  bad: z.int(),
  taken: z.int(),
  mistakes: z.array(importMistake),
  /** Mistakes beyond those that are listed. */
  further: z.int(),
});
export type ImportReport = z.infer<typeof importReport>;

/** A drawer or the wearers as JSON, out and in. */
export const tieFile = z.object({ kind: z.literal('easytuck.ties'), version: z.literal(1), rows: z.array(z.unknown()) });
export const wearerFile = z.object({ kind: z.literal('easytuck.wearers'), version: z.literal(1), rows: z.array(z.unknown()) });
export const exportFormat = z.enum(['csv', 'json']);
export const exportQuery = z.object({ format: exportFormat.default('csv') });
