/**
 * What is done to the records from the terminal: `backup FILE`, `restore FILE [--over]`, `people list`, `people add NAME --role ROLE`,
 * `people reset NAME`. The database's address is in DATABASE_URL.
 */
import { mkdir } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { newPassword, personName, role as roleSchema, ROLES } from '@easytuck/contract';
import { v7 as uuid } from 'uuid';
import { ZodError } from 'zod';
import { askSecret } from './askSecret.ts';
import { connectDatabase } from './database/connect.ts';
import { migrate } from './database/migrate.ts';
import { defineModels } from './database/models.ts';
import { peopleService } from './modules/people/service.ts';
import type { Database } from './plugins/database.ts';
import { ProblemError } from './problem.ts';
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

/** Who works here. The password is asked for, or read from what is sent in, so that it stands in no list of commands. */
async function people(databaseUrl: string, [what, name]: readonly string[], role: string | undefined): Promise<void> {
  const sequelize = connectDatabase(databaseUrl);
  try {
    await migrate(sequelize);
    const database: Database = { sequelize, jobs: sequelize, models: defineModels(sequelize), isReady: () => true };
    const service = peopleService(database);
    const typed = async (): Promise<string> => newPassword.parse(await askSecret(`Password for ${name ?? ''}: `));
    const all = await service.list();
    if (what === 'list') {
      for (const one of all)
        console.log(`${one.name.padEnd(24)} ${one.role.padEnd(10)} ${one.leftAt === null ? '' : 'has left'}`.trimEnd());
      if (all.length === 0) console.log('Nobody is set up. The counter is open, on this machine alone.');
    } else if (what === 'add') {
      if (name === undefined) throw new StartRefused('Say who: npm run people -- add NAME --role owner');
      const asked = roleSchema.safeParse(role ?? (all.length === 0 ? 'owner' : ''));
      if (!asked.success) throw new StartRefused(`Say what they do here: --role ${ROLES.join(', --role ')}`);
      if (all.length === 0 && asked.data !== 'owner') throw new StartRefused('The first must be an owner: --role owner');
      const { stored } = await service.add({ id: uuid(), name: personName.parse(name), role: asked.data, password: await typed() });
      console.log(`${stored.name} is set up, as ${stored.role}.`);
    } else if (what === 'reset') {
      const found = all.find((one) => one.name.toLowerCase() === name?.toLowerCase());
      if (!found) throw new StartRefused(`There is nobody called ${name ?? 'nothing'}. npm run people -- list tells who there is.`);
      await service.resetPassword(found.id, found.version, await typed());
      console.log(`${found.name} has a new password, no PIN, and is signed out everywhere.`);
    } else throw new StartRefused('There is list, add NAME --role ROLE, and reset NAME.');
  } finally {
    await sequelize.close();
  }
}

const [command, ...rest] = process.argv.slice(2);
const roleAt = rest.indexOf('--role');
const role = roleAt < 0 ? undefined : rest[roleAt + 1];
const plain = rest.filter((word, i) => !word.startsWith('--') && (roleAt < 0 || i !== roleAt + 1));
const [file] = plain;
const { databaseUrl, backupFolder = '.' } = readConfig(process.env);
try {
  if (command === 'backup') await backup(databaseUrl, backupFolder, file);
  else if (command === 'restore') await restore(databaseUrl, backupFolder, file, rest.includes('--over'));
  else if (command === 'people') await people(databaseUrl, plain, role);
  else throw new StartRefused('There is backup, restore and people.');
} catch (error) {
  const told = sentenceFor(error);
  console.error(told ?? errorOf(error));
  process.exit(told === null ? 1 : START_REFUSED_CODE);
}

/** What was refused, in a sentence; null for what nobody foresaw. */
function sentenceFor(error: unknown): string | null {
  if (error instanceof StartRefused || error instanceof ProblemError) return error.message;
  return error instanceof ZodError ? (error.issues[0]?.message ?? null) : null;
}
