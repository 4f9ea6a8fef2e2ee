import type { FastifyInstance } from 'fastify';
import plugin from 'fastify-plugin';
import type { Sequelize } from 'sequelize';
import { noteCluster } from '../database/cluster.ts';
import { connectJobs } from '../database/connect.ts';
import { isDatabaseAway } from '../database/databaseErrors.ts';
import { migrate } from '../database/migrate.ts';
import { defineModels, type Models } from '../database/models.ts';
import { traceOf } from '../errorTrace.ts';
import { ProblemError } from '../problem.ts';
import { StartRefused } from '../startRefused.ts';

/** The shop's records as the modules see them. */
export interface Database {
  readonly sequelize: Sequelize;
  /** For work that may take its time, and must leave requests their connections. */
  readonly jobs: Sequelize;
  readonly models: Models;
  /** Whether the tables are up to date; until they are, requests are answered 503. */
  readonly isReady: () => boolean;
}

declare module 'fastify' {
  interface FastifyInstance {
    database: Database;
  }
}

const TRY_AGAIN_MS = 1_000;

/** Options: the pool, and what is to be done before tables are changed and once they are up to date. */
export interface DatabaseOptions {
  readonly sequelize: Sequelize;
  readonly beforeMigrating?: (database: Database, applied: readonly string[]) => Promise<void>;
  readonly onMigrated?: (database: Database) => Promise<void>;
}

/**
 * Migrates before the server listens. Where the database is away the server starts all the same, answers 503, and
 * tries again until it comes back. Any other failure to migrate stops the start.
 */
export const database = plugin(async (app: FastifyInstance, options: DatabaseOptions) => {
  const { sequelize } = options;
  const jobs = connectJobs(sequelize);
  let ready = false;
  let closing = false;
  const database: Database = { sequelize, jobs, models: defineModels(sequelize), isReady: () => ready };
  app.decorate('database', database);

  const prepare = async (): Promise<void> => {
    await Promise.all([noteCluster(sequelize), noteCluster(jobs)]);
    await migrate(jobs, { before: async (applied) => options.beforeMigrating?.(database, applied) });
    await options.onMigrated?.(database);
    ready = true;
  };
  const keepTrying = async (): Promise<void> => {
    while (!ready && !closing) {
      await new Promise((resolve) => setTimeout(resolve, TRY_AGAIN_MS));
      try {
        await prepare();
      } catch (error) {
        if (isDatabaseAway(error)) continue;
        app.log.error(
          { trace: traceOf(error) },
          error instanceof StartRefused ? error.message : 'the tables could not be brought up to date',
        );
      }
    }
  };
  try {
    await prepare();
  } catch (error) {
    if (!isDatabaseAway(error)) {
      await Promise.all([sequelize.close(), jobs.close()]);
      throw error;
    }
    app.log.warn('the database is away; trying again until it is back');
    void keepTrying();
  }
  app.addHook('onClose', async () => {
    closing = true;
    await Promise.all([sequelize.close(), jobs.close()]);
  });
});

/** Refuses with 503 until the tables are up to date. */
export function requireReady(database: Pick<Database, 'isReady'>): void {
  if (!database.isReady()) throw new ProblemError('databaseAway');
}
