import type { Transaction } from 'sequelize';

/** The driver's connection, which sends many rows in one go; the model layer takes twenty times as long for thousands of them. */
interface BatchConnection {
  batch(statement: string, rows: readonly (readonly unknown[])[]): Promise<unknown>;
}

/** Rows sent at once; small enough for any server's largest packet. */
const BATCH = 1_000;

/**
 * Inserts many rows within a transaction, in order.
 * @param columns names of columns, each with how a row gives its value; documents are to be given as JSON text.
 */
export async function insertRows<Row>(
  table: string,
  columns: readonly (readonly [name: string, value: (row: Row) => string | number | boolean | Date | null])[],
  rows: readonly Row[],
  transaction: Transaction,
): Promise<void> {
  const { connection } = transaction as unknown as { readonly connection: BatchConnection };
  const statement = `INSERT INTO ${table} (${columns.map(([name]) => name).join(', ')}) VALUES (${columns.map(() => '?').join(', ')})`;
  for (let i = 0; i < rows.length; i += BATCH) {
    await connection.batch(
      statement,
      rows.slice(i, i + BATCH).map((row) => columns.map(([, value]) => value(row))),
    );
  }
}
