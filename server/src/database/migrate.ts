import { DataTypes, type Model, type ModelStatic, type Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { migrations } from '../migrations/index.ts';
import { StartRefused } from '../startRefused.ts';
import { isAlreadyMade } from './databaseErrors.ts';
import { withLease } from './lease.ts';

/**
 * One migration: a name that sorts by time, the statements that make it, and what fills it from what was there. The database
 * does a statement whole or not at all, but a migration can be cut off between two of them: each must therefore either make
 * something (which is passed over where it is there already) or give the same result when it is done again, and so must `fill`.
 */
export interface MigrationStep {
  readonly name: string;
  readonly statements: readonly string[];
  readonly fill?: (sequelize: Sequelize) => Promise<void>;
}

/** What migrating may be given. */
export interface MigrateOptions {
  /** Done before anything is changed in records that are there; where it fails nothing is changed. */
  readonly before?: (applied: readonly string[]) => Promise<void>;
  /** Stops after these; for bringing back what an older version saved. */
  readonly only?: readonly string[];
}

/** Another server's migration is waited for this long. */
const WAIT_MS = 10 * 60_000;

/**
 * Brings the tables up to date. Servers that start together take turns, so that each migration runs once; one that was cut
 * off half-way is gone through again.
 * @returns names of the migrations that were applied now.
 * @throws StartRefused where a newer version has been at the records.
 */
export async function migrate(sequelize: Sequelize, { before, only }: MigrateOptions = {}): Promise<readonly string[]> {
  const steps = only === undefined ? migrations : migrations.filter(({ name }) => only.includes(name));
  const storage = new SequelizeStorage({ model: appliedMigrations(sequelize) });
  const pending = async (): Promise<{ applied: readonly string[]; pending: readonly MigrationStep[] }> => {
    const applied = await storage.executed();
    refuseNewer(applied);
    return { applied, pending: steps.filter(({ name }) => !applied.includes(name)) };
  };
  if ((await pending()).pending.length === 0) return [];
  const done = await withLease(sequelize, 'start', WAIT_MS, async () => {
    const now = await pending();
    if (now.pending.length > 0 && now.applied.length > 0) await before?.(now.applied);
    const umzug = new Umzug({
      migrations: steps.map(({ name, statements, fill }) => ({
        name,
        up: async () => {
          for (const statement of statements) await make(sequelize, statement);
          await fill?.(sequelize);
        },
      })),
      storage,
      logger: undefined,
    });
    return (await umzug.up()).map(({ name }) => name);
  });
  if (done === null)
    throw new StartRefused('Another server has been bringing the shop’s tables up to date for ten minutes. Look at that one first.');
  return done;
}

/** Names of the migrations that this version knows, oldest first. */
export const KNOWN_MIGRATIONS: readonly string[] = migrations.map(({ name }) => name);

function refuseNewer(applied: readonly string[]): void {
  const newer = applied.filter((name) => !KNOWN_MIGRATIONS.includes(name));
  if (newer.length === 0) return;
  throw new StartRefused(
    `A newer Easy Tuck has been at these records (${newer.at(-1) ?? ''}); this one is older and would not understand them. Start the newer one, or restore a backup that this one made.`,
  );
}

/** Makes a part of a migration; what an attempt that was cut off has made already stays. */
async function make(sequelize: Sequelize, statement: string): Promise<void> {
  try {
    await sequelize.query(statement);
  } catch (error) {
    if (!isAlreadyMade(error)) throw error;
  }
}

/** The list of migrations that were applied, in the same engine and characters as everything else. */
function appliedMigrations(sequelize: Sequelize): ModelStatic<Model> {
  return sequelize.define('migration', { name: { type: DataTypes.STRING(120), primaryKey: true } }, { tableName: 'migrations' });
}
