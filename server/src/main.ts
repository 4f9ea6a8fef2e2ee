import { buildApp } from './app.ts';
import { readConfig } from './config.ts';
import { connectDatabase } from './database/connect.ts';
import { isDatabaseAway } from './database/databaseErrors.ts';
import { loadDemo } from './demo/loadDemo.ts';
import { isReachedFromOutside, refuseToListen } from './mayListen.ts';
import { peopleRepository } from './modules/people/repository.ts';
import { errorOf, traceOf } from './errorTrace.ts';
import { backupService } from './modules/backups/service.ts';
import { START_REFUSED_CODE, StartRefused } from './startRefused.ts';

/** How often the server says that it is alive; whoever supervises it starts it again when it falls silent. */
const SIGN_OF_LIFE_MS = 500;
/** Before it is opened to others the records must be there within this. */
const RECORDS_WITHIN_MS = 60_000;

/** Starts one server: reads the environment, listens, tells its parent where, and stops when told or when the parent is gone. */
async function main(): Promise<void> {
  const config = readConfig(process.env);
  const withDemo = process.argv.includes('--demo');
  const app = await buildApp({
    sequelize: connectDatabase(config.databaseUrl, 'requests', config.databaseReadsUrl),
    machine: config.machine,
    webRoot: config.webRoot,
    logLevel: config.logLevel,
    printerUrl: config.printerUrl,
    printerName: config.printerName,
    hosts: config.hosts,
    tls: config.tls,
    trustProxy: config.trustProxy,
    address: config.address,
    backupFolder: config.backupFolder,
    beforeMigrating: async ({ jobs }) => {
      if (config.backupFolder === undefined) return;
      await backupService(jobs, config.backupFolder, config.machine)
        .make('beforeMigration')
        .catch((cause: unknown) => {
          if (isDatabaseAway(cause)) throw cause;
          throw new StartRefused(
            'The records are to be changed for this version, and could not be backed up before. Nothing was changed. Look at the disk and the folder for backups.',
            { cause },
          );
        });
    },
    ...(withDemo ? { onMigrated: loadDemo } : {}),
  });
  if (isReachedFromOutside(config)) {
    for (const began = Date.now(); !app.database.isReady() && Date.now() - began < RECORDS_WITHIN_MS;)
      await new Promise((resolve) => setTimeout(resolve, 500));
    if (!app.database.isReady())
      throw new StartRefused('The records cannot be reached, so that nobody can tell whether an owner is set up. Nothing was opened.');
    refuseToListen(config, await peopleRepository(app.database).isOwner());
  }
  let stopping: Promise<void> | undefined;
  const stop = (): void => {
    stopping ??= app.close().then(
      () => process.exit(0),
      (error: unknown) => {
        console.error(traceOf(error));
        process.exit(1);
      },
    );
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  process.on('disconnect', stop);
  const address = await app.listen({ host: config.host, port: config.port });
  process.send?.({ kind: 'listening', address });
  setInterval(() => process.send?.({ kind: 'alive' }), SIGN_OF_LIFE_MS).unref();
  if (!process.send) console.log(`Easy Tuck listens on ${address}`);
}

main().catch((error: unknown) => {
  if (error instanceof StartRefused) {
    console.error(error.message);
    process.exit(START_REFUSED_CODE);
  }
  console.error(`The server could not start. ${errorOf(error)}`);
  process.exit(1);
});
