import { createServer } from 'node:net';

/**
 * A port of 127.0.0.1 that nobody listens on: the wanted one or the next free after it; any, for 0.
 * @param {number} wanted
 * @returns {Promise<number>}
 */
export async function freePort(wanted = 0) {
  for (let port = wanted; port < wanted + 50; port += 1) {
    const found = await tryPort(port);
    if (found !== undefined) return found;
  }
  return freePort(0);
}

/** @param {number} port @returns {Promise<number | undefined>} */
function tryPort(port) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(undefined));
    probe.listen(port, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => resolve(typeof address === 'object' && address ? address.port : undefined));
    });
  });
}
