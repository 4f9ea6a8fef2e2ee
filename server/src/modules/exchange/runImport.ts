import type { ImportReport, ProblemCode } from '@easytuck/contract';
import { stat } from 'node:fs/promises';
import { Worker } from 'node:worker_threads';
import type { Sequelize } from 'sequelize';
import { urlOf } from '../../database/connect.ts';
import { ProblemError } from '../../problem.ts';
import { importTable, type ImportOrder, type ImportStep } from './importTable.ts';

/** What the import's thread says. */
export type ImportMessage =
  | { readonly kind: 'step'; readonly step: ImportStep }
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
  return (await stat(order.path)).size <= SMALL_BYTES
    ? importTable(jobs, order, onStep, signal)
    : inThread(urlOf(jobs), order, onStep, signal);
}

function inThread(databaseUrl: string, order: ImportOrder, onStep: (step: ImportStep) => void, signal: AbortSignal): Promise<ImportReport> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('../../thread.mjs', import.meta.url), {
      workerData: { module: new URL('./importWorker.ts', import.meta.url).href, order, databaseUrl },
      execArgv: ['--no-warnings'],
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
    });
    const cancel = (): void => worker.postMessage('cancel');
    signal.addEventListener('abort', cancel, { once: true });
    worker.on('message', (message: ImportMessage) => {
      if (message.kind === 'step') onStep(message.step);
      else if (message.kind === 'done') resolve(message.report);
      else reject(new ProblemError(message.code, { detail: message.detail }));
    });
    worker.once('error', (error: Error) => {
      const { code } = error as { readonly code?: unknown };
      reject(
        code === 'ERR_WORKER_OUT_OF_MEMORY'
          ? new ProblemError('tooLarge', { detail: 'This file needs too much memory to be read. Divide it.', cause: error })
          : error,
      );
    });
    worker.once('exit', () => {
      signal.removeEventListener('abort', cancel);
      reject(new Error('the import’s thread ended without an answer'));
    });
  });
}
