import { spawn } from 'node:child_process';
import { closeSync, openSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './paths.mjs';
import { SILENT_MS, waitedForTurnMs, watchSignsOfLife } from './signsOfLife.mjs';

/** A server that ends so often before it listens is not started again. */
const MOST_FAILED_STARTS = 4;
const START_AGAIN_MS = 100;
const END_WITHIN_MS = 10_000;
/** The server's exit code where trying again cannot help. */
const START_REFUSED_CODE = 3;

/**
 * A server that is started again whenever it ends or falls silent.
 * @typedef {{ pid: () => number | undefined, stop: () => Promise<void> }} SupervisedServer
 */

/**
 * Starts the server and keeps it running.
 * @param {{
 *   build: string,
 *   rebuild?: (last: string) => Promise<string>,
 *   env: NodeJS.ProcessEnv,
 *   args?: readonly string[],
 *   onListening: (address: string, pid: number) => void,
 *   onGivenUp: () => void,
 *   log?: (line: string) => void,
 *   logFile?: string,
 * }} options `build` is the folder of the built server, `rebuild` gives the one to start next; `logFile` is where it writes, the terminal where none is named; `onGivenUp` is told when it is not
 * started again.
 * @returns {SupervisedServer}
 */
export function superviseServer({
  build,
  rebuild = async (last) => last,
  env,
  args = [],
  onListening,
  onGivenUp,
  log = console.error,
  logFile,
}) {
  /** @type {import('node:child_process').ChildProcess | undefined} */
  let server;
  let stopping = false;
  let failedStarts = 0;
  const launch = (/** @type {string} */ folder) => {
    const out = logFile === undefined ? 'inherit' : openSync(logFile, 'a');
    const started = spawn(process.execPath, ['--enable-source-maps', join(folder, 'main.mjs'), ...args], {
      cwd: ROOT,
      env,
      stdio: ['ignore', out, out, 'ipc'],
      detached: true,
    });
    if (typeof out === 'number') closeSync(out);
    server = started;
    const life = watchSignsOfLife(
      () => {
        log(`The server has been stuck for ${SILENT_MS / 1000} s.`);
        started.kill('SIGKILL');
      },
      { waitedMs: () => waitedForTurnMs(Number(started.pid)) },
    );
    started.on('message', (message) => {
      // saying where it listens is a sign of life as well: a server may get stuck right after
      life.heard();
      if (kindOf(message) === 'alive') return;
      failedStarts = 0;
      onListening(addressOf(message), Number(started.pid));
    });
    started.on('exit', (code, signal) => {
      life.stop();
      if (stopping) return;
      failedStarts += 1;
      if (code === START_REFUSED_CODE || failedStarts >= MOST_FAILED_STARTS) {
        if (code !== START_REFUSED_CODE) log('The server keeps stopping; giving up.');
        onGivenUp();
        return;
      }
      log(`The server stopped (${signal ?? code}); starting it again.`);
      setTimeout(() => void rebuild(folder).then((next) => !stopping && launch(next)), START_AGAIN_MS);
    });
  };
  launch(build);
  return {
    pid: () => server?.pid,
    stop: async () => {
      stopping = true;
      await endChild(server);
    },
  };
}

/** Asks a child to end, and makes it where it does not. @param {import('node:child_process').ChildProcess | undefined} child */
export async function endChild(child) {
  if (!child || child.exitCode !== null || child.signalCode !== null) return;
  const ended = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGTERM');
  const late = setTimeout(() => child.kill('SIGKILL'), END_WITHIN_MS);
  await ended;
  clearTimeout(late);
}

/** @param {unknown} message */
const kindOf = (message) => (typeof message === 'object' && message !== null && 'kind' in message ? message.kind : undefined);

/** The address that a program says it listens at. @param {unknown} message */
export function addressOf(message) {
  if (typeof message === 'object' && message !== null && 'address' in message) return String(message.address);
  throw new Error('the program did not say where it listens');
}
