import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readKept, writeKept } from './keptFile.mjs';
import { DATA } from './paths.mjs';
import { commandLineOf } from './privateDatabase.mjs';

/**
 * What a running start says of itself.
 * @typedef {{ pid: number, address: string, serverPid: number, databasePid: number | undefined }} Running
 */

/** A shop's folder: the one that was asked for, or the demo's, or the shop's. @param {boolean} isDemo */
export const shopFolder = (isDemo) => process.env['EASYTUCK_DATA'] ?? join(DATA, isDemo ? 'demo' : 'shop');

export const runFileOf = (/** @type {string} */ folder) => join(folder, 'running.json');

/** @param {string} folder @param {Running} running */
export const sayRunning = (folder, running) => writeKept(runFileOf(folder), JSON.stringify(running));

/** The start that runs in a folder; null where none does, or what it wrote was cut off. @param {string} folder @returns {Running | null} */
export function runningIn(folder) {
  const said = readKept(runFileOf(folder), (text) => {
    const { pid, address, serverPid, databasePid } = JSON.parse(text);
    return typeof pid === 'number' && typeof address === 'string' ? { pid, address, serverPid, databasePid } : null;
  });
  return said !== null && commandLineOf(said.pid).some((part) => part.endsWith('start.mjs')) ? said : null;
}

/** Number of the private database's process as it is now: it is another one after it was started again. @param {string} folder */
const databasePidIn = (folder) => Number(readFileSync(join(folder, 'database.pid'), 'utf8'));

/** Address of the private database that runs in a folder, its password included. @param {string} folder */
export function databaseUrlIn(folder) {
  const port = commandLineOf(databasePidIn(folder))
    .find((part) => part.startsWith('--port='))
    ?.slice('--port='.length);
  return `mariadb://easytuck:${readFileSync(join(folder, 'password'), 'utf8').trim()}@127.0.0.1:${port}/easytuck`;
}
