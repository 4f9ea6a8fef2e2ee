/** What is done to the records from the terminal: `backup FILE`, `restore FILE [--over]`. The database's address is in DATABASE_URL. */
import { mkdir } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { backupName, dropOldBackups } from './backup/keepBackups.ts';
import { restoreShop } from './backup/restoreShop.ts';
import { saveShop } from './backup/saveShop.ts';
import { readConfig } from './config.ts';
import { errorOf } from './errorTrace.ts';
import { StartRefused, START_REFUSED_CODE } from './startRefused.ts';

const count = (tables: readonly { readonly rows: number }[]): string =>
  tables.reduce((sum, { rows }) => sum + rows, 0).toLocaleString('en-GB');

async function backup(databaseUrl: string, folder: string, file: string | undefined): Promise<void> {
  const madeAt = new Date();
  const path = file === undefined ? join(folder, backupName(madeAt, 'asked')) : resolve(file);
  await mkdir(dirname(path), { recursive: true });
  const { tables } = await saveShop(databaseUrl, path, 'asked', madeAt);
  if (file === undefined) await dropOldBackups(folder);
  console.log(`Saved and checked: ${count(tables)} rows in\n${path}`);
}

async function restore(databaseUrl: string, folder: string, file: string | undefined, over: boolean): Promise<void> {
  if (file === undefined) throw new StartRefused('Say which file: npm run restore -- FILE');
  const beforeOver = async (): Promise<void> => {
    const madeAt = new Date();
    const path = join(folder, backupName(madeAt, 'beforeRestore'));
    await mkdir(folder, { recursive: true });
    await saveShop(databaseUrl, path, 'beforeRestore', madeAt);
    console.log(`What was here is saved in\n${path}`);
  };
  const { tables, madeAt, shop } = await restoreShop(databaseUrl, resolve(file), { over, beforeOver });
  console.log(
    `Brought back: ${count(tables)} rows of ${shop === '' ? 'the shop' : shop}, as saved ${madeAt.slice(0, 16).replace('T', ' ')} UTC.`,
  );
}

const [command, ...rest] = process.argv.slice(2);
const [file] = rest.filter((word) => !word.startsWith('--'));
const { databaseUrl, backupFolder = '.' } = readConfig(process.env);
try {
  if (command === 'backup') await backup(databaseUrl, backupFolder, file);
  else if (command === 'restore') await restore(databaseUrl, backupFolder, file, rest.includes('--over'));
  else throw new StartRefused('There is backup and restore.');
} catch (error) {
  console.error(error instanceof StartRefused ? error.message : errorOf(error));
  process.exit(error instanceof StartRefused ? START_REFUSED_CODE : 1);
}
