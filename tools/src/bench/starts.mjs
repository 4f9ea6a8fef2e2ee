import { spawn } from 'node:child_process';
import { connect } from 'node:net';
import { join } from 'node:path';
import { freePort } from '../lib/freePort.mjs';
import { ROOT } from '../lib/paths.mjs';
import { bareServer, sleep } from '../lib/privateDatabase.mjs';
import { FOLDER, startDemo } from './demo.mjs';
import { sideBySide } from './sideBySide.mjs';

/**
 * The second start of the demo, in ms, beside the bare start of what it is made of: the database's program on the same records, and
 * an empty Fastify, both at once.
 */
export async function measureStarts() {
  // the first start makes the records; it is not the second
  await (await startDemo()).stop();
  return sideBySide(
    async () => {
      const demo = await startDemo();
      await demo.stop();
      return demo.startedInMs;
    },
    async () => {
      const began = performance.now();
      const port = await freePort(0);
      const database = bareServer(FOLDER, port);
      const web = spawn(process.execPath, [join(ROOT, 'tools/src/bench/emptyServer.mjs')], { stdio: ['ignore', 'pipe', 'inherit'] });
      await Promise.all([answers(port), new Promise((resolve) => web.stdout.once('data', resolve))]);
      const tookMs = performance.now() - began;
      web.kill('SIGKILL');
      const ended = new Promise((resolve) => database.once('exit', resolve));
      database.kill('SIGTERM');
      await ended;
      return tookMs;
    },
  );
}

/** Waits until somebody listens at a port. @param {number} port */
async function answers(port) {
  for (;;) {
    const isThere = await new Promise((resolve) => {
      const socket = connect(port, '127.0.0.1', () => (socket.destroy(), resolve(true)));
      socket.on('error', () => resolve(false));
    });
    if (isThere) return;
    await sleep(10);
  }
}
