import { DataTypes, QueryTypes, type Model, type ModelStatic, type Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { migrations } from '../migrations/index.ts';

/** One migration: a name that sorts by time, the statements that make it, and what fills it from what was there. */
export interface MigrationStep {
  readonly name: string;
  readonly statements: readonly string[];
  readonly fill?: (sequelize: Sequelize) => Promise<void>;
}

const LOCK = 'easytuck_migrate';
const LOCK_WAIT_S = 60;

/**
 * Brings the tables up to date. Servers that start together take turns, so that each migration runs once.
 * @returns names of the migrations that were applied now.
 */
export async function migrate(sequelize: Sequelize): Promise<readonly string[]> {
  return sequelize.transaction(async (transaction) => {
    await sequelize.query(`SELECT GET_LOCK('${LOCK}', ${LOCK_WAIT_S})`, { transaction, type: QueryTypes.SELECT });
    try {
      const umzug = new Umzug({
        migrations: migrations.map(({ name, statements, fill }) => ({
          name,
          up: async () => {
            for (const statement of statements) await sequelize.query(statement);
            await fill?.(sequelize);
          },
        })),
        storage: new SequelizeStorage({ model: appliedMigrations(sequelize) }),
        logger: undefined,
      });
      return (await umzug.up()).map(({ name }) => name);
    } finally {
      await sequelize.query(`SELECT RELEASE_LOCK('${LOCK}')`, { transaction, type: QueryTypes.SELECT });
    }
  });
}

/** The list of migrations that were applied, in the same engine and characters as everything else. */
function appliedMigrations(sequelize: Sequelize): ModelStatic<Model> {
  return sequelize.define('migration', { name: { type: DataTypes.STRING(120), primaryKey: true } }, { tableName: 'migrations' });
}
