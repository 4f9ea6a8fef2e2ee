import { createHash } from 'node:crypto';
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';

/** Rows of `held_names`; names that fall on one row wait for each other without need, which is rare and short. */
const ROWS = 1024;

const clustered = new WeakSet<Sequelize>();

/** Finds out whether a database is one node of several, and remembers it for {@link holdEverywhere}. */
export async function noteCluster(sequelize: Sequelize): Promise<void> {
  const [row] = await sequelize.query<{ on: unknown }>('SELECT @@GLOBAL.wsrep_on AS `on`', { type: QueryTypes.SELECT, useMaster: true });
  if (Number(row?.on) === 1) clustered.add(sequelize);
  else clustered.delete(sequelize);
}

/** Whether a database was found to be one node of several. */
export const isClustered = (sequelize: Sequelize): boolean => clustered.has(sequelize);

/**
 * Holds rows on all nodes until the transaction ends. `FOR UPDATE` holds them on one node alone: transactions on two nodes can both
 * lock one row, and where neither changes it both are committed. So each also changes a row that stands for the name; of two that did
 * the one that comes second is refused, and done again from the start. On a single database nothing is done.
 * @param table what the rows are of; with the keys it makes the names.
 */
export async function holdEverywhere(transaction: Transaction, table: string, keys: readonly string[]): Promise<void> {
  const { sequelize } = transaction as unknown as { readonly sequelize: Sequelize };
  if (keys.length === 0 || !isClustered(sequelize)) return;
  const numbers = [...new Set(keys.map((key) => rowOf(`${table} ${key}`)))].sort((a, b) => a - b);
  await sequelize.query(`UPDATE held_names SET taken = taken + 1 WHERE number IN (${numbers.join(', ')})`, { transaction });
}

/** Row of `held_names` that stands for a name. */
const rowOf = (name: string): number => createHash('sha256').update(name).digest().readUInt16BE(0) % ROWS;
