import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { DATA, ROOT } from '../lib/paths.mjs';
import { sleep } from '../lib/privateDatabase.mjs';
import { databaseUrlIn } from '../lib/shopFolder.mjs';

export const FOLDER = join(DATA, 'bench');

/** Starts the demo as a user would, in a folder of its own, and takes the time until it says that it is ready. */
export async function startDemo() {
  const started = performance.now();
  const child = spawn(process.execPath, [join('tools', 'src', 'start.mjs'), '--demo'], {
    cwd: ROOT,
    env: { ...process.env, EASYTUCK_DATA: FOLDER, PORT: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let output = '';
  child.stdout.on('data', (chunk) => (output += chunk));
  while (!output.includes('is ready at')) {
    if (child.exitCode !== null) throw new Error(`the demo did not start:\n${output}`);
    await sleep(5);
  }
  const startedInMs = performance.now() - started;
  const { address, serverPid } = JSON.parse(readFileSync(join(FOLDER, 'running.json'), 'utf8'));
  return {
    startedInMs,
    address: String(address),
    databaseUrl: databaseUrlIn(FOLDER),
    serverPid: Number(serverPid),
    stop: () => stop(child),
  };
}

/** @param {import('node:child_process').ChildProcess} child */
async function stop(child) {
  const ended = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGTERM');
  await ended;
}
