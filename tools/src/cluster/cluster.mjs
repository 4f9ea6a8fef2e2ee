import { mkdirSync } from 'node:fs';
import { createServer } from 'node:net';
import { sleep } from '../lib/privateDatabase.mjs';
import { SetupError } from '../lib/run.mjs';
import { endedAs } from './galeraNode.mjs';
import { ensureGalera } from './galeraPrograms.mjs';
import { folderOf, PORTS_TAKEN, portsFrom } from './machine.mjs';
import { secretsOf } from './secrets.mjs';
import { startRecords, startServer } from './share.mjs';

const BUFFER_POOL_MB = 128;
const FIRST_PORT = 4400;
const LAST_PORT = 5400;
const TOGETHER_WITHIN_MS = 90_000;

/** Machines of a cluster on this computer alone: each has a loopback address of its own. @param {string} folder @param {number} count @returns {readonly import('./machine.mjs').Machine[]} */
const machinesHere = (folder, count) =>
  Array.from({ length: count }, (_, i) => ({ number: i + 1, address: `127.0.0.${11 + i}`, folder: folderOf(folder, i + 1) }));

/**
 * The first port from which all that a machine takes are free on these addresses.
 * @param {readonly import('./machine.mjs').Machine[]} machines
 */
async function freePortsOn(machines) {
  for (let first = FIRST_PORT; first < LAST_PORT; first += 20) {
    const all = machines.flatMap(({ address }) => Array.from({ length: PORTS_TAKEN }, (_, i) => isFree(address, first + i)));
    if ((await Promise.all(all)).every(Boolean)) return first;
  }
  throw new SetupError(`No ${PORTS_TAKEN} ports beside one another are free from ${FIRST_PORT} on.`);
}

/** @param {string} address @param {number} port @returns {Promise<boolean>} */
function isFree(address, port) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, address, () => probe.close(() => resolve(true)));
  });
}

/**
 * A whole cluster on this computer: nodes, proxies and servers of all machines.
 * @typedef {{
 *   machines: readonly import('./machine.mjs').Machine[],
 *   ports: import('./machine.mjs').Ports,
 *   shares: readonly import('./share.mjs').RunningShare[],
 *   servers: readonly import('../lib/superviseServer.mjs').SupervisedServer[],
 *   addresses: readonly string[],
 *   stop: () => Promise<void>,
 * }} Cluster
 */

/**
 * Starts a whole cluster on this computer.
 * @param {{
 *   folder: string,
 *   nodes?: number,
 *   servers?: number,
 *   build: string,
 *   webRoot?: string | undefined,
 *   printer?: string | undefined,
 *   isDemo?: boolean,
 *   env?: NodeJS.ProcessEnv,
 *   log: (line: string) => void,
 *   roomBytes?: number,
 *   bufferPoolMb?: number,
 *   onGivenUp?: () => void,
 *   beforeStart?: (machine: import('./machine.mjs').Machine) => Promise<void>,
 * }} options
 * @returns {Promise<Cluster>}
 */
export async function startCluster({
  folder,
  nodes = 3,
  servers: serverCount = nodes,
  build,
  webRoot,
  printer,
  isDemo = false,
  env = {},
  log,
  bufferPoolMb = BUFFER_POOL_MB,
  onGivenUp = () => {},
  beforeStart = async () => {},
  ...room
}) {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const programs = await ensureGalera();
  const machines = machinesHere(folder, nodes);
  for (const machine of machines) await beforeStart(machine);
  const ports = portsFrom(await freePortsOn(machines));
  const secrets = secretsOf(folder, true);
  /** @type {import('./share.mjs').RunningShare[]} */
  const shares = [];
  /** @type {import('../lib/superviseServer.mjs').SupervisedServer[]} */
  const servers = [];
  const stop = async () => {
    await Promise.all(servers.map((server) => server.stop()));
    // the first machine last: the next start begins with it
    for (const share of [...shares].sort((a, b) => b.share.own.number - a.share.own.number)) await share.stop();
  };
  try {
    const shareOf = (/** @type {import('./machine.mjs').Machine} */ own) => ({
      machines,
      own,
      ports,
      secrets,
      galera: programs.galera,
      bufferPoolMb,
    });
    const { first, together } = whoBegins(machines);
    if (first) shares.push(await startRecords(shareOf(first), programs, { begins: true, log, ...room }));
    const others = machines.filter((machine) => machine !== first);
    if (together) {
      // all were cut off at once, and wait for one another
      const started = await Promise.all(
        others.map((own) => startRecords(shareOf(own), programs, { begins: false, log, ...room, waitMs: TOGETHER_WITHIN_MS })),
      );
      shares.push(...started);
    } else for (const own of others) shares.push(await startRecords(shareOf(own), programs, { begins: false, log, ...room }));
    shares.sort((a, b) => a.share.own.number - b.share.own.number);
    servers.push(
      ...(await Promise.all(
        shares.slice(0, serverCount).map((records) => startServer(records, { build, webRoot, printer, isDemo, onGivenUp, log, env })),
      )),
    );
  } catch (error) {
    await stop();
    throw error;
  }
  const addresses = machines.map(({ address }) => `http://${address}:${ports.shop}`);
  if (serverCount > 0) await waitUntilOpen(addresses);
  return { machines, ports, shares, servers, addresses, stop };
}

/** Which machine begins, going by how each ended. @param {readonly import('./machine.mjs').Machine[]} machines */
export function whoBegins(machines) {
  const ends = machines.map((machine) => ({ machine, end: endedAs(machine.folder) }));
  const last = ends.find(({ end }) => end === 'last')?.machine;
  if (last) return { first: last, together: false };
  if (ends.every(({ end }) => end === 'empty')) return { first: machines[0], together: false };
  // no node knows that it was the last: the machines find out which has the latest records (recovery.mjs)
  return { first: undefined, together: true };
}

/** @param {readonly string[]} addresses */
async function waitUntilOpen(addresses) {
  for (const address of addresses) {
    for (const began = Date.now(); !(await isOpen(address)); await sleep(100))
      if (Date.now() - began > TOGETHER_WITHIN_MS) throw new SetupError(`The shop did not open at ${address}.`);
  }
}

/** @param {string} address */
export async function isOpen(address) {
  try {
    return (await fetch(`${address}/readyz`, { signal: AbortSignal.timeout(4_000) })).ok;
  } catch {
    return false;
  }
}
