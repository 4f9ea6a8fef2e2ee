import type { ImportReport, ProblemCode } from '@easytuck/contract';
import { stat } from 'node:fs/promises';
import { urlOf } from '../../database/connect.ts';
import type { Sequelize } from '../../database/withTransaction.ts';
import { inThread } from '../../inThread.ts';
import { threadModule } from '../../threads.ts';
import { ProblemError } from '../../problem.ts';
import { importTable, type ImportOrder, type ImportStep } from './importTable.ts';

/** What came of an import in a thread: errors lose what they are on the way out of one. */
export type ImportOutcome =
  | { readonly kind: 'done'; readonly report: ImportReport }
  | { readonly kind: 'refused'; readonly code: ProblemCode; readonly detail: string };

/** Files up to this are read where the server itself runs: a thread would take longer to start than they do. */
const SMALL_BYTES = 131_072;
/** A thread that asks for more memory than this is ended, and the import with it. */
const MOST_MEMORY_MB = 256;

/** Reads and takes in a file: small ones at once, large ones in a thread of their own. See {@link importTable}. */
export async function runImport(
  jobs: Sequelize,
  order: ImportOrder,
  onStep: (step: ImportStep) => void,
  signal: AbortSignal,
): Promise<ImportReport> {
  if ((await stat(order.path)).size <= SMALL_BYTES) return importTable(jobs, order, onStep, signal);
  const outcome = await inThread<ImportOutcome, ImportStep>(threadModule('import'), {
    data: { order, databaseUrl: urlOf(jobs) },
    onSaid: onStep,
    mostMemoryMb: MOST_MEMORY_MB,
    signal,
  }).catch((error: unknown) => {
    if (error instanceof Error && (error as { code?: unknown }).code === 'ERR_WORKER_OUT_OF_MEMORY')
      throw new ProblemError('tooLarge', { detail: 'This file needs too much memory to be read. Divide it.', cause: error });
    throw error;
  });
  if (outcome.kind === 'done') return outcome.report;
  throw new ProblemError(outcome.code, { detail: outcome.detail });
}
