import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { readKept, writeKept } from './keptFile.mjs';
import { run, SetupError } from './run.mjs';

/** @typedef {readonly [major: number, minor: number]} Release */

/** The release that a text names, as `10.11` of `10.11.19-MariaDB`; null where it names none. @param {string} text @returns {Release | null} */
export function releaseOf(text) {
  const found = /(\d+)\.(\d+)\.\d+/.exec(text);
  return found ? [Number(found[1]), Number(found[2])] : null;
}

/** @param {Release} a @param {Release} b */
const isOlder = (a, b) => a[0] < b[0] || (a[0] === b[0] && a[1] < b[1]);

/**
 * What is to be done with a data folder that one release of MariaDB wrote and another is to open.
 * @param {Release | null} wroteIt
 * @param {Release} opensIt
 * @returns {'open' | 'upgrade' | 'refuse'}
 */
export function fitOf(wroteIt, opensIt) {
  if (wroteIt === null) return 'open';
  if (isOlder(opensIt, wroteIt)) return 'refuse';
  return isOlder(wroteIt, opensIt) ? 'upgrade' : 'open';
}

/** The release of a server program. @param {string} mariadbd @returns {Promise<Release>} */
export async function releaseOfProgram(mariadbd) {
  const { output } = await run(mariadbd, ['--no-defaults', '--version'], { quiet: true });
  const release = releaseOf(output);
  if (release === null) throw new SetupError(`${mariadbd} does not say which version it is: ${output.trim()}`);
  return release;
}

/** Which release wrote a folder last: as noted here, else as MariaDB itself noted. @param {string} folder @returns {Release | null} */
export function releaseOfFolder(folder) {
  const notes = [join(folder, NOTE), join(folder, 'data', 'mariadb_upgrade_info'), join(folder, 'data', 'mysql_upgrade_info')];
  const note = notes.find((path) => existsSync(path));
  return note === undefined ? null : readKept(note, releaseOf);
}

const NOTE = 'database-version';

/** @param {string} folder @param {Release} release */
export const noteRelease = (folder, release) => writeKept(join(folder, NOTE), `${release.join('.')}.0\n`);

/**
 * Refuses a data folder that a newer MariaDB wrote.
 * @param {string} folder
 * @param {Release | null} wroteIt
 * @param {Release} opensIt
 */
export function refuseNewerFolder(folder, wroteIt, opensIt) {
  if (fitOf(wroteIt, opensIt) !== 'refuse') return;
  throw new SetupError(
    `The records in ${folder} were last opened by MariaDB ${wroteIt?.join('.')}; the one on this machine is ${opensIt.join('.')} and could damage them. Install the newer MariaDB, or restore a backup into another folder (EASYTUCK_DATA).`,
  );
}
