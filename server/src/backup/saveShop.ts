import type { Connection } from 'mariadb';
import { once } from 'node:events';
import { createWriteStream } from 'node:fs';
import { open, rename, rm } from 'node:fs/promises';
import { dirname } from 'node:path';
import { PassThrough } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import { checkShopFile } from './openShopFile.ts';
import {
  MANIFEST_NAME,
  SHOP_FILE_FORMAT,
  SHOP_FILE_KIND,
  tableEntryName,
  TableSum,
  writeRow,
  type BackupReason,
  type Manifest,
  type TableMark,
} from './shopFile.ts';
import { connectForCopying, quoted, shopTables, type ShopTable } from './shopTables.ts';

/** Lines that are put together before they go into the file. */
const LINES_AT_ONCE = 400;

/**
 * Saves a whole shop as one file, as it is at one moment, while others go on working. The file is read again and checked
 * before it gets its name, so that whatever bears a backup's name is whole.
 * @returns what the file says of itself.
 */
export async function saveShop(databaseUrl: string, path: string, reason: BackupReason, madeAt: Date): Promise<Manifest> {
  const partial = `${path}.partial`;
  const connection = await connectForCopying(databaseUrl);
  try {
    await connection.query('SET SESSION TRANSACTION ISOLATION LEVEL REPEATABLE READ');
    await connection.query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY');
    const written = await writeZip(connection, partial, reason, madeAt);
    await connection.query('COMMIT');
    await checkShopFile(partial);
    await rename(partial, path);
    await settle(dirname(path));
    return written;
  } catch (error) {
    await rm(partial, { force: true });
    throw error;
  } finally {
    await connection.end().catch(() => undefined);
  }
}

async function writeZip(connection: Connection, path: string, reason: BackupReason, madeAt: Date): Promise<Manifest> {
  const zip = new ZipFile();
  const done = pipeline(zip.outputStream, createWriteStream(path, { mode: 0o600, flush: true }));
  const work = (async () => {
    const marks: TableMark[] = [];
    for (const table of await shopTables(connection)) marks.push(await writeTable(connection, zip, table));
    const applied = await connection.query<{ name: string }[]>('SELECT name FROM migrations ORDER BY name');
    const shop = marks.some(({ name }) => name === SETTINGS) ? await nameOfShop(connection) : '';
    const written: Manifest = {
      kind: SHOP_FILE_KIND,
      format: SHOP_FILE_FORMAT,
      shop,
      madeAt: madeAt.toISOString(),
      reason,
      migrations: applied.map(({ name }) => name),
      tables: marks,
    };
    zip.addBuffer(Buffer.from(`${JSON.stringify(written, null, 2)}\n`), MANIFEST_NAME);
    zip.end();
    return written;
  })();
  // a failure of either ends both
  const [written] = await Promise.all([work.catch((error: unknown) => Promise.reject(destroyed(zip, error))), done]);
  return written;
}

/** Which older versions did not have. */
const SETTINGS = 'shop_settings';

async function nameOfShop(connection: Connection): Promise<string> {
  const [row] = await connection.query<{ name: string | null }[]>(`SELECT JSON_VALUE(settings, '$.name') AS name FROM ${SETTINGS}`);
  return row?.name ?? '';
}

function destroyed(zip: ZipFile, thrown: unknown): Error {
  const error = thrown instanceof Error ? thrown : new Error('the shop could not be written out', { cause: thrown });
  if (zip.outputStream instanceof PassThrough) zip.outputStream.destroy(error);
  return error;
}

/** Writes one table's rows in the order of its key, as they come from the database. */
async function writeTable(connection: Connection, zip: ZipFile, table: ShopTable): Promise<TableMark> {
  const lines = new PassThrough();
  zip.addReadStream(lines, tableEntryName(table.name));
  const sum = new TableSum();
  const rows = connection.queryStream(
    `SELECT ${table.columns.map(({ name }) => quoted(name)).join(', ')} FROM ${quoted(table.name)} ORDER BY ${table.key.map(quoted).join(', ')}`,
  );
  let waiting: string[] = [];
  const flush = async (): Promise<void> => {
    if (waiting.length === 0) return;
    const text = `${waiting.join('\n')}\n`;
    waiting = [];
    if (!lines.write(text)) await once(lines, 'drain');
  };
  for await (const row of rows as AsyncIterable<Record<string, unknown>>) {
    const line = writeRow(table.columns, row);
    sum.add(line);
    waiting.push(line);
    if (waiting.length >= LINES_AT_ONCE) await flush();
  }
  await flush();
  lines.end();
  return sum.mark(table.name);
}

/** Makes sure that a new name in a folder is on the disk, not only in memory. */
async function settle(folder: string): Promise<void> {
  const handle = await open(folder, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}
