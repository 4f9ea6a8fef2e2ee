import { createHash, randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync, utimesSync } from 'node:fs';
import { join, relative } from 'node:path';
import { ROOT } from './paths.mjs';

/** Builds that are kept whatever their age, and how long any is: a server that runs for days serves its own. */
const KEPT_BUILDS = 3;
const KEPT_MS = 14 * 86_400_000;

/**
 * Builds into a folder of its own where the sources have changed since they were last built: what runs goes on with the build
 * that it was started with.
 * @param {object} build
 * @param {string} build.into folder of all builds of this kind
 * @param {readonly string[]} build.sources files and folders, from the checkout's folder
 * @param {string} build.proof a file that a whole build has
 * @param {(folder: string) => Promise<void>} build.make builds into a folder; throws where it fails
 * @returns {Promise<string>} the build's folder.
 */
export async function buildOnce({ into, sources, proof, make }) {
  const folder = join(into, fingerprint(sources).slice(0, 16));
  if (existsSync(join(folder, proof))) {
    stillUsed(folder);
    return folder;
  }
  const partial = `${folder}.${randomUUID()}.partial`;
  mkdirSync(into, { recursive: true });
  try {
    await make(partial);
    renameSync(partial, folder);
  } catch (error) {
    // another start may have built the same meanwhile
    if (!existsSync(join(folder, proof))) throw error;
  } finally {
    rmSync(partial, { recursive: true, force: true });
  }
  dropOldBuilds(into);
  return folder;
}

/** Keeps a build from being taken for an old one, where somebody has not removed it by hand. @param {string} folder */
export function stillUsed(folder) {
  const now = new Date();
  if (existsSync(folder)) utimesSync(folder, now, now);
}

/** @param {string} into */
function dropOldBuilds(into) {
  const builds = readdirSync(into)
    .map((name) => join(into, name))
    .map((path) => ({ path, mtimeMs: statSync(path).mtimeMs }))
    .sort((a, b) => b.mtimeMs - a.mtimeMs);
  for (const { path, mtimeMs } of builds.slice(KEPT_BUILDS))
    if (Date.now() - mtimeMs > KEPT_MS) rmSync(path, { recursive: true, force: true });
}

/** @param {readonly string[]} sources */
function fingerprint(sources) {
  const hash = createHash('sha256');
  for (const source of sources)
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
