import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { countRetry } from '../metrics.ts';
import { isConnectionLost } from './databaseErrors.ts';
import { noteDuration, waitedSinceMs } from './slowStatements.ts';
import { withReadingConnection } from './sequelizeInternals.ts';
import { assertNotInTransaction } from './withTransaction.ts';

/** No reading is begun again after this: somebody waits for an answer. */
const TRY_WITHIN_MS = 1_800;
const LOOK_AGAIN_MS = 150;

/**
 * Reads rows by a statement with `?` for each value, prepared once a connection. The model layer, which takes three times
 * as long as the database for a single row, is left out; the connection is of Sequelize's pool. Within a transaction the
 * statement goes the usual way, and must be given that transaction.
 */
export async function readRows<Row extends object>(
  sequelize: Sequelize,
  statement: string,
  values: readonly (string | number | null)[],
  transaction?: Transaction,
): Promise<Row[]> {
  if (transaction) return sequelize.query<Row>(statement, { type: QueryTypes.SELECT, replacements: [...values], transaction });
  assertNotInTransaction();
  for (const began = waitedSinceMs(); ;) {
    try {
      return await withReadingConnection(sequelize, async (connection) => {
        const sent = performance.now();
        const rows = await connection.execute<Row>(statement, values);
        noteDuration(statement, performance.now() - sent);
        return rows;
      });
    } catch (error) {
      // what only reads can be asked again: of another node, or of the same one after it was started again
      if (!isConnectionLost(error) || performance.now() - began > TRY_WITHIN_MS) throw error;
      countRetry('connection lost');
      await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN_MS));
    }
  }
}
