import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from './paths.mjs';
import { SetupError } from './run.mjs';
import { addressOf } from './superviseServer.mjs';

/**
 * Starts the label printer that ships with the program, and waits until it says where it listens. It ends when this process does.
 * @param {string} build folder of the built server
 */
export async function startPrinter(build) {
  const child = spawn(process.execPath, [join(build, 'printer.mjs')], {
    cwd: ROOT,
    env: { ...process.env, PORT: '0' },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    detached: true,
  });
  /** @type {string} */
  const address = await new Promise((resolve, reject) => {
    child.once('message', (message) => resolve(addressOf(message)));
    child.once('exit', () => reject(new SetupError('The simulated label printer did not start.')));
  });
  return { child, address };
}
