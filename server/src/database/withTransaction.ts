import type { Sequelize, Transaction } from 'sequelize';
import { isWorthRetrying } from './databaseErrors.ts';

const ATTEMPTS = 5;
const FIRST_PAUSE_MS = 8;

/**
 * Runs work in a transaction and, where it lost a deadlock, again from the start, after a pause that grows and varies.
 * The work must do nothing but talk to the database.
 */
export async function withTransaction<T>(sequelize: Sequelize, work: (transaction: Transaction) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    try {
      return await sequelize.transaction(work);
    } catch (error) {
      if (attempt >= ATTEMPTS || !isWorthRetrying(error)) throw error;
      await pause(FIRST_PAUSE_MS * 2 ** attempt * (0.5 + Math.random()));
    }
  }
}

const pause = (durationMs: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, durationMs));
