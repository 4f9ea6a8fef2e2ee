import { buildApp } from './app.ts';
import { readConfig } from './config.ts';
import { connectDatabase } from './database/connect.ts';
import { loadDemo } from './demo/loadDemo.ts';

/** Starts one server: reads the environment, listens, tells its parent where, and stops when told or when the parent is gone. */
async function main(): Promise<void> {
  const config = readConfig(process.env);
  const withDemo = process.argv.includes('--demo');
  const app = await buildApp({
    sequelize: connectDatabase(config.databaseUrl),
    webRoot: config.webRoot,
    logLevel: config.logLevel,
    printerUrl: config.printerUrl,
    ...(withDemo ? { onMigrated: loadDemo } : {}),
  });
  let stopping: Promise<void> | undefined;
  const stop = (): void => {
    stopping ??= app.close().then(
      () => process.exit(0),
      (error: unknown) => {
        console.error(error);
        process.exit(1);
      },
    );
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  process.on('disconnect', stop);
  const address = await app.listen({ host: config.host, port: config.port });
  process.send?.({ kind: 'listening', address });
  if (!process.send) console.log(`Easy Tuck listens on ${address}`);
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
