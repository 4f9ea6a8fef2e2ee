/**
 * Starts Easy Tuck: set-up, database, simulated label printer, server; keeps all running and stops them together. `--demo` loads
 * the demo scenario once; `--no-pages` serves the API alone, for whoever serves the pages otherwise.
 */
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { stillUsed } from './lib/builds.mjs';
import { buildServer } from './lib/buildServer.mjs';
import { buildWeb } from './lib/buildWeb.mjs';
import { lockFolder } from './lib/folderLock.mjs';
import { freePort } from './lib/freePort.mjs';
import { ensureNodePackages } from './lib/nodePackages.mjs';
import { startPrivateDatabase } from './lib/privateDatabase.mjs';
import { runMain, SetupError } from './lib/run.mjs';
import { runFileOf, runningIn, sayRunning, shopFolder } from './lib/shopFolder.mjs';
import { startPrinter } from './lib/startPrinter.mjs';
import { endChild, superviseServer } from './lib/superviseServer.mjs';

const USUAL_PORT = 4310;
const DAY_MS = 86_400_000;

runMain(async () => {
  const withDemo = process.argv.includes('--demo');
  const folder = shopFolder(withDemo);
  await refuseSecondStart(folder);

  await ensureNodePackages();
  const external = process.env['DATABASE_URL'] || undefined;
  const log = (/** @type {string} */ line) => console.log(line);
  const [databaseStart, built] = await Promise.allSettled([
    external ? undefined : startPrivateDatabase(folder, { supervise: true, log }),
    build(!process.argv.includes('--no-pages')),
  ]);
  const database = databaseStart.status === 'fulfilled' ? databaseStart.value : undefined;
  if (databaseStart.status === 'rejected') {
    if (built.status === 'fulfilled') await endChild(built.value.printer?.child);
    throw databaseStart.reason;
  }
  if (built.status === 'rejected') {
    await database?.stop();
    throw built.reason;
  }
  const { webRoot, firstBuild, printer } = built.value;
  const port = await freePort(Number(process.env['PORT'] ?? USUAL_PORT));

  /** @type {import('./lib/superviseServer.mjs').SupervisedServer | undefined} */
  let server;
  let [isFirst, stopping] = [true, false];
  const stop = async (/** @type {number} */ code) => {
    if (stopping) return;
    stopping = true;
    await server?.stop();
    await endChild(printer?.child);
    await database?.stop();
    rmSync(runFileOf(folder), { force: true });
    process.exit(code);
  };
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM', 'SIGHUP'])) {
    process.on(signal, () => {
      if (!stopping) console.log('\nStopping …');
      void stop(0);
    });
  }
  server = superviseServer({
    build: firstBuild,
    rebuild: rebuilt,
    args: withDemo ? ['--demo'] : [],
    env: {
      ...process.env,
      DATABASE_URL: external ?? database?.url('easytuck'),
      HOST: process.env['HOST'] || '127.0.0.1',
      PORT: String(port),
      WEB_ROOT: webRoot,
      BACKUPS: process.env['BACKUPS'] ?? join(folder, 'backups'),
      PRINTER_URL: process.env['PRINTER_URL'] ?? printer?.address,
    },
    onListening: (address, serverPid) => {
      sayRunning(folder, { pid: process.pid, address, serverPid, databasePid: database?.pid() });
      if (isFirst) console.log(`\nEasy Tuck is ready at ${address}\nCtrl-C stops it.`);
      isFirst = false;
    },
    onGivenUp: () => void stop(1),
  });
  // parts of a build are read when they are first wanted, which may be weeks after the start
  setInterval(() => [webRoot, firstBuild].forEach((folder) => folder && stillUsed(folder)), DAY_MS).unref();
});

/** Interface and server as their sources are now, and the printer, which needs no records and so is started while they are fetched. @param {boolean} withPages */
async function build(withPages) {
  const [webRoot, firstBuild] = await Promise.all([withPages ? buildWeb() : undefined, buildServer()]);
  const printer = process.env['PRINTER_URL'] ? undefined : await startPrinter(firstBuild);
  return { webRoot, firstBuild, printer };
}

/** The server as its sources are now; as it was where they cannot be built. @param {string} last */
const rebuilt = (last) =>
  buildServer().catch((error) => {
    console.error(error instanceof Error ? error.message : error);
    return last;
  });

/** @param {string} folder */
async function refuseSecondStart(folder) {
  if (await lockFolder(folder)) return;
  const running = runningIn(folder);
  throw new SetupError(running ? `Easy Tuck is already running at ${running.address}.` : 'Easy Tuck is already starting in this folder.');
}
