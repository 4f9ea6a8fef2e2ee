import type { Sequelize } from 'sequelize';
import { v7 as uuid } from 'uuid';
import type { TestShop } from '../testing.ts';
import { connectDatabase } from './connect.ts';

interface EmptyDatabase {
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
export async function withEmptyDatabase<T>(shop: TestShop, work: (sequelize: Sequelize) => Promise<T>): Promise<T> {
  const { sequelize, drop } = await emptyDatabase(shop);
  try {
    return await work(sequelize);
  } finally {
    await drop();
  }
}
