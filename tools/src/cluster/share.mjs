import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { writeKept } from '../lib/keptFile.mjs';
import { sleep } from '../lib/privateDatabase.mjs';
import { SetupError } from '../lib/run.mjs';
import { superviseServer } from '../lib/superviseServer.mjs';
import { hasMajority, LEFT, startDoctor } from './doctor.mjs';
import { startGaleraNode } from './galeraNode.mjs';
import { nameOf, serverHost } from './machine.mjs';
import { startProxy } from './proxy.mjs';
import { startRecovery } from './recovery.mjs';

/** The file that holds the address of the records, as it was when a share was last started here. */
export const RECORDS_FILE = 'records.url';
const WELL_WITHIN_MS = 120_000;
const LOOK_EVERY_MS = 1_000;
const LEFT_FOR_MS = 2_500;

/**
 * One machine's share of a cluster, running: its node, what tells whether the node is well, its proxy, its server.
 * @typedef {Awaited<ReturnType<typeof startRecords>>} RunningShare
 */

/**
 * Starts a machine's node, its doctor and its proxy, and waits until the node is in step with the others.
 * @param {import('./files.mjs').Share} share
 * @param {import('./galeraPrograms.mjs').GaleraPrograms} programs
 * @param {{ begins: boolean, isAlone?: boolean, log: (line: string) => void, waitMs?: number, roomBytes?: number }} options `isAlone`: it begins although it may not
 * have the latest records, because the owner says so.
 */
export async function startRecords(share, programs, { begins, isAlone = false, log, waitMs = WELL_WITHIN_MS, ...room }) {
  const { own, ports, secrets } = share;
  mkdirSync(own.folder, { recursive: true, mode: 0o700 });
  const node = await startGaleraNode(share, programs, { begins, isAlone, log });
  const doctor = await startDoctor({
    host: own.address,
    port: ports.doctor,
    database: { port: ports.database, user: secrets.shop.name, password: secrets.shop.password },
    folder: own.folder,
    ...room,
    answer: (what, authorization) => recovery.answer(what, authorization),
  });
  const recovery = startRecovery({ share, node, hasMajority: async () => hasMajority(await doctor.look()), log });
  const proxy = await startProxy(share, programs.haproxy, log);
  const watching = setInterval(() => void mend(), LOOK_EVERY_MS);
  let leftSince = 0;
  const mend = async () => {
    if ((await doctor.look()) !== LEFT) leftSince = 0;
    else if (leftSince === 0) leftSince = Date.now();
    else if (Date.now() - leftSince > LEFT_FOR_MS) {
      log(`The database of ${nameOf(own)} has left the others; starting it again.`);
      leftSince = 0;
      node.restart();
    }
  };
  const stopAll = async () => {
    clearInterval(watching);
    recovery.stop();
    await proxy.stop();
    await doctor.stop();
    await node.stop();
  };
  if (!(await isWellWithin(doctor, waitMs))) {
    await stopAll();
    throw new SetupError(`The database of ${nameOf(own)} did not come into step with the others; see ${join(own.folder, 'database.log')}.`);
  }
  const urlAt = (/** @type {number} */ port) => `mariadb://${secrets.shop.name}:${secrets.shop.password}@${own.address}:${port}/easytuck`;
  // for what is done to the records from the terminal
  writeKept(join(own.folder, '..', RECORDS_FILE), urlAt(ports.writes), 0o600);
  return {
    share,
    node,
    doctor,
    proxy,
    /** Addresses of the records, as a server of this machine is to ask for them. */
    urls: { writes: urlAt(ports.writes), reads: urlAt(ports.reads), node: urlAt(ports.database) },
    stop: stopAll,
  };
}

/** @param {{ look: () => Promise<string | null> }} doctor @param {number} waitMs */
export async function isWellWithin(doctor, waitMs) {
  for (const began = Date.now(); Date.now() - began < waitMs; await sleep(150)) if ((await doctor.look()) === null) return true;
  return false;
}

/**
 * Starts a machine's server on the records of the cluster, and keeps it running.
 * @param {RunningShare} records
 * @param {{ build: string, webRoot: string | undefined, printer: string | undefined, isDemo: boolean, onGivenUp: () => void, log: (line: string) => void, env?: NodeJS.ProcessEnv }} options
 * @returns {Promise<import('../lib/superviseServer.mjs').SupervisedServer>} once it listens
 */
export function startServer({ share, urls }, { build, webRoot, printer, isDemo, onGivenUp, log, env }) {
  const { own, ports } = share;
  return new Promise((resolve, reject) => {
    const server = superviseServer({
      build,
      args: isDemo ? ['--demo'] : [],
      env: {
        ...process.env,
        DATABASE_URL: urls.writes,
        DATABASE_READS_URL: urls.reads,
        MACHINE: nameOf(own),
        HOST: serverHost(own),
        HOSTS: [process.env['HOSTS'] ?? '', ...share.machines.map(({ address }) => address)].join(','),
        PORT: String(ports.server),
        WEB_ROOT: webRoot,
        BACKUPS: join(own.folder, 'backups'),
        PRINTER_URL: printer,
        ...env,
      },
      onListening: () => resolve(server),
      onGivenUp: () => {
        reject(new SetupError(`The server of ${nameOf(own)} did not start.`));
        onGivenUp();
      },
      logFile: join(own.folder, 'server.log'),
      log: (line) => log(`${nameOf(own)}: ${line}`),
    });
  });
}
