import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync, utimesSync } from 'node:fs';
import { join, relative } from 'node:path';
import { CACHE, ROOT } from './paths.mjs';
import { run, SetupError } from './run.mjs';

const BUILDS = join(CACHE, 'web');
const SOURCES = ['web/src', 'web/index.html', 'web/vite.config.ts', 'web/public', 'core/src', 'contract/src', 'package-lock.json'];
/** Builds that are kept whatever their age, and how long any is: a server that runs for days serves its own. */
const KEPT_BUILDS = 3;
const KEPT_MS = 14 * 86_400_000;

/**
 * Builds the interface where its sources have changed since it was last built, each build into a folder of its own: a server
 * that runs goes on serving the one that it was started with.
 * @returns {Promise<string>} the folder.
 */
export async function buildWeb() {
  const folder = join(BUILDS, fingerprint().slice(0, 16));
  const now = new Date();
  if (existsSync(join(folder, 'index.html'))) {
    utimesSync(folder, now, now);
    return folder;
  }
  console.log('Building the interface …');
  const partial = `${folder}.${process.pid}.partial`;
  mkdirSync(BUILDS, { recursive: true });
  const { code, output } = await run(
    process.execPath,
    [join(ROOT, 'node_modules/vite/bin/vite.js'), 'build', '--logLevel', 'warn', '--outDir', partial, '--emptyOutDir'],
    { cwd: join(ROOT, 'web'), quiet: true, env: { ...process.env, NO_COLOR: '1' } },
  );
  if (code !== 0) {
    rmSync(partial, { recursive: true, force: true });
    throw new SetupError(`The interface could not be built.\n\n${output}`);
  }
  // another start may have built the same meanwhile
  if (existsSync(folder)) rmSync(partial, { recursive: true, force: true });
  else renameSync(partial, folder);
  dropOldBuilds();
  return folder;
}

function dropOldBuilds() {
  const builds = readdirSync(BUILDS)
    .map((name) => join(BUILDS, name))
    .map((path) => ({ path, mtimeMs: statSync(path).mtimeMs }))
    .sort((a, b) => b.mtimeMs - a.mtimeMs);
  for (const { path, mtimeMs } of builds.slice(KEPT_BUILDS))
    if (Date.now() - mtimeMs > KEPT_MS) rmSync(path, { recursive: true, force: true });
}

function fingerprint() {
  const hash = createHash('sha256');
  for (const source of SOURCES)
    for (const file of filesOf(join(ROOT, source))) hash.update(relative(ROOT, file)).update(readFileSync(file));
  return hash.digest('hex');
}

/** @param {string} path @returns {string[]} */
function filesOf(path) {
  if (!existsSync(path)) return [];
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path)
    .sort()
    .flatMap((name) => filesOf(join(path, name)));
}
