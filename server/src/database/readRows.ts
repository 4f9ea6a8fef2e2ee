import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { withReadingConnection } from './sequelizeInternals.ts';
import { assertNotInTransaction } from './withTransaction.ts';

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
  return withReadingConnection(sequelize, (connection) => connection.execute<Row>(statement, values));
}
