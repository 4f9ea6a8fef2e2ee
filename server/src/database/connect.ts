import { Sequelize } from 'sequelize';

/** Every session is strict, whatever the server's own settings. */
const SESSION_SETTINGS = ["SET SESSION sql_mode = 'STRICT_ALL_TABLES,NO_ENGINE_SUBSTITUTION,ERROR_FOR_DIVISION_BY_ZERO,NO_ZERO_DATE'"];
const CONNECT_TIMEOUT_MS = 3_000;
/** A request waits no longer than this for a connection before it is answered 503. */
const ACQUIRE_TIMEOUT_MS = 4_000;

/** Opens a pool on a MariaDB server; nothing is sent until the first query. */
export function connectDatabase(url: string): Sequelize {
  const address = new URL(url);
  return new Sequelize(
    decodeURIComponent(address.pathname.slice(1)),
    decodeURIComponent(address.username),
    decodeURIComponent(address.password),
    {
      dialect: 'mariadb',
      host: address.hostname,
      port: Number(address.port || 3306),
      logging: false,
      timezone: '+00:00',
      pool: { max: 10, min: 0, idle: 10_000, acquire: ACQUIRE_TIMEOUT_MS },
      retry: { max: 0 },
      dialectOptions: {
        initSql: [...SESSION_SETTINGS],
        connectTimeout: CONNECT_TIMEOUT_MS,
        charset: 'utf8mb4',
        collation: 'utf8mb4_unicode_ci',
      },
      define: { timestamps: false, underscored: true, charset: 'utf8mb4', collate: 'utf8mb4_unicode_ci', engine: 'InnoDB' },
    },
  );
}
