import type { Sequelize, Transaction } from 'sequelize';

/*
 * What the types of Sequelize 6 leave out, and this server reaches for: the one place to look at when it is brought up to date.
 */

/** A value of a prepared statement. */
export type StatementValue = string | number | boolean | Date | null;

/** The MariaDB driver's connection, as far as it is used past the model layer. */
export interface DriverConnection {
  execute<Row>(statement: string, values: readonly StatementValue[]): Promise<Row[]>;
  query(statement: string, values: readonly StatementValue[]): Promise<unknown>;
}

interface Pool {
  getConnection(options: { type?: string; useMaster?: boolean }): Promise<DriverConnection>;
  releaseConnection(connection: DriverConnection): void;
}

/** Does something with a connection of the pool for reading, and gives it back. */
export async function withReadingConnection<T>(sequelize: Sequelize, work: (connection: DriverConnection) => Promise<T>): Promise<T> {
  const { connectionManager } = sequelize as unknown as { readonly connectionManager: Pool };
  const connection = await connectionManager.getConnection({ type: 'SELECT' });
  try {
    return await work(connection);
  } finally {
    connectionManager.releaseConnection(connection);
  }
}

/** Takes connections for reading from the pool for writing, whenever the condition holds. */
export function readWhereWritten(sequelize: Sequelize, condition: () => boolean): void {
  const { connectionManager } = sequelize as unknown as { readonly connectionManager: Pool };
  const getConnection = connectionManager.getConnection.bind(connectionManager);
  connectionManager.getConnection = (options) => getConnection(condition() ? { ...options, useMaster: true } : options);
}

/** The connection that a transaction is on. */
export const connectionOf = (transaction: Transaction): DriverConnection =>
  (transaction as unknown as { readonly connection: DriverConnection }).connection;

/** Where a pool connects to. */
export const addressOf = ({
  config,
}: Sequelize): Readonly<Record<'host' | 'port' | 'username' | 'password' | 'database', string | undefined>> =>
  config as unknown as Readonly<Record<'host' | 'port' | 'username' | 'password' | 'database', string | undefined>>;

/** Sequelize would add its own time-zone statement to a shared list again with every connection. */
export const WITHOUT_TIMEZONE_STATEMENT = { keepDefaultTimezone: true } as object;

/** How many connections a pool has in use and free, for reading and writing together, and how many requests wait for one. */
export function poolOf(sequelize: Sequelize): Readonly<Record<'used' | 'free' | 'waited for', number>> {
  const { connectionManager } = sequelize as unknown as {
    readonly connectionManager: { readonly pool: Partial<Record<'read' | 'write', PoolCounts>> };
  };
  const { read, write } = connectionManager.pool;
  const sum = (count: (pool: PoolCounts) => number): number => (read ? count(read) : 0) + (write ? count(write) : 0);
  return { used: sum(({ using }) => using), free: sum(({ available }) => available), 'waited for': sum(({ waiting }) => waiting) };
}

interface PoolCounts {
  readonly using: number;
  readonly available: number;
  readonly waiting: number;
}
