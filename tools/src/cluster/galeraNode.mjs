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
 * @typedef {{ pid: () => number | undefined, stop: () => Promise<void>, restart: () => void, forget: () => void }} GaleraNode
 */

/**
 * Starts a machine's node. On a machine that begins a cluster the records and their accounts are made first; on any other they come
 * from the nodes that are there. A node that dies is started again, and catches up.
 * @param {import('./files.mjs').Share} share
 * @param {import('./galeraPrograms.mjs').GaleraPrograms} programs
 * @param {{ begins: boolean, log: (line: string) => void }} options `begins`: it begins the cluster, with the records it has.
 * @returns {Promise<GaleraNode>}
 */
export async function startGaleraNode(share, programs, { begins, log }) {
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
      if (stopping) return;
      log(`The database of ${nameOf(own)} stopped; starting it again.`);
      setTimeout(() => void launchAgain(), START_AGAIN_MS);
    });
  };
  const launchAgain = async () => {
    const position = await lastPosition(data, run);
    // it would come back under the name that the others have just counted out, and hold them up; needed only where all were cut off
    if (await isAnybodyWell(share)) rmSync(join(data, 'gvwstate.dat'), { force: true });
    if (stopping) return;
    mkdirSync(data, { recursive: true, mode: 0o700 });
    launch(position);
  };
  if (begins) launch(['--wsrep-new-cluster', ...(await lastPosition(data, run))]);
  else await launchAgain();
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
  const state = readKept(join(data, 'grastate.dat'), (text) => text) ?? '';
  if (!/^seqno:\s*-1$/m.test(state) || !existsSync(join(data, 'ibdata1'))) return [];
  const found = join(data, '..', 'position.log');
  rmSync(found, { force: true });
  const looking = run(['--wsrep-recover', `--log-error=${found}`]);
  await new Promise((resolve) => looking.once('exit', resolve));
  const position = /Recovered position: ([0-9a-f-]{36}:\d+)/.exec(readKept(found, (text) => text) ?? '')?.[1];
  return position === undefined ? [] : [`--wsrep-start-position=${position}`];
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
  const state = readKept(join(data, 'grastate.dat'), (text) => text) ?? '';
  return /^safe_to_bootstrap:\s*1$/m.test(state) ? 'last' : 'others';
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
