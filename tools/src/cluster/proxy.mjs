import { closeSync, openSync, rmSync, writeFileSync } from 'node:fs';
import { createConnection } from 'node:net';
import { join } from 'node:path';
import { writeKept } from '../lib/keptFile.mjs';
import { end, endLeftover } from '../lib/privateDatabase.mjs';
import { spawnTied } from '../lib/tiedProcess.mjs';
import { proxyFile } from './files.mjs';
import { nameOf } from './machine.mjs';

const START_AGAIN_MS = 200;
const TOLD_WITHIN_MS = 2_000;

/**
 * Starts what stands before a machine's nodes and servers, and keeps it running.
 * @param {import('./files.mjs').Share} share
 * @param {string} haproxy
 * @param {(line: string) => void} log
 */
export async function startProxy(share, haproxy, log) {
  const { folder } = share.own;
  const [settings, pidFile] = [join(folder, 'proxy.cfg'), join(folder, 'proxy.pid')];
  await endLeftover(pidFile, settings);
  rmSync(join(folder, 'proxy.sock'), { force: true });
  writeFileSync(settings, proxyFile(share), { mode: 0o600 });
  /** @type {import('node:child_process').ChildProcess | undefined} */
  let child;
  let stopping = false;
  const launch = () => {
    const out = openSync(join(folder, 'proxy.log'), 'a');
    const started = spawnTied(haproxy, ['-db', '-f', settings], { stdio: ['ignore', out, out], detached: true });
    closeSync(out);
    child = started;
    if (started.pid !== undefined) writeKept(pidFile, String(started.pid));
    started.on('exit', () => {
      if (stopping) return;
      log(`The proxy of ${nameOf(share.own)} stopped; starting it again.`);
      setTimeout(() => !stopping && launch(), START_AGAIN_MS);
    });
  };
  launch();
  return {
    pid: () => child?.pid,
    /** Tells the proxy something over its own socket, and answers what it says. @param {string} command */
    tell: (command) => tell(join(folder, 'proxy.sock'), command),
    stop: async () => {
      stopping = true;
      if (child?.pid !== undefined && child.exitCode === null && child.signalCode === null) await end(child.pid);
      rmSync(pidFile, { force: true });
    },
  };
}

/** @param {string} path @param {string} command @returns {Promise<string>} */
function tell(path, command) {
  return new Promise((resolve, reject) => {
    let answer = '';
    const socket = createConnection(path, () => socket.end(`${command}\n`));
    socket.setTimeout(TOLD_WITHIN_MS, () => socket.destroy(new Error('the proxy does not answer')));
    socket.on('data', (chunk) => (answer += String(chunk)));
    socket.on('end', () => resolve(answer.trim()));
    socket.on('error', reject);
  });
}
