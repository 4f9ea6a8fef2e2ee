import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { waitForFolder } from './folderLock.mjs';
import { CACHE, ROOT } from './paths.mjs';
import { run, SetupError } from './run.mjs';

const OLDEST_NODE = 20;

/** Installs the packages of the lock file where they are missing or the lock file has changed since. */
export async function ensureNodePackages() {
  const major = Number(process.versions.node.split('.')[0]);
  if (major < OLDEST_NODE) throw new SetupError(`Easy Tuck needs Node.js ${OLDEST_NODE} or newer; this is ${process.versions.node}.`);
  const mark = join(ROOT, 'node_modules', '.easytuck-lock');
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  const isInstalled = () => existsSync(mark) && readFileSync(mark, 'utf8') === lock;
  if (isInstalled()) return;
  // two commands at once would take the packages away from under each other
  const release = await waitForFolder(join(CACHE, 'packages'));
  try {
    if (!isInstalled()) await install(mark, lock);
  } finally {
    release();
  }
}

/** @param {string} mark @param {string} lock */
async function install(mark, lock) {
  console.log('Installing packages from the lock file …');
  const { code, output } = await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { quiet: true });
  if (code !== 0) throw new SetupError(`The packages could not be installed.\n\n${output.trim().split('\n').slice(-12).join('\n')}`);
  mkdirSync(join(ROOT, 'node_modules'), { recursive: true });
  writeFileSync(mark, lock);
}
