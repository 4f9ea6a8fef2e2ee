import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { assertNotInTransaction } from './withTransaction.ts';

type Value = string | number | null;

/** The driver's connection, as far as reading needs it. */
interface ReadingConnection {
  execute<Row>(statement: string, values: readonly Value[]): Promise<Row[]>;
}

/** Sequelize's pool, which its types leave out. */
interface Pool {
  getConnection(options: { type: string }): Promise<ReadingConnection>;
  releaseConnection(connection: ReadingConnection): void;
}

/**
 * Reads rows by a statement with `?` for each value, prepared once a connection. The model layer, which takes three times
 * as long as the database for a single row, is left out; the connection is of Sequelize's pool. Within a transaction the
 * statement goes the usual way, and must be given that transaction.
 */
export async function readRows<Row extends object>(
  sequelize: Sequelize,
  statement: string,
  values: readonly Value[],
  transaction?: Transaction,
): Promise<Row[]> {
  if (transaction) return sequelize.query<Row>(statement, { type: QueryTypes.SELECT, replacements: [...values], transaction });
  assertNotInTransaction();
  const { connectionManager } = sequelize as unknown as { readonly connectionManager: Pool };
  const connection = await connectionManager.getConnection({ type: 'SELECT' });
  try {
    return await connection.execute<Row>(statement, values);
  } finally {
    connectionManager.releaseConnection(connection);
  }
}
