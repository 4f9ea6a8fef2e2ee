import { AsyncLocalStorage } from 'node:async_hooks';
import type { Sequelize, Transaction } from 'sequelize';
import { isWorthRetrying } from './databaseErrors.ts';

export type { Sequelize, Transaction } from 'sequelize';

const ATTEMPTS = 5;
const FIRST_PAUSE_MS = 8;
/** No new attempt is begun after this: somebody waits for an answer. */
const TRY_WITHIN_MS = 2_500;

const running = new AsyncLocalStorage<Transaction>();

/**
 * Runs work in a transaction and, where it lost a deadlock, again from the start, after a pause that grows and varies.
 * The work must do nothing but talk to the database, and must hand the transaction on to all that it asks: a second
 * connection, waited for while this one is held, is how a pool locks up ({@link assertNotInTransaction} refuses it).
 */
export async function withTransaction<T>(sequelize: Sequelize, work: (transaction: Transaction) => Promise<T>): Promise<T> {
  const began = performance.now();
  for (let attempt = 1; ; attempt += 1) {
    try {
      return await sequelize.transaction((transaction) => running.run(transaction, () => work(transaction)));
    } catch (error) {
      if (attempt >= ATTEMPTS || !isWorthRetrying(error) || performance.now() - began > TRY_WITHIN_MS) throw error;
      await pause(FIRST_PAUSE_MS * 2 ** attempt * (0.5 + Math.random()));
    }
  }
}

/** Refuses a second connection within a transaction. @throws Error, which is a programmer's. */
export function assertNotInTransaction(): void {
  if (running.getStore()) throw new Error('a statement within a transaction was not given that transaction');
}

const pause = (durationMs: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, durationMs));
