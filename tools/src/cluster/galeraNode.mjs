import { closeSync, existsSync, mkdirSync, openSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensurePrograms, MARIADB_INSTALL } from '../lib/debianPackages.mjs';
import { readKept, writeKept } from '../lib/keptFile.mjs';
import { asRoot, end, endLeftover, endStarted, sleep } from '../lib/privateDatabase.mjs';
import { run as runToEnd, SetupError } from '../lib/run.mjs';
import { spawnTied } from '../lib/tiedProcess.mjs';
import { databaseFile } from './files.mjs';
import { nameOf } from './machine.mjs';

const START_AGAIN_MS = 1_000;
const ASKED_WITHIN_MS = 1_500;
const PREPARED_WITHIN_MS = 60_000;

/**
 * A node of the shop's database on one machine, kept running.
 * @typedef {{
 *   pid: () => number | undefined,
 *   stop: () => Promise<void>,
 *   restart: () => void,
 *   forget: () => void,
 *   hold: () => Promise<import('./recovery.mjs').Position>,
 *   begin: () => Promise<void>,
 *   release: () => Promise<void>,
 * }} GaleraNode
 */

/**
 * `hold` kills the node, says how far its records go, and starts nothing until `begin` (as the first of the cluster) or `release`.
 */

/**
 * Starts a machine's node. On a machine that begins a cluster the records and their accounts are made first; on any other they come
 * from the nodes that are there. A node that dies is started again, and catches up.
 * @param {import('./files.mjs').Share} share
 * @param {import('./galeraPrograms.mjs').GaleraPrograms} programs
 * @param {{ begins: boolean, isAlone: boolean, log: (line: string) => void }} options `begins`: it begins the cluster, with the records it
 * has; `isAlone`: also if others may have later ones.
 * @returns {Promise<GaleraNode>}
 */
export async function startGaleraNode(share, programs, { begins, isAlone, log }) {
  const { own } = share;
  const pidFile = join(own.folder, 'database.pid');
  const data = join(own.folder, 'data');
  mkdirSync(join(own.folder, 'tmp'), { recursive: true, mode: 0o700 });
  const settings = join(own.folder, 'database.cnf');
  await endLeftover(pidFile, `--defaults-file=${settings}`);
  writeFileSync(settings, databaseFile(share), { mode: 0o600 });
  if (begins && !existsSync(data)) await makeRecords(share, programs.mariadbd, settings, data);
  mkdirSync(data, { recursive: true, mode: 0o700 });

  /** @type {import('node:child_process').ChildProcess | undefined} */
  let child;
  let stopping = false;
  let isHeld = false;
  /** Launching takes turns with holding. */
  let turn = Promise.resolve();
  const env = { ...process.env, PATH: `${programs.scripts}:${process.env['PATH'] ?? ''}:/usr/sbin:/usr/bin` };
  const run = (/** @type {readonly string[]} */ args) => {
    const out = openSync(join(own.folder, 'database.log'), 'a');
    const started = spawnTied(programs.mariadbd, [`--defaults-file=${settings}`, ...asRoot(), ...args], {
      ...{ stdio: ['ignore', out, out], detached: true, env },
    });
    closeSync(out);
    return started;
  };
  const launch = (/** @type {readonly string[]} */ args) => {
    const started = run(args);
    child = started;
    if (started.pid !== undefined) writeKept(pidFile, String(started.pid));
    started.on('exit', () => {
      if (stopping || isHeld) return;
      log(`The database of ${nameOf(own)} stopped; starting it again.`);
      setTimeout(() => void inTurn(launchAgain), START_AGAIN_MS);
    });
  };
  const inTurn = (/** @type {() => Promise<void>} */ work) => (turn = turn.then(work, work));
  const isRunning = () => child !== undefined && child.exitCode === null && child.signalCode === null;
  const launchAgain = async () => {
    if (stopping || isHeld || isRunning()) return;
    const position = await lastPosition(data, run);
    // it would come back under the name that the others have just counted out, and hold them up; needed only where all were cut off
    if (await isAnybodyWell(share)) rmSync(join(data, 'gvwstate.dat'), { force: true });
    if (stopping || isHeld) return;
    mkdirSync(data, { recursive: true, mode: 0o700 });
    launch(position);
  };
  if (isAlone) allowToBegin(data);
  if (begins) launch(['--wsrep-new-cluster', ...(await lastPosition(data, run))]);
  else await inTurn(launchAgain);
  return {
    pid: () => child?.pid,
    stop: async () => {
      stopping = true;
      await endStarted(child);
      rmSync(pidFile, { force: true });
    },
    restart: () => child?.kill('SIGKILL'),
    // as on a machine whose disk was changed
    forget: () => rmSync(data, { recursive: true, force: true }),
    hold: async () => {
      isHeld = true;
      await turn.catch(() => {});
      await killHard(child);
      const position = await readPosition(data, run);
      // by this note alone a node would form a majority with others that have one
      rmSync(join(data, 'gvwstate.dat'), { force: true });
      return position;
    },
    begin: () =>
      inTurn(async () => {
        const position = await lastPosition(data, run);
        allowToBegin(data);
        isHeld = false;
        if (!stopping) launch(['--wsrep-new-cluster', ...position]);
      }),
    release: () => {
      isHeld = false;
      return inTurn(launchAgain);
    },
  };
}

/** Whether another machine's node serves. @param {import('./files.mjs').Share} share */
async function isAnybodyWell({ machines, own, ports }) {
  const asked = machines
    .filter(({ number }) => number !== own.number)
    .map(async ({ address }) => {
      try {
        return (await fetch(`http://${address}:${ports.doctor}/`, { signal: AbortSignal.timeout(ASKED_WITHIN_MS) })).ok;
      } catch {
        return false;
      }
    });
  return (await Promise.all(asked)).some(Boolean);
}

/**
 * How far a node had come that was killed, as an option to start it with: its own note of it is written only where it is stopped. Without
 * it the node would take all records anew.
 * @param {string} data
 * @param {(args: readonly string[]) => import('node:child_process').ChildProcess} run
 * @returns {Promise<string[]>}
 */
async function lastPosition(data, run) {
  if (!/^seqno:\s*-1$/m.test(stateOf(data))) return [];
  const position = await recoverPosition(data, run);
  return position === null ? [] : [`--wsrep-start-position=${position}`];
}

/** A node's own note of where its records stand. @param {string} data */
const stateOf = (data) => readKept(join(data, 'grastate.dat'), (text) => text) ?? '';
const NO_HISTORY = /^0{8}-(0{4}-){3}0{12}$/;

/**
 * How far a stopped node's records go. Null where nothing says so: there are no records, or they are damaged.
 * @param {string} data
 * @param {(args: readonly string[]) => import('node:child_process').ChildProcess} run
 * @returns {Promise<import('./recovery.mjs').Position>}
 */
async function readPosition(data, run) {
  const state = stateOf(data);
  const history = /^uuid:\s*([0-9a-f-]{36})$/m.exec(state)?.[1];
  const seqno = Number(/^seqno:\s*(-?\d+)$/m.exec(state)?.[1] ?? Number.NaN);
  if (history === undefined || Number.isNaN(seqno)) return null;
  // a copy from another node was cut off: what was there before had been given up for it
  if (NO_HISTORY.test(history)) return { history, seqno: -1 };
  if (seqno >= 0) return { history, seqno };
  const [, recovered, number] = /^(.{36}):(\d+)$/.exec((await recoverPosition(data, run)) ?? '') ?? [];
  return recovered === undefined || NO_HISTORY.test(recovered) ? null : { history: recovered, seqno: Number(number) };
}

/** Says that a node may begin the cluster, which its own note forbids to all but the last that was stopped. @param {string} data */
function allowToBegin(data) {
  const file = join(data, 'grastate.dat');
  const state = stateOf(data);
  if (state !== '') writeKept(file, state.replace(/^safe_to_bootstrap:.*$/m, 'safe_to_bootstrap: 1'), 0o600);
}

/** Kills a process, hung or not, and waits until it is gone. @param {import('node:child_process').ChildProcess | undefined} child */
async function killHard(child) {
  if (child === undefined || child.exitCode !== null || child.signalCode !== null) return;
  const gone = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGKILL');
  await gone;
}

/**
 * @param {string} data
 * @param {(args: readonly string[]) => import('node:child_process').ChildProcess} run
 * @returns {Promise<string | null>} history and number of the last change, with a colon between
 */
async function recoverPosition(data, run) {
  if (!existsSync(join(data, 'ibdata1'))) return null;
  const found = join(data, '..', 'position.log');
  rmSync(found, { force: true });
  const looking = run(['--wsrep-recover', `--log-error=${found}`]);
  await new Promise((resolve) => looking.once('exit', resolve));
  return /Recovered position: ([0-9a-f-]{36}:\d+)/.exec(readKept(found, (text) => text) ?? '')?.[1] ?? null;
}

/**
 * What a machine's folder says of how its node ended: nothing is there, it was the last of all, it was cut off with others (and waits
 * for them), or others went on.
 * @param {string} folder @returns {'empty' | 'last' | 'cutOff' | 'others'}
 */
export function endedAs(folder) {
  const data = join(folder, 'data');
  if (!existsSync(data)) return 'empty';
  if (existsSync(join(data, 'gvwstate.dat'))) return 'cutOff';
  return /^safe_to_bootstrap:\s*1$/m.test(stateOf(data)) ? 'last' : 'others';
}

/** Makes an empty database with the accounts of the cluster, before there is a cluster to send them to. @param {import('./files.mjs').Share} share @param {string} mariadbd @param {string} settings @param {string} data */
async function makeRecords({ own, secrets, ports }, mariadbd, settings, data) {
  const [installDb = ''] = await ensurePrograms([MARIADB_INSTALL]);
  const partial = `${data}.partial`;
  rmSync(partial, { recursive: true, force: true });
  const made = await runToEnd(
    installDb,
    [
      '--no-defaults',
      `--datadir=${partial}`,
      `--tmpdir=${join(own.folder, 'tmp')}`,
      '--auth-root-authentication-method=socket',
      '--skip-test-db',
      ...asRoot(),
    ],
    { quiet: true },
  );
  if (made.code !== 0) throw new SetupError(`The database could not be made in ${own.folder}.\n\n${lastLines(made.output)}`);
  const accounts = join(own.folder, 'accounts.sql');
  writeFileSync(accounts, accountStatements(secrets), { mode: 0o600 });
  const logFile = join(own.folder, 'database.log');
  const out = openSync(logFile, 'a');
  const once = spawnTied(
    mariadbd,
    [
      `--defaults-file=${settings}`,
      `--datadir=${partial}`,
      '--wsrep-on=OFF',
      '--wsrep-provider=none',
      `--init-file=${accounts}`,
      ...asRoot(),
    ],
    { stdio: ['ignore', out, out], detached: true },
  );
  closeSync(out);
  try {
    await waitUntilAnswers(own.address, ports.database, secrets.shop, () => once.exitCode, logFile);
  } finally {
    if (once.pid !== undefined) await end(once.pid);
    rmSync(accounts, { force: true });
  }
  renameSync(partial, data);
}

/** @param {import('./secrets.mjs').Secrets} secrets */
function accountStatements({ shop, copier }) {
  const statements = [
    `CREATE OR REPLACE USER '${shop.name}'@'%' IDENTIFIED BY '${shop.password}'`,
    `GRANT ALL PRIVILEGES ON \`easytuck%\`.* TO '${shop.name}'@'%'`,
    // hands all records to a node that joins
    `CREATE OR REPLACE USER '${copier.name}'@'localhost' IDENTIFIED BY '${copier.password}'`,
    `GRANT RELOAD, PROCESS, LOCK TABLES, BINLOG MONITOR, SLAVE MONITOR ON *.* TO '${copier.name}'@'localhost'`,
    "DROP USER IF EXISTS ''@'localhost'",
    'CREATE DATABASE IF NOT EXISTS easytuck CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci',
  ];
  return `${statements.join(';\n')};\n`;
}

/** @param {string} host @param {number} port @param {import('./secrets.mjs').Account} account @param {() => number | null} exitCode @param {string} logFile */
async function waitUntilAnswers(host, port, { name: user, password }, exitCode, logFile) {
  const { createConnection } = await import('mariadb');
  for (const began = Date.now(); ; await sleep(40)) {
    try {
      await (await createConnection({ host, port, user, password, connectTimeout: 1_000 })).end();
      return;
    } catch (cause) {
      if (exitCode() === null && Date.now() - began < PREPARED_WITHIN_MS) continue;
      throw new SetupError(`The database did not start; see ${logFile}.`, { cause });
    }
  }
}

const lastLines = (/** @type {string} */ text) => text.trim().split('\n').slice(-8).join('\n');
