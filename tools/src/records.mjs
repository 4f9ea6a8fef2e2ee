/**
 * The shop's records from the terminal: `backup [FILE]` saves them, also while the shop is open; `restore FILE [--over]` brings
 * them back; `people list`, `people add NAME --role ROLE`, `people reset NAME` say who works here, also while the shop is open.
 * `--demo` means the demo shop's, `--cluster` those of several machines, while their nodes run.
 */
import { mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { RECORDS_FILE } from './cluster/share.mjs';
import { buildServer } from './lib/buildServer.mjs';
import { readKept } from './lib/keptFile.mjs';
import { DATA } from './lib/paths.mjs';
import { lockFolder } from './lib/folderLock.mjs';
import { ensureNodePackages } from './lib/nodePackages.mjs';
import { startPrivateDatabase } from './lib/privateDatabase.mjs';
import { run, runMain, SetupError } from './lib/run.mjs';
import { databaseUrlIn, runningIn, shopFolder } from './lib/shopFolder.mjs';

runMain(async () => {
  const [command = '', ...rest] = process.argv.slice(2);
  const folder = shopFolder(rest.includes('--demo'));
  const said = rest.filter((word) => word !== '--demo' && word !== '--cluster');
  // a name is a name; all else that is no option is a file
  const words = command === 'people' ? said : said.map((word) => (word.startsWith('--') ? word : resolve(word)));
  await ensureNodePackages();
  mkdirSync(folder, { recursive: true });
  const work = async (/** @type {string} */ databaseUrl) => {
    const { code } = await run(process.execPath, [join(await buildServer(), 'commands.mjs'), command, ...words], {
      env: { ...process.env, DATABASE_URL: databaseUrl, BACKUPS: process.env['BACKUPS'] ?? join(folder, 'backups') },
      input: command === 'people' ? 'inherit' : 'ignore',
    });
    return code;
  };
  if (rest.includes('--cluster')) {
    const cluster = join(DATA, rest.includes('--demo') ? 'cluster-demo' : 'cluster');
    const url = readKept(join(process.env['EASYTUCK_DATA'] ?? cluster, RECORDS_FILE), (text) => text);
    if (url === null) throw new SetupError('No machine’s share of a cluster was started here yet: npm run cluster');
    process.exit(await work(url));
  }
  const external = process.env['DATABASE_URL'] || undefined;
  if (external) process.exit(await work(external));
  const isOurs = (await lockFolder(folder)) !== null;
  const running = runningIn(folder);
  if (!isOurs && command === 'restore')
    throw new SetupError(`Easy Tuck is running${running ? ` at ${running.address}` : ''}. Stop it first (Ctrl-C), then restore.`);
  if (!isOurs) {
    if (running?.databasePid === undefined) throw new SetupError('Easy Tuck is just starting or stopping. Try again in a moment.');
    process.exit(await work(databaseUrlIn(folder)));
  }
  const database = await startPrivateDatabase(folder);
  const code = await work(database.url('easytuck')).finally(() => database.stop());
  process.exit(code);
});
