import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { run, SetupError } from './run.mjs';

/**
 * A program that Debian packages, and the folders it may lie in besides the search path.
 * @typedef {{ program: string, debianPackage: string, purpose: string }} DebianProgram
 */

/** The server's programs alone: this package starts no service and makes no database of its own. */
export const MARIADBD = { program: 'mariadbd', debianPackage: 'mariadb-server-core', purpose: 'the shop’s records' };
export const MARIADB_INSTALL = { program: 'mariadb-install-db', debianPackage: 'mariadb-server-core', purpose: 'the shop’s records' };
export const MARIADB_UPGRADE = { program: 'mariadb-upgrade', debianPackage: 'mariadb-server-core', purpose: 'the shop’s records' };
/** Which the program that makes a database calls, though its package does not ask for it. */
export const MY_PRINT_DEFAULTS = { program: 'my_print_defaults', debianPackage: 'mariadb-client-core', purpose: 'the shop’s records' };
/** As it is used, with all that a window has: for figures and pictures. */
export const CHROMIUM = { program: 'chromium', debianPackage: 'chromium', purpose: 'the browser' };
/** The same engine without the rest of the browser: a page opens in half the time. */
export const CHROMIUM_SHELL = {
  program: 'chromium-headless-shell',
  debianPackage: 'chromium-headless-shell',
  purpose: 'the browser tests',
};

const FOLDERS = ['/usr/sbin', '/usr/bin', '/usr/local/sbin', '/usr/local/bin', '/usr/lib/galera'];

/**
 * Where a program lies, or undefined.
 * @param {string} program
 */
export function findProgram(program) {
  const folders = [...(process.env['PATH'] ?? '').split(':'), ...FOLDERS];
  return folders.map((folder) => join(folder, program)).find((path) => existsSync(path));
}

/**
 * Installs what is missing with apt-get, as root or through sudo, and returns the programs' paths in order.
 * @param {readonly DebianProgram[]} programs
 */
export async function ensurePrograms(programs) {
  const missing = programs.filter(({ program }) => findProgram(program) === undefined);
  if (missing.length > 0) await install(missing);
  return programs.map(({ program, debianPackage }) => {
    const path = findProgram(program);
    if (path === undefined) throw new SetupError(`${debianPackage} is installed, but ${program} is not where it should be.`);
    return path;
  });
}

/** @param {readonly DebianProgram[]} missing */
async function install(missing) {
  const names = [...new Set(missing.map(({ debianPackage }) => debianPackage))];
  const byHand = `Run this once, then start again:\n\n    sudo apt-get update && sudo apt-get install --no-install-recommends ${names.join(' ')}`;
  const what = `${names.join(' and ')} (for ${[...new Set(missing.map(({ purpose }) => purpose))].join(' and ')})`;
  if (findProgram('apt-get') === undefined) throw new SetupError(`This machine has no ${what} and no apt-get to install it with.`);
  const asRoot = process.getuid?.() === 0;
  if (!asRoot && findProgram('sudo') === undefined)
    throw new SetupError(`Easy Tuck needs ${what}, and installing that takes root.\n${byHand}`);
  console.log(`Installing ${what} from Debian’s packages …`);
  const prefix = asRoot ? [] : ['sudo', ...(process.stdin.isTTY ? [] : ['-n'])];
  const aptGet = async (/** @type {string[]} */ ...args) => {
    const [command = '', ...rest] = [...prefix, 'env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', ...args];
    return run(command, rest, { quiet: true, input: asRoot ? 'ignore' : 'inherit' });
  };
  await aptGet('update', '-q');
  const { code, output } = await aptGet('install', '-y', '-q', '--no-install-recommends', ...names);
  if (code !== 0) throw new SetupError(`${what} could not be installed.\n${byHand}\n\n${output.trim().split('\n').slice(-8).join('\n')}`);
}
