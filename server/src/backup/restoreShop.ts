import type { Connection } from 'mariadb';
import { randomBytes } from 'node:crypto';
import { connectDatabase } from '../database/connect.ts';
import { KNOWN_MIGRATIONS, migrate } from '../database/migrate.ts';
import { StartRefused } from '../startRefused.ts';
import { openShopFile, type ShopFile } from './openShopFile.ts';
import { readRow, type Manifest } from './shopFile.ts';
import { connectForCopying, quoted, shopTables, type ShopTable } from './shopTables.ts';

/** How a shop is brought back. */
export interface RestoreOptions {
  /** Puts it in the place of records that are there; without this they are never touched. */
  readonly over: boolean;
  /** Done before the records that are there are put away. */
  readonly beforeOver?: () => Promise<void>;
}

const ROWS_AT_ONCE = 500;
const ROWS_COMMITTED_AT_ONCE = 10_000;
/** Tables whose rows are somebody's work: where all are empty, nothing can be lost. */
const WORK = ['wearers', 'ties', 'fittings', 'tyings', 'collars', 'shop_settings'];

/**
 * Brings a whole shop back from its file. It is built up beside the records that are there, checked against the file's own
 * sums, brought up to date, and only then takes their place, in one step: cut off anywhere, the records are as they were.
 * @throws StartRefused, in a sentence, and nothing has changed.
 */
export async function restoreShop(databaseUrl: string, path: string, { over, beforeOver }: RestoreOptions): Promise<Manifest> {
  const file = await openShopFile(path);
  try {
    const newer = file.manifest.migrations.filter((name) => !KNOWN_MIGRATIONS.includes(name));
    if (newer.length > 0)
      throw new StartRefused('A newer Easy Tuck made this file; this one is older and would not understand it. Use the newer one.');
    const connection = await connectForCopying(databaseUrl);
    try {
      const held = await countWork(connection);
      if (held.length > 0 && !over)
        throw new StartRefused(
          `There are records here already: ${held.map(({ name, rows }) => `${rows.toLocaleString('en-GB')} ${name.replaceAll('_', ' ')}`).join(', ')}. Nothing was changed. To put the file in their place, say --over; they are backed up first.`,
        );
      if (held.length > 0) await beforeOver?.();
      await replace(connection, databaseUrl, file);
    } finally {
      await connection.end().catch(() => undefined);
    }
    return file.manifest;
  } finally {
    file.close();
  }
}

async function countWork(connection: Connection): Promise<readonly { name: string; rows: number }[]> {
  const there = new Set((await shopTables(connection)).map(({ name }) => name));
  const counts = [];
  for (const name of WORK.filter((each) => there.has(each))) {
    const [row] = await connection.query<{ rows: bigint | number }[]>(`SELECT COUNT(*) AS \`rows\` FROM ${quoted(name)}`);
    counts.push({ name, rows: Number(row?.rows ?? 0) });
  }
  return counts.filter(({ rows }) => rows > 0);
}

/** Builds the shop up in a database beside, and has the two change places. */
async function replace(connection: Connection, databaseUrl: string, file: ShopFile): Promise<void> {
  const url = new URL(databaseUrl);
  const database = decodeURIComponent(url.pathname.slice(1));
  const mark = randomBytes(4).toString('hex');
  const [built, putAway] = [`${database}_in_${mark}`, `${database}_out_${mark}`];
  url.pathname = `/${built}`;
  try {
    for (const name of [built, putAway])
      await connection.query(`CREATE DATABASE ${quoted(name)} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
    await fill(url.href, file);
    await changePlaces(connection, database, built, putAway);
  } finally {
    for (const name of [built, putAway]) await connection.query(`DROP DATABASE IF EXISTS ${quoted(name)}`);
  }
}

async function fill(databaseUrl: string, file: ShopFile): Promise<void> {
  const sequelize = connectDatabase(databaseUrl, 'jobs');
  try {
    // as the tables were when the file was made
    await migrate(sequelize, { only: file.manifest.migrations });
    const connection = await connectForCopying(databaseUrl);
    try {
      await connection.query('SET SESSION foreign_key_checks = 0');
      const tables = await shopTables(connection);
      for (const { name } of file.manifest.tables) {
        const table = tables.find((each) => each.name === name);
        if (!table) throw new StartRefused(`This file holds a table that is not known here: ${name}.`);
        await fillTable(connection, table, file.lines(name));
      }
      await requireWhole(connection, file.manifest);
    } finally {
      await connection.end().catch(() => undefined);
    }
    await migrate(sequelize);
  } finally {
    await sequelize.close();
  }
}

async function fillTable(connection: Connection, { name, columns }: ShopTable, lines: AsyncIterable<string>): Promise<void> {
  const into = `INSERT INTO ${quoted(name)} (${columns.map((column) => quoted(column.name)).join(', ')}) VALUES `;
  const places = `(${columns.map(() => '?').join(', ')})`;
  let rows: (string | number | null)[][] = [];
  let written = 0;
  const flush = async (): Promise<void> => {
    if (rows.length > 0) await connection.query(into + rows.map(() => places).join(', '), rows.flat());
    written += rows.length;
    rows = [];
    if (written < ROWS_COMMITTED_AT_ONCE) return;
    // nobody sees it yet; all at once would hold the nodes of a cluster up
    written = 0;
    await connection.commit();
    await connection.beginTransaction();
  };
  await connection.beginTransaction();
  // what migrations put there is in the file too
  await connection.query(`DELETE FROM ${quoted(name)}`);
  for await (const line of lines) {
    rows.push(readRow(columns, line));
    if (rows.length >= ROWS_AT_ONCE) await flush();
  }
  await flush();
  await connection.commit();
}

/** Rows were put in without looking whom they belong to; now it is looked. */
async function requireWhole(connection: Connection, { tables }: Manifest): Promise<void> {
  const keys = await connection.query<{ table: string; column: string; of: string; ofColumn: string }[]>(
    `SELECT table_name AS \`table\`, column_name AS \`column\`, referenced_table_name AS \`of\`, referenced_column_name AS ofColumn
      FROM information_schema.key_column_usage WHERE table_schema = DATABASE() AND referenced_table_name IS NOT NULL`,
  );
  for (const { table, column, of, ofColumn } of keys.filter((key) => tables.some(({ name }) => name === key.table))) {
    const [orphan] = await connection.query<{ found: number }[]>(
      `SELECT 1 AS found FROM ${quoted(table)} a LEFT JOIN ${quoted(of)} b ON b.${quoted(ofColumn)} = a.${quoted(column)}
        WHERE a.${quoted(column)} IS NOT NULL AND b.${quoted(ofColumn)} IS NULL LIMIT 1`,
    );
    if (orphan) throw new StartRefused(`This file is damaged: a row of ${table} belongs to one of ${of} that is not in it.`);
  }
}

/** All tables at once: nobody sees half of the one shop and half of the other. */
async function changePlaces(connection: Connection, database: string, built: string, putAway: string): Promise<void> {
  const namesIn = async (of: string): Promise<string[]> =>
    (
      await connection.query<{ name: string }[]>('SELECT table_name AS name FROM information_schema.tables WHERE table_schema = ?', [of])
    ).map(({ name }) => name);
  const moves = [
    ...(await namesIn(database)).map((name) => `${quoted(database)}.${quoted(name)} TO ${quoted(putAway)}.${quoted(name)}`),
    ...(await namesIn(built)).map((name) => `${quoted(built)}.${quoted(name)} TO ${quoted(database)}.${quoted(name)}`),
  ];
  await connection.query(`RENAME TABLE ${moves.join(', ')}`);
}
