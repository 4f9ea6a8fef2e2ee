import { rmSync, statfsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { commandLineOf, sleep } from '../lib/privateDatabase.mjs';
import { isOpen } from './cluster.mjs';
import { isWellWithin } from './share.mjs';

/*
 * What can happen to a machine of a cluster, each done to a running one and undone again.
 */

const BACK_WITHIN_MS = 90_000;
const STOPPED_MS = 4_500;
const CUT_OFF_MS = 4_500;
const UNPLUGGED_MS = 2_000;
const LONG_STOPPED_MS = 15_000;
const FULL_MS = 5_000;
const SETTLED_MS = 2_500;

/**
 * A kind of fault: done to one machine, until that machine is well again.
 * @typedef {(cluster: import('./cluster.mjs').Cluster, machine: number) => Promise<void>} Fault
 */

/** @param {import('./cluster.mjs').Cluster} cluster @param {number} machine */
const shareOf = (cluster, machine) => {
  const share = cluster.shares[machine];
  if (!share) throw new Error(`there is no machine ${machine + 1}`);
  return share;
};

/** @param {import('./cluster.mjs').Cluster} cluster @param {number} machine */
async function waitUntilWell(cluster, machine) {
  const { doctor, share } = shareOf(cluster, machine);
  if (!(await isWellWithin(doctor, BACK_WITHIN_MS)))
    throw new Error(`machine ${share.own.number} did not come back: ${await doctor.look()}`);
}

/** Until all nodes have been well for a while: one that was away says at first what it knew before. @param {import('./cluster.mjs').Cluster} cluster */
export async function waitUntilSettled(cluster) {
  let wellSince = Date.now();
  for (const began = Date.now(); Date.now() - wellSince < SETTLED_MS; await sleep(200)) {
    const reasons = await Promise.all(cluster.shares.map(({ doctor }) => doctor.look()));
    if (reasons.some((reason) => reason !== null)) wellSince = Date.now();
    if (Date.now() - began > BACK_WITHIN_MS) throw new Error(`the nodes are not well: ${reasons.join('; ')}`);
  }
}

/** @param {number | undefined} pid @param {NodeJS.Signals} signal */
function send(pid, signal) {
  if (pid !== undefined) process.kill(pid, signal);
}

/** @type {Fault} */
export async function killNode(cluster, machine) {
  const { node } = shareOf(cluster, machine);
  const pid = node.pid();
  send(pid, 'SIGKILL');
  while (node.pid() === pid) await sleep(20);
  await waitUntilWell(cluster, machine);
}

/** It is killed and its disk changed, so that it takes all records from another. @type {Fault} */
export async function joinAnew(cluster, machine) {
  const { node } = shareOf(cluster, machine);
  const pid = node.pid();
  send(pid, 'SIGKILL');
  while (commandLineOf(Number(pid)).join('') !== '') await sleep(10);
  node.forget();
  while (node.pid() === pid) await sleep(20);
  await waitUntilWell(cluster, machine);
}

/** @type {Fault} */
export async function stopNode(cluster, machine) {
  const pid = shareOf(cluster, machine).node.pid();
  send(pid, 'SIGSTOP');
  try {
    await sleep(STOPPED_MS);
  } finally {
    send(pid, 'SIGCONT');
  }
  await waitUntilSettled(cluster);
}

/** It goes on and answers whoever asks it, but hears nothing of the other nodes, nor they of it. @type {Fault} */
export async function cutOff(cluster, machine) {
  await asRoot(cluster, machine, "SET GLOBAL wsrep_provider_options = 'gmcast.isolate=1'");
  try {
    await sleep(CUT_OFF_MS);
  } finally {
    await asRoot(cluster, machine, "SET GLOBAL wsrep_provider_options = 'gmcast.isolate=0'");
  }
  await waitUntilSettled(cluster);
}

/** No server reaches it: every proxy drops what goes there and sends nothing more. @type {Fault} */
export async function unplug(cluster, machine) {
  const name = `machine-${machine + 1}`;
  const tell = (/** @type {string} */ command) =>
    Promise.all(cluster.shares.flatMap(({ proxy }) => ['writes', 'reads'].map((part) => proxy.tell(`${command} ${part}/${name}`))));
  await tell('disable server');
  await tell('shutdown sessions server');
  try {
    await sleep(UNPLUGGED_MS);
  } finally {
    await tell('enable server');
  }
  await waitUntilWell(cluster, machine);
}

/**
 * Nodes are killed one after another, each so long after the one before; the first may be on its way back by then.
 * @param {number} count @param {number} apartMs @returns {Fault}
 */
export const killNodes = (count, apartMs) => async (cluster, machine) => {
  for (let i = 0; i < count; i += 1) {
    if (i > 0) await sleep(apartMs);
    send(shareOf(cluster, (machine + i) % cluster.shares.length).node.pid(), 'SIGKILL');
  }
  await sleep(500);
  await waitUntilSettled(cluster);
};

/** Two nodes hang for longer than anybody waits for them, and go on. @type {Fault} */
export async function stopTwoNodes(cluster, machine) {
  const pids = [0, 1].map((i) => shareOf(cluster, (machine + i) % cluster.shares.length).node.pid());
  for (const pid of pids) send(pid, 'SIGSTOP');
  await sleep(LONG_STOPPED_MS);
  // the program may have ended a node that hung
  for (const pid of pids) if (pid !== undefined && commandLineOf(pid).join('') !== '') send(pid, 'SIGCONT');
  await waitUntilSettled(cluster);
}

/** A node hangs for twenty seconds. @type {Fault} */
export async function stopNodeLong(cluster, machine) {
  const pid = shareOf(cluster, machine).node.pid();
  send(pid, 'SIGSTOP');
  await sleep(20_000);
  if (pid !== undefined && commandLineOf(pid).join('') !== '') send(pid, 'SIGCONT');
  await waitUntilSettled(cluster);
}

/** A node and its machine's proxy are killed at once. @type {Fault} */
export async function killNodeAndProxy(cluster, machine) {
  send(shareOf(cluster, machine).proxy.pid(), 'SIGKILL');
  await killNode(cluster, machine);
  while (!(await isOpen(cluster.addresses[machine] ?? ''))) await sleep(30);
}

/** @type {Fault} */
export async function killServer(cluster, machine) {
  const server = cluster.servers[machine % cluster.servers.length];
  const pid = server?.pid();
  send(pid, 'SIGKILL');
  while (server?.pid() === pid) await sleep(20);
  const share = cluster.shares[machine % cluster.servers.length];
  for (const began = Date.now(); !(await isOpen(`http://${share?.share.own.address}:${cluster.ports.server}`)); await sleep(30))
    if (Date.now() - began > BACK_WITHIN_MS) throw new Error('a server did not come back');
}

/** @type {Fault} */
export async function killProxy(cluster, machine) {
  const { proxy } = shareOf(cluster, machine);
  const pid = proxy.pid();
  send(pid, 'SIGKILL');
  while (proxy.pid() === pid) await sleep(20);
  while (!(await isOpen(cluster.addresses[machine] ?? ''))) await sleep(30);
}

/** The disk of its records has no room left for a while. @type {Fault} */
export async function fillDisk(cluster, machine) {
  const { folder } = shareOf(cluster, machine).share.own;
  const filler = join(folder, 'filler');
  const { bavail, bsize } = statfsSync(folder);
  if (bavail * bsize > 2 ** 31) throw new Error('this folder is not on a small disk of its own');
  try {
    const chunk = Buffer.alloc(bsize);
    writeFileSync(filler, Buffer.alloc(Math.max(0, bavail - 64) * bsize));
    for (let isRoom = true; isRoom;) {
      try {
        writeFileSync(filler, chunk, { flag: 'a' });
      } catch {
        isRoom = false;
      }
    }
  } catch {
    // it is full
  }
  try {
    await sleep(FULL_MS);
  } finally {
    rmSync(filler, { force: true });
  }
  await waitUntilSettled(cluster);
}

/** All machines lose their current at once. @type {Fault} */
export async function powerCut(cluster) {
  const pids = cluster.shares.map(({ node }) => node.pid());
  for (const pid of [...cluster.servers.map((server) => server.pid()), ...pids]) send(pid, 'SIGKILL');
  for (const [i, { node }] of cluster.shares.entries()) while (node.pid() === pids[i]) await sleep(20);
  for (let machine = 0; machine < cluster.shares.length; machine += 1) await waitUntilWell(cluster, machine);
}

/** @param {import('./cluster.mjs').Cluster} cluster @param {number} machine @param {string} statement */
async function asRoot(cluster, machine, statement) {
  const connection = await openNode(cluster, machine);
  try {
    await connection.query(statement);
  } finally {
    await connection.end().catch(() => {});
  }
}

/** A connection to a node itself, by its socket. @param {import('./cluster.mjs').Cluster} cluster @param {number} machine */
export async function openNode(cluster, machine) {
  const { createConnection } = await import('mariadb');
  const { userInfo } = await import('node:os');
  return createConnection({
    socketPath: join(shareOf(cluster, machine).share.own.folder, 'database.sock'),
    user: userInfo().username,
    database: 'easytuck',
    connectTimeout: 4_000,
    socketTimeout: 30_000,
    bigIntAsNumber: true,
    decimalAsNumber: true,
  });
}
