/**
 * Starts Easy Tuck: set-up, database, simulated label printer, server; keeps all running and stops them together. `--demo` loads
 * the demo scenario once; `--no-pages` serves the API alone, for whoever serves the pages otherwise.
 */
import { spawn } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { stillUsed } from './lib/builds.mjs';
import { buildServer } from './lib/buildServer.mjs';
import { buildWeb } from './lib/buildWeb.mjs';
import { lockFolder } from './lib/folderLock.mjs';
import { freePort } from './lib/freePort.mjs';
import { ensureNodePackages } from './lib/nodePackages.mjs';
import { ROOT } from './lib/paths.mjs';
import { startPrivateDatabase } from './lib/privateDatabase.mjs';
import { runMain, SetupError } from './lib/run.mjs';
import { runFileOf, runningIn, sayRunning, shopFolder } from './lib/shopFolder.mjs';
import { SILENT_MS, waitedForTurnMs, watchSignsOfLife } from './lib/signsOfLife.mjs';

const USUAL_PORT = 4310;
/** A server that ends so often before it listens is not started again. */
const MOST_FAILED_STARTS = 4;
const START_AGAIN_MS = 100;
const DAY_MS = 86_400_000;
/** The server's exit code where trying again cannot help. */
const START_REFUSED_CODE = 3;

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
    if (built.status === 'fulfilled') await endServer(built.value.printer?.child);
    throw databaseStart.reason;
  }
  if (built.status === 'rejected') {
    await database?.stop();
    throw built.reason;
  }
  const { webRoot, firstBuild, printer } = built.value;
  const port = await freePort(Number(process.env['PORT'] ?? USUAL_PORT));

  /** @type {import('node:child_process').ChildProcess | undefined} */
  let server;
  let stopping = false;
  let [isFirst, failedStarts] = [true, 0];
  const stop = async (/** @type {number} */ code) => {
    if (stopping) return;
    stopping = true;
    await endServer(server);
    await endServer(printer?.child);
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

  const launch = (/** @type {string} */ build) => {
    const started = spawn(process.execPath, ['--enable-source-maps', join(build, 'main.mjs'), ...(withDemo ? ['--demo'] : [])], {
      cwd: ROOT,
      env: {
        ...process.env,
        DATABASE_URL: external ?? database?.url('easytuck'),
        HOST: process.env['HOST'] || '127.0.0.1',
        PORT: String(port),
        WEB_ROOT: webRoot,
        BACKUPS: process.env['BACKUPS'] ?? join(folder, 'backups'),
        PRINTER_URL: process.env['PRINTER_URL'] ?? printer?.address,
      },
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
      detached: true,
    });
    server = started;
    const life = watchSignsOfLife(
      () => {
        console.error(`The server has been stuck for ${SILENT_MS / 1000} s.`);
        started.kill('SIGKILL');
      },
      { waitedMs: () => waitedForTurnMs(Number(started.pid)) },
    );
    started.on('message', (message) => {
      // saying where it listens is a sign of life as well: a server may get stuck right after
      life.heard();
      if (kindOf(message) === 'alive') return;
      const address = addressOf(message);
      sayRunning(folder, { pid: process.pid, address, serverPid: Number(started.pid), databasePid: database?.pid() });
      failedStarts = 0;
      if (isFirst) console.log(`\nEasy Tuck is ready at ${address}\nCtrl-C stops it.`);
      isFirst = false;
    });
    started.on('exit', (code, signal) => {
      life.stop();
      if (stopping) return;
      if (code === START_REFUSED_CODE) {
        void stop(1);
        return;
      }
      failedStarts += 1;
      if (failedStarts >= MOST_FAILED_STARTS) {
        console.error('The server keeps stopping; giving up.');
        void stop(1);
        return;
      }
      console.error(`The server stopped (${signal ?? code}); starting it again.`);
      setTimeout(() => void rebuilt(build).then((next) => !stopping && launch(next)), START_AGAIN_MS);
    });
  };
  launch(firstBuild);
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

/**
 * Starts the label printer that ships with the program, and waits until it says where it listens. It ends when this process does.
 * @param {string} build
 */
async function startPrinter(build) {
  const child = spawn(process.execPath, [join(build, 'printer.mjs')], {
    cwd: ROOT,
    env: { ...process.env, PORT: '0' },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    detached: true,
  });
  const address = await new Promise((resolve, reject) => {
    child.once('message', (message) => resolve(addressOf(message)));
    child.once('exit', () => reject(new SetupError('The simulated label printer did not start.')));
  });
  return { child, address };
}

/** @param {string} folder */
async function refuseSecondStart(folder) {
  if (await lockFolder(folder)) return;
  const running = runningIn(folder);
  throw new SetupError(running ? `Easy Tuck is already running at ${running.address}.` : 'Easy Tuck is already starting in this folder.');
}

/** @param {unknown} message */
const kindOf = (message) => (typeof message === 'object' && message !== null && 'kind' in message ? message.kind : undefined);

/** @param {unknown} message */
function addressOf(message) {
  if (typeof message === 'object' && message !== null && 'address' in message) return String(message.address);
  throw new Error('the server did not say where it listens');
}

/** @param {import('node:child_process').ChildProcess | undefined} server */
async function endServer(server) {
  if (!server || server.exitCode !== null || server.signalCode !== null) return;
  const ended = new Promise((resolve) => server.once('exit', resolve));
  server.kill('SIGTERM');
  const late = setTimeout(() => server.kill('SIGKILL'), 10_000);
  await ended;
  clearTimeout(late);
}
