/** A thread of its own for saving a whole shop: going through all its rows would hold requests up. */
import { parentPort, workerData } from 'node:worker_threads';
import { saveShop } from './saveShop.ts';
import type { BackupReason } from './shopFile.ts';

const { databaseUrl, path, reason, madeAt } = workerData as {
  readonly databaseUrl: string;
  readonly path: string;
  readonly reason: BackupReason;
  readonly madeAt: string;
};
parentPort?.postMessage({ answer: await saveShop(databaseUrl, path, reason, new Date(madeAt)) });
