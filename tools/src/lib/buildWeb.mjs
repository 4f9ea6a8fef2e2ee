import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { CACHE, ROOT } from './paths.mjs';
import { run, SetupError } from './run.mjs';

/** Folder of the built interface. */
export const WEB_ROOT = join(ROOT, 'web', 'dist');

const SOURCES = ['web/src', 'web/index.html', 'web/vite.config.ts', 'web/public', 'core/src', 'contract/src', 'package-lock.json'];

/** Builds the interface where its sources have changed since it was last built. */
export async function buildWeb() {
  const mark = join(CACHE, 'web-build');
  const print = fingerprint();
  if (existsSync(join(WEB_ROOT, 'index.html')) && existsSync(mark) && readFileSync(mark, 'utf8') === print) return;
  console.log('Building the interface …');
  const { code, output } = await run(process.execPath, [join(ROOT, 'node_modules/vite/bin/vite.js'), 'build', '--logLevel', 'warn'], {
    cwd: join(ROOT, 'web'),
    quiet: true,
    env: { ...process.env, NO_COLOR: '1' },
  });
  if (code !== 0) throw new SetupError(`The interface could not be built.\n\n${output}`);
  mkdirSync(CACHE, { recursive: true });
  writeFileSync(mark, print);
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
