import { QueryTypes, type Sequelize } from 'sequelize';
import { v7 as uuid } from 'uuid';
import { isWorthRetrying } from './databaseErrors.ts';

/** A holder that stopped renewing is out after this. */
const LEASE_S = 10;
const RENEW_MS = 2_500;
const LOOK_AGAIN_MS = 120;

/** What is done by one server at a time, however many there are. */
export type LeaseName = 'start' | 'import' | 'backup';

/**
 * Does work that only one server may be at, under a row that says who holds it and until when; a holder that died is out
 * after ten seconds. A row, because named locks belong to one node of a cluster, and to a connection.
 * @returns what the work answered, or null where somebody else held it for longer than `waitMs`.
 */
export async function withLease<T>(sequelize: Sequelize, name: LeaseName, waitMs: number, work: () => Promise<T>): Promise<T | null> {
  const holder = uuid();
  if (!(await acquire(sequelize, name, holder, waitMs))) return null;
  const renewal = setInterval(() => {
    // where the database is away the work itself fails; the row then runs out
    take(sequelize, name, holder).catch(() => undefined);
  }, RENEW_MS);
  try {
    return await work();
  } finally {
    clearInterval(renewal);
    await sequelize
      .query("UPDATE leases SET holder = '', held_until = '2000-01-01' WHERE name = ? AND holder = ?", { replacements: [name, holder] })
      .catch(() => undefined);
  }
}

async function acquire(sequelize: Sequelize, name: LeaseName, holder: string, waitMs: number): Promise<boolean> {
  await ensureLeases(sequelize);
  await sequelize
    .query("INSERT IGNORE INTO leases (name, holder, held_until) VALUES (?, '', '2000-01-01')", { replacements: [name] })
    .catch((error: unknown) => {
      if (!isWorthRetrying(error)) throw error;
    });
  for (const began = performance.now(); !(await take(sequelize, name, holder));) {
    if (performance.now() - began > waitMs) return false;
    await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN_MS));
  }
  return true;
}

/** Takes or renews. */
async function take(sequelize: Sequelize, name: LeaseName, holder: string): Promise<boolean> {
  try {
    await write(sequelize, name, holder);
  } catch (error) {
    // another server took it on another node at the same moment
    if (isWorthRetrying(error)) return false;
    throw error;
  }
  const [row] = await sequelize.query<{ holder: string }>('SELECT holder FROM leases WHERE name = ?', {
    replacements: [name],
    type: QueryTypes.SELECT,
    useMaster: true,
  });
  return row?.holder === holder;
}

async function write(sequelize: Sequelize, name: LeaseName, holder: string): Promise<void> {
  await sequelize.query(
    `UPDATE leases SET holder = ?, held_until = UTC_TIMESTAMP(3) + INTERVAL ${LEASE_S} SECOND
      WHERE name = ? AND (holder = ? OR held_until < UTC_TIMESTAMP(3))`,
    { replacements: [holder, name, holder] },
  );
}

/** Made where it is missing: making is done by all nodes of a cluster one after another, and holds them up. */
async function ensureLeases(sequelize: Sequelize): Promise<void> {
  const [there] = await sequelize.query<{ found: number }>(
    "SELECT 1 AS found FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name = 'leases'",
    { type: QueryTypes.SELECT, useMaster: true },
  );
  if (there) return;
  await sequelize.query(`CREATE TABLE IF NOT EXISTS leases (
    name VARCHAR(40) NOT NULL PRIMARY KEY,
    holder CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    held_until DATETIME(3) NOT NULL
  ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`);
}
