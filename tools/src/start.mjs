/** Starts Easy Tuck: set-up, database, simulated label printer, server; keeps all running and stops them together. `--demo` loads the demo scenario once. */
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildWeb, WEB_ROOT } from './lib/buildWeb.mjs';
import { freePort } from './lib/freePort.mjs';
import { ensureNodePackages } from './lib/nodePackages.mjs';
import { DATA, ROOT } from './lib/paths.mjs';
import { commandLineOf, startPrivateDatabase } from './lib/privateDatabase.mjs';
import { runMain, SetupError } from './lib/run.mjs';

const USUAL_PORT = 4310;
/** A server that dies this often within a minute is not started again. */
const MOST_RESTARTS = 20;

runMain(async () => {
  const withDemo = process.argv.includes('--demo');
  const folder = process.env['EASYTUCK_DATA'] ?? join(DATA, withDemo ? 'demo' : 'shop');
  const runFile = join(folder, 'running.json');
  refuseSecondStart(runFile);

  await ensureNodePackages();
  const external = process.env['DATABASE_URL'] || undefined;
  const log = (/** @type {string} */ line) => console.log(line);
  const [databaseStart, build] = await Promise.allSettled([
    external ? undefined : startPrivateDatabase(folder, { supervise: true, log }),
    buildWeb(),
  ]);
  const database = databaseStart.status === 'fulfilled' ? databaseStart.value : undefined;
  if (databaseStart.status === 'rejected') throw databaseStart.reason;
  if (build.status === 'rejected') {
    await database?.stop();
    throw build.reason;
  }
  const port = await freePort(Number(process.env['PORT'] ?? USUAL_PORT));

  const printer = process.env['PRINTER_URL'] ? undefined : await startPrinter();
  /** @type {import('node:child_process').ChildProcess | undefined} */
  let server;
  let stopping = false;
  let restarts = 0;
  const stop = async (/** @type {number} */ code) => {
    if (stopping) return;
    stopping = true;
    await endServer(server);
    await endServer(printer?.child);
    await database?.stop();
    rmSync(runFile, { force: true });
    process.exit(code);
  };
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM', 'SIGHUP'])) {
    process.on(signal, () => {
      if (!stopping) console.log('\nStopping …');
      void stop(0);
    });
  }

  const launch = () => {
    const started = spawn(process.execPath, ['--import', 'tsx', join('server', 'src', 'main.ts'), ...(withDemo ? ['--demo'] : [])], {
      cwd: ROOT,
      env: {
        ...process.env,
        DATABASE_URL: external ?? database?.url('easytuck'),
        HOST: '127.0.0.1',
        PORT: String(port),
        WEB_ROOT,
        PRINTER_URL: process.env['PRINTER_URL'] ?? printer?.address,
      },
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
      detached: true,
    });
    server = started;
    started.on('message', (message) => {
      const address = addressOf(message);
      mkdirSync(folder, { recursive: true });
      writeFileSync(runFile, JSON.stringify({ pid: process.pid, address, serverPid: started.pid, databasePid: database?.pid() }));
      if (restarts === 0) console.log(`\nEasy Tuck is ready at ${address}\nCtrl-C stops it.`);
    });
    started.on('exit', (code) => {
      if (stopping) return;
      restarts += 1;
      setTimeout(() => (restarts = Math.max(1, restarts - 1)), 60_000).unref();
      if (restarts > MOST_RESTARTS || (code === 1 && restarts > 3)) {
        console.error('The server keeps stopping; giving up.');
        void stop(1);
        return;
      }
      console.error('The server stopped; starting it again.');
      setTimeout(() => !stopping && launch(), 300);
    });
  };
  launch();
});

/** Starts the label printer that ships with the program, and waits until it says where it listens. It ends when this process does. */
async function startPrinter() {
  const child = spawn(process.execPath, ['--import', 'tsx', join('devices', 'src', 'main.ts')], {
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

/** @param {string} runFile */
function refuseSecondStart(runFile) {
  if (!existsSync(runFile)) return;
  const { pid, address } = JSON.parse(readFileSync(runFile, 'utf8'));
  if (commandLineOf(pid).some((part) => part.endsWith('start.mjs'))) throw new SetupError(`Easy Tuck is already running at ${address}.`);
  rmSync(runFile, { force: true });
}

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
