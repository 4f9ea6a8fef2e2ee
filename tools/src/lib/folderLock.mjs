import { createHash } from 'node:crypto';
import { mkdirSync, realpathSync } from 'node:fs';
import { createServer } from 'node:net';

/**
 * Takes a folder for this process alone, until it lets go or ends, however it ends: the lock is a socket without a file, which
 * the system takes away with its process.
 * @param {string} folder
 * @returns {Promise<(() => void) | null>} what lets go of it again; null where another process has it.
 */
export function lockFolder(folder) {
  mkdirSync(folder, { recursive: true });
  const name = createHash('sha256').update(realpathSync(folder)).digest('hex');
  const lock = createServer((socket) => socket.destroy());
  return new Promise((resolve, reject) => {
    lock.once('error', (error) => ('code' in error && error.code === 'EADDRINUSE' ? resolve(null) : reject(error)));
    lock.listen(`\0easytuck-${name}`, () => {
      lock.unref();
      resolve(() => lock.close());
    });
  });
}

const LOOK_AGAIN_MS = 300;

/**
 * As {@link lockFolder}, and waits until it is to be had.
 * @param {string} folder
 */
export async function waitForFolder(folder) {
  for (;;) {
    const release = await lockFolder(folder);
    if (release) return release;
    await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN_MS));
  }
}
