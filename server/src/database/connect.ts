import { askedBy, noteDuration } from './slowStatements.ts';
import { addressOf, readWhereWritten, WITHOUT_TIMEZONE_STATEMENT } from './sequelizeInternals.ts';
import { Sequelize, type PoolOptions } from 'sequelize';

/** Every session is strict and in UTC, whatever the server's own settings. */
const SESSION_SETTINGS = [
  "SET SESSION sql_mode = 'STRICT_ALL_TABLES,NO_ENGINE_SUBSTITUTION,ERROR_FOR_DIVISION_BY_ZERO,NO_ZERO_DATE'",
  "SET SESSION time_zone = '+00:00'",
  // on a cluster each statement first waits until its node has all that was committed on the others; on one database this is nothing
  'SET SESSION wsrep_sync_wait = 7',
];

/** How long things may take; nothing that a request waits for may take longer, wherever the database hangs. */
interface Patience {
  readonly connectMs: number;
  /** To wait for a connection of the pool. */
  readonly acquireMs: number;
  /** Without a word from the database. */
  readonly silenceMs: number;
  /** For one statement, and for a lock that another transaction holds, in s. */
  readonly statementS: number;
  readonly lockS: number;
  readonly pool: PoolOptions;
}

/** With these a request is answered within six seconds, also where the database has stopped answering. */
const REQUESTS: Patience = {
  connectMs: 1_400,
  acquireMs: 1_500,
  silenceMs: 3_800,
  statementS: 3,
  lockS: 2,
  // unused ones are given back before the socket's own patience ends
  pool: { max: 10, min: 0, idle: 3_000, evict: 1_000 },
};

/** Work that nobody waits for with a hand on the door: imports, backups, making tables. */
const JOBS: Patience = {
  connectMs: 5_000,
  acquireMs: 60_000,
  silenceMs: 120_000,
  statementS: 0,
  lockS: 30,
  pool: { max: 4, min: 0, idle: 10_000 },
};

/**
 * Opens pools on a MariaDB server, one for reading and one for writing, so that writers who wait for each other leave readers
 * their connections; nothing is sent until the first query.
 * @param use what it is for: `requests` that somebody waits for, or `jobs` that may take their time.
 * @param readsUrl what requests that only read ask, on a cluster; the same database where it is not said.
 */
export function connectDatabase(url: string, use: 'requests' | 'jobs' = 'requests', readsUrl: string = url): Sequelize {
  const { connectMs, acquireMs, silenceMs, statementS, lockS, pool } = use === 'requests' ? REQUESTS : JOBS;
  const at = partsOf(url);
  const sequelize = new Sequelize(at.database, at.username, at.password, {
    dialect: 'mariadb',
    host: at.host,
    port: Number(at.port),
    // (of jobs, which may take their time, nothing is noted)
    logging: use === 'requests' ? (statement, tookMs) => noteDuration(statement, Number(tookMs)) : false,
    benchmark: use === 'requests',
    timezone: '+00:00',
    ...WITHOUT_TIMEZONE_STATEMENT,
    pool: { ...pool, acquire: acquireMs },
    replication: { write: at, read: [partsOf(readsUrl)] },
    retry: { max: 0 },
    dialectOptions: {
      initSql: [...SESSION_SETTINGS, `SET SESSION max_statement_time = ${statementS}`, `SET SESSION innodb_lock_wait_timeout = ${lockS}`],
      connectTimeout: connectMs,
      socketTimeout: silenceMs,
      charset: 'utf8mb4',
      collation: 'utf8mb4_unicode_ci',
      // what was typed stays out of errors, and so out of logs
      logParam: false,
    },
    define: { timestamps: false, underscored: true, charset: 'utf8mb4', collate: 'utf8mb4_unicode_ci', engine: 'InnoDB' },
  });
  // a node that hung answers once, as it goes on, with what it knew before: a request that changes records reads where it writes
  if (readsUrl !== url) readWhereWritten(sequelize, () => askedBy.getStore()?.changes === true);
  return sequelize;
}

/** What Sequelize takes an address apart into. */
function partsOf(url: string): Record<'host' | 'port' | 'username' | 'password' | 'database', string> {
  const address = new URL(url);
  return {
    host: address.hostname,
    port: address.port || '3306',
    username: decodeURIComponent(address.username),
    password: decodeURIComponent(address.password),
    database: decodeURIComponent(address.pathname.slice(1)),
  };
}

/** Another pool on the same database, with the patience of jobs. */
export function connectJobs(sequelize: Sequelize): Sequelize {
  return connectDatabase(urlOf(sequelize), 'jobs');
}

/** Address of a pool's database, credentials included. */
export function urlOf(sequelize: Sequelize): string {
  const { host = '127.0.0.1', port, username, password, database } = addressOf(sequelize);
  const url = new URL(`mariadb://${host}:${port ?? '3306'}`);
  url.username = encodeURIComponent(username ?? '');
  url.password = encodeURIComponent(password ?? '');
  url.pathname = `/${encodeURIComponent(database ?? '')}`;
  return url.href;
}
