/**
 * For work on the program: Vite serves the interface and reloads it as it is edited; the API runs beside it on a demo shop of its
 * own and is started again when the server, the contract or core is edited. Ctrl-C ends both.
 */
import { spawn } from 'node:child_process';
import { mkdirSync, watch } from 'node:fs';
import { join } from 'node:path';
import { freePort } from './lib/freePort.mjs';
import { ensureNodePackages } from './lib/nodePackages.mjs';
import { DATA, ROOT } from './lib/paths.mjs';
import { runMain } from './lib/run.mjs';
import { runningIn } from './lib/shopFolder.mjs';

const FOLDER = join(DATA, 'dev');
const API_PORT = 4311;
const PAGES_PORT = 5310;
/** What the running server is made of. */
const SERVER_SOURCES = ['core/src', 'contract/src', 'server/src'];
/** An editor writes a file in several goes, and a branch many files. */
const SETTLED_MS = 250;

runMain(async () => {
  await ensureNodePackages();
  mkdirSync(FOLDER, { recursive: true });
  const port = await freePort(Number(process.env['PORT'] ?? API_PORT));
  const api = spawn(process.execPath, [join('tools', 'src', 'start.mjs'), '--demo', '--no-pages'], {
    cwd: ROOT,
    env: { ...process.env, EASYTUCK_DATA: FOLDER, PORT: String(port) },
    stdio: ['ignore', 'inherit', 'inherit'],
  });
  const pages = spawn(
    process.execPath,
    [join(ROOT, 'node_modules/vite/bin/vite.js'), '--host', '127.0.0.1', '--port', String(PAGES_PORT)],
    { cwd: join(ROOT, 'web'), env: { ...process.env, EASYTUCK_API: `http://127.0.0.1:${port}` }, stdio: ['ignore', 'inherit', 'inherit'] },
  );
  restartOnChange();
  const ended = [api, pages].map((child) => new Promise((resolve) => child.once('exit', resolve)));
  let stopping = false;
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    for (const child of [api, pages]) child.kill('SIGTERM');
    await Promise.all(ended);
    process.exit(0);
  };
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM', 'SIGHUP'])) process.on(signal, () => void stop());
  await Promise.race(ended);
  await stop();
});

/** Ends the server when one of its sources is edited; the start command starts it again. */
function restartOnChange() {
  /** @type {NodeJS.Timeout | undefined} */
  let timer;
  for (const source of SERVER_SOURCES)
    watch(join(ROOT, source), { recursive: true }, (_event, name) => {
      if (!name || !/\.(ts|mjs)$/.test(name) || /\.test\.ts$/.test(name)) return;
      clearTimeout(timer);
      timer = setTimeout(() => {
        const running = runningIn(FOLDER);
        if (!running) return;
        console.log(`${name} was edited.`);
        try {
          process.kill(running.serverPid, 'SIGTERM');
        } catch {
          // it ended by itself: then it is being started again
        }
      }, SETTLED_MS);
    });
}
