import { existsSync } from 'node:fs';
import { mkdir, mkdtemp, readdir, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { ensurePrograms, MARIADB_INSTALL, MARIADBD, MY_PRINT_DEFAULTS } from '../lib/debianPackages.mjs';
import { CACHE } from '../lib/paths.mjs';
import { run, SetupError } from '../lib/run.mjs';

const PURPOSE = 'several machines with one set of records';
const GALERA = { program: 'libgalera_smm.so', debianPackage: 'galera-4', purpose: PURPOSE };
const COPYING = { program: 'mariadb-backup', debianPackage: 'mariadb-backup', purpose: PURPOSE };
const SOCAT = { program: 'socat', debianPackage: 'socat', purpose: PURPOSE };
const HAPROXY = { program: 'haproxy', debianPackage: 'haproxy', purpose: PURPOSE };

/** The scripts that hand all records to a joining node; they lie in the package of the whole server, which would start one of its own. */
const SCRIPTS_OF = 'mariadb-server';
const SCRIPT = 'wsrep_sst_mariabackup';

/**
 * What a machine of a cluster runs.
 * @typedef {{ mariadbd: string, galera: string, haproxy: string, scripts: string }} GaleraPrograms
 */

/**
 * Installs what is missing from Debian's packages.
 * @returns {Promise<GaleraPrograms>} paths of the programs, and the folder of the scripts that hand records over.
 */
export async function ensureGalera() {
  const [mariadbd = '', galera = '', , , haproxy = ''] = await ensurePrograms([
    MARIADBD,
    GALERA,
    COPYING,
    SOCAT,
    HAPROXY,
    MARIADB_INSTALL,
    MY_PRINT_DEFAULTS,
  ]);
  return { mariadbd, galera, haproxy, scripts: await ensureScripts() };
}

/** The scripts of the same release as the server's program, unpacked beside: installed, their package would start a server. */
async function ensureScripts() {
  if (existsSync(join('/usr/bin', SCRIPT))) return '/usr/bin';
  const { output } = await run('dpkg-query', ['-W', '-f', '${Version}', MARIADBD.debianPackage], { quiet: true });
  const version = output.trim();
  const folder = join(CACHE, `state-transfer-${version.replaceAll(/[^\w.+-]/g, '_')}`);
  if (existsSync(join(folder, 'usr', 'bin', SCRIPT))) return join(folder, 'usr', 'bin');
  await mkdir(CACHE, { recursive: true });
  const partial = await mkdtemp(`${folder}.`);
  try {
    const wanted = version === '' ? SCRIPTS_OF : `${SCRIPTS_OF}=${version}`;
    const fetched = await run('apt-get', ['download', '-q', wanted], { quiet: true, cwd: partial });
    const file = (await readdir(partial)).find((name) => name.endsWith('.deb'));
    if (file === undefined) throw new SetupError(`${wanted} could not be fetched from Debian’s packages.\n\n${fetched.output.trim()}`);
    const unpacked = await run('dpkg-deb', ['-x', join(partial, file), partial], { quiet: true });
    if (unpacked.code !== 0) throw new SetupError(`${file} could not be unpacked.\n\n${unpacked.output.trim()}`);
    await rm(join(partial, file));
    await rename(partial, folder).catch(async (error) => {
      if (!existsSync(join(folder, 'usr', 'bin', SCRIPT))) throw error;
      await rm(partial, { recursive: true, force: true });
    });
  } catch (error) {
    await rm(partial, { recursive: true, force: true });
    throw error;
  }
  return dirname(join(folder, 'usr', 'bin', SCRIPT));
}
