import { createConnection } from 'mariadb';
import type { Sequelize } from 'sequelize';
import { v7 as uuid } from 'uuid';
import type { TestShop } from '../testing.ts';
import { connectDatabase } from './connect.ts';

export interface EmptyDatabase {
  readonly url: string;
  readonly sequelize: Sequelize;
  readonly drop: () => Promise<void>;
}

/** An empty database beside that of a shop. */
export async function emptyDatabase(shop: TestShop): Promise<EmptyDatabase> {
  const url = new URL(shop.databaseUrl);
  const name = `${url.pathname.slice(1)}_${uuid().slice(-6)}`;
  await shop.sequelize.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  url.pathname = `/${name}`;
  const sequelize = connectDatabase(url.href, 'jobs');
  return {
    url: url.href,
    sequelize,
    drop: async () => {
      await sequelize.close();
      await shop.sequelize.query(`DROP DATABASE ${name}`);
    },
  };
}

/** Works on an {@link emptyDatabase}, and drops it. */
export async function withEmptyDatabase<T>(shop: TestShop, work: (database: EmptyDatabase) => Promise<T>): Promise<T> {
  const database = await emptyDatabase(shop);
  try {
    return await work(database);
  } finally {
    await database.drop();
  }
}

/** Makes all tables of one database in another, empty one on the same server, with their rows. */
export async function copyTables(from: string, to: string): Promise<void> {
  const [source, target] = [new URL(from), new URL(to)];
  const connection = await createConnection({
    host: target.hostname,
    port: Number(target.port),
    user: target.username,
    password: decodeURIComponent(target.password),
    database: target.pathname.slice(1),
    multipleStatements: true,
  });
  const old = source.pathname.slice(1);
  try {
    const tables = await connection.query<{ name: string }[]>(
      'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = ?',
      [old],
    );
    const statements = ['SET foreign_key_checks = 0'];
    for (const { name } of tables) {
      const [made] = await connection.query<{ 'Create Table': string }[]>(`SHOW CREATE TABLE ${old}.${name}`);
      statements.push(made?.['Create Table'] ?? '', `INSERT INTO ${name} SELECT * FROM ${old}.${name}`);
    }
    await connection.query(statements.join(';\n'));
  } finally {
    await connection.end();
  }
}
