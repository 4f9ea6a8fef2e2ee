import { createConnection, type Connection } from 'mariadb';
import type { ShopColumn } from './shopFile.ts';

/**
 * Tables that hold nothing of the shop's: what was applied stands in the file's manifest; who holds what, who is signed in, which labels
 * wait and which servers run, passes.
 */
const NOT_OF_THE_SHOP = new Set([
  ...['migrations', 'leases', 'imports', 'sessions', 'ceremonies', 'failed_tries'],
  ...['held_names', 'labels', 'jobs_done', 'servers'],
]);

/** A table of the shop. */
export interface ShopTable {
  readonly name: string;
  readonly columns: readonly ShopColumn[];
  /** Columns of its key, which its rows are read by. */
  readonly key: readonly string[];
}

/** A connection of its own that reads times as text and documents as they are written. */
export function connectForCopying(databaseUrl: string): Promise<Connection> {
  const url = new URL(databaseUrl);
  return createConnection({
    host: url.hostname,
    port: Number(url.port || 3306),
    user: decodeURIComponent(url.username),
    password: decodeURIComponent(url.password),
    database: decodeURIComponent(url.pathname.slice(1)),
    timezone: '+00:00',
    dateStrings: true,
    autoJsonMap: false,
    charset: 'utf8mb4',
    collation: 'utf8mb4_unicode_ci',
    logParam: false,
    connectTimeout: 5_000,
    initSql: ["SET SESSION time_zone = '+00:00'", 'SET SESSION max_statement_time = 0', 'SET SESSION wsrep_sync_wait = 7'],
  });
}

/** The shop's tables in a database, by name. */
export async function shopTables(connection: Connection): Promise<readonly ShopTable[]> {
  const columns = await connection.query<{ table: string; name: string; type: string; key: string }[]>(
    `SELECT c.table_name AS \`table\`, c.column_name AS name, c.data_type AS type, c.column_key AS \`key\`
      FROM information_schema.columns c JOIN information_schema.tables t USING (table_schema, table_name)
      WHERE c.table_schema = DATABASE() AND t.table_type = 'BASE TABLE' ORDER BY c.table_name, c.ordinal_position`,
  );
  // MariaDB keeps a document as text with a check on it
  const checks = await connection.query<{ table: string; name: string }[]>(
    `SELECT table_name AS \`table\`, constraint_name AS name FROM information_schema.check_constraints
      WHERE constraint_schema = DATABASE() AND check_clause LIKE '%json_valid%'`,
  );
  const documents = new Set(checks.map(({ table, name }) => `${table}.${name}`));
  const names = [...new Set(columns.map(({ table }) => table))].filter((name) => !NOT_OF_THE_SHOP.has(name));
  return names.map((table) => {
    const own = columns.filter((column) => column.table === table);
    return {
      name: table,
      columns: own.map(({ name, type }) => ({
        name,
        kind: documents.has(`${table}.${name}`) ? 'document' : type === 'datetime' ? 'time' : 'plain',
      })),
      key: own.filter(({ key }) => key === 'PRI').map(({ name }) => name),
    };
  });
}

/** Quotes the name of a table or column. */
export const quoted = (name: string): string => `\`${name.replaceAll('`', '``')}\``;
