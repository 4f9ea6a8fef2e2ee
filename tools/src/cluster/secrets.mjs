import { createHmac, randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { writeKept } from '../lib/keptFile.mjs';
import { SetupError } from '../lib/run.mjs';

/**
 * Accounts of a cluster's database.
 * @typedef {{ shop: Account, copier: Account, recovery: string }} Secrets `recovery`: by it the machines know each other when they agree on who begins.
 * @typedef {{ name: string, password: string }} Account
 */

const KEY = /^[0-9a-f]{64}$/;

/** The file that all machines of a cluster have alike. @param {string} folder */
const keyFile = (folder) => join(folder, 'cluster.key');

/**
 * The passwords of a cluster, which follow from one key. It is made where there is none, and `make` allows it.
 * @param {string} folder
 * @param {boolean} make
 * @returns {Secrets}
 */
export function secretsOf(folder, make) {
  const file = keyFile(folder);
  if (!existsSync(file)) {
    if (!make) throw new SetupError(`Bring the file cluster.key of the first machine to ${file}, then start again.`);
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    writeKept(file, randomBytes(32).toString('hex'), 0o600);
  }
  const key = readFileSync(file, 'utf8').trim();
  if (!KEY.test(key)) throw new SetupError(`${file} is damaged: it holds 64 hexadecimal digits. Bring that of another machine.`);
  const password = (/** @type {string} */ use) => createHmac('sha256', key).update(use).digest('hex').slice(0, 40);
  return {
    shop: { name: 'easytuck', password: password('shop') },
    copier: { name: 'easytuck_copier', password: password('copier') },
    recovery: password('recovery'),
  };
}
