/** A thread of its own for large imports: what it reads and checks holds nobody up. Its parent sends `cancel`. */
import { parentPort, workerData } from 'node:worker_threads';
import { connectDatabase } from '../../database/connect.ts';
import { toProblemError } from '../../plugins/errors.ts';
import { importTable, type ImportOrder } from './importTable.ts';
import type { ImportOutcome } from './runImport.ts';

const { order, databaseUrl } = workerData as { readonly order: ImportOrder; readonly databaseUrl: string };
const answer = (outcome: ImportOutcome): void => parentPort?.postMessage({ answer: outcome });
const cancel = new AbortController();
parentPort?.once('message', () => cancel.abort());

const sequelize = connectDatabase(databaseUrl, 'jobs');
try {
  answer({ kind: 'done', report: await importTable(sequelize, order, (step) => parentPort?.postMessage(step), cancel.signal) });
} catch (error) {
  const problem = toProblemError(error as Parameters<typeof toProblemError>[0]);
  if (problem.code === 'unexpected') throw error;
  answer({ kind: 'refused', code: problem.code, detail: problem.message });
} finally {
  await sequelize.close();
  parentPort?.unref();
}
