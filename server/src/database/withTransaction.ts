import { AsyncLocalStorage } from 'node:async_hooks';
import type { Sequelize, Transaction } from 'sequelize';
import { waitedSinceMs } from './slowStatements.ts';
import { countRetry } from '../metrics.ts';
import { isConnectionLost, isWorthRetrying } from './databaseErrors.ts';

export type { Sequelize, Transaction } from 'sequelize';

const ATTEMPTS = 5;
const FIRST_PAUSE_MS = 8;
/** No new attempt is begun after this: somebody waits for an answer. */
const TRY_WITHIN_MS = 2_500;

const running = new AsyncLocalStorage<Transaction>();

/** Another node, or the same one after it was started again, is there after about this. */
const OTHER_NODE_AFTER_MS = 180;

/**
 * Runs work in a transaction and, where it lost a deadlock (on a cluster also: to a change on another node), again from the start,
 * after a pause that grows and varies. So too where the connection was lost before it was to be committed: then nothing was kept. Where
 * it was lost while it was being committed nobody knows, and the error is told.
 * The work must do nothing but talk to the database, and must hand the transaction on to all that it asks: a second
 * connection, waited for while this one is held, is how a pool locks up ({@link assertNotInTransaction} refuses it).
 */
export async function withTransaction<T>(sequelize: Sequelize, work: (transaction: Transaction) => Promise<T>): Promise<T> {
  const began = waitedSinceMs();
  for (let attempt = 1; ; attempt += 1) {
    const done = { work: false };
    try {
      return await sequelize.transaction(async (transaction) => {
        const answer = await running.run(transaction, () => work(transaction));
        done.work = true;
        return answer;
      });
    } catch (error) {
      if (performance.now() - began > TRY_WITHIN_MS) throw error;
      if (isWorthRetrying(error) && attempt < ATTEMPTS) await pause(FIRST_PAUSE_MS * 2 ** attempt * (0.5 + Math.random()));
      else if (isConnectionLost(error) && !done.work) await pause(OTHER_NODE_AFTER_MS);
      else throw error;
      countRetry(isConnectionLost(error) ? 'connection lost' : 'lost to another change');
    }
  }
}

/** Refuses a second connection within a transaction. @throws Error, which is a programmer's. */
export function assertNotInTransaction(): void {
  if (running.getStore()) throw new Error('a statement within a transaction was not given that transaction');
}

const pause = (durationMs: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, durationMs));
