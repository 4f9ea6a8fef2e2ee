import { hostname } from 'node:os';
import type { Problem } from '@easytuck/contract';
import { QueryTypes } from 'sequelize';
import { connectDatabase } from './connect.ts';
import { migrate } from './migrate.ts';
import { readRows } from './readRows.ts';
import { askedBy } from './slowStatements.ts';
import { withTransaction } from './withTransaction.ts';
import { migrations } from '../migrations/index.ts';
import { testShop } from '../testing.ts';

const { shop, get } = testShop();

describe('the database', () => {
  it('is strict, InnoDB and utf8mb4', async () => {
    const [mode] = await shop.sequelize.query<{ mode: string }>('SELECT @@SESSION.sql_mode AS mode', { type: QueryTypes.SELECT });
    expect(mode?.mode).toContain('STRICT_ALL_TABLES');
    const tables = await shop.sequelize.query<{ engine: string; collation: string }>(
      'SELECT engine AS engine, table_collation AS collation FROM information_schema.tables WHERE table_schema = DATABASE()',
      { type: QueryTypes.SELECT },
    );
    expect(tables.length).toBeGreaterThan(3);
    for (const { engine, collation } of tables) expect([engine, collation.split('_')[0]]).toEqual(['InnoDB', 'utf8mb4']);
  });

  it('is brought up to date once, by servers that start together', async () => {
    const url = new URL(shop.databaseUrl);
    url.pathname += '_b';
    const name = url.pathname.slice(1);
    await shop.sequelize.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4`);
    const pools = [connectDatabase(url.href), connectDatabase(url.href), connectDatabase(url.href)];
    const applied = await Promise.all(pools.map((pool) => migrate(pool)));
    expect(applied.flat().sort()).toEqual(migrations.map((step) => step.name).sort());
    await Promise.all(pools.map((pool) => pool.close()));
    await shop.sequelize.query(`DROP DATABASE ${name}`);
  });

  it('is read on the node that is written to, by a request that changes records', async () => {
    const elsewhere = new URL(shop.databaseUrl);
    elsewhere.pathname = '/information_schema';
    const pool = connectDatabase(shop.databaseUrl, 'requests', elsewhere.href);
    const kept = new URL(shop.databaseUrl).pathname.slice(1);
    const where = async (): Promise<string[]> => {
      const statement = 'SELECT DATABASE() AS name';
      const raw = await pool.query<{ name: string }>(statement, { type: QueryTypes.SELECT });
      return [...raw, ...(await readRows<{ name: string }>(pool, statement, []))].map(({ name }) => name);
    };
    const asked = { number: '1', route: '', beganMs: performance.now() };
    expect(await askedBy.run({ ...asked, changes: true }, where)).toEqual([kept, kept]);
    expect(await askedBy.run({ ...asked, changes: false }, where)).toEqual(['information_schema', 'information_schema']);
    await pool.close();
  });

  it('is tried again after a deadlock', async () => {
    await shop.sequelize.query('CREATE TABLE pair (id INT PRIMARY KEY, count INT NOT NULL) ENGINE=InnoDB');
    await shop.sequelize.query('INSERT INTO pair VALUES (1, 0), (2, 0)');
    let attempts = 0;
    const bump = (first: number, second: number) =>
      withTransaction(shop.sequelize, async (transaction) => {
        attempts += 1;
        await shop.sequelize.query(`UPDATE pair SET count = count + 1 WHERE id = ${first}`, { transaction });
        await new Promise((resolve) => setTimeout(resolve, 40));
        await shop.sequelize.query(`UPDATE pair SET count = count + 1 WHERE id = ${second}`, { transaction });
      });
    await Promise.all([bump(1, 2), bump(2, 1)]);
    expect(attempts).toBeGreaterThan(2);
    expect(await shop.sequelize.query('SELECT count FROM pair', { type: QueryTypes.SELECT })).toEqual([{ count: 2 }, { count: 2 }]);
  });

  it('does not hide an error that trying again cannot cure', async () => {
    let attempts = 0;
    const broken = withTransaction(shop.sequelize, async (transaction) => {
      attempts += 1;
      await shop.sequelize.query('SELECT * FROM no_such_table', { transaction });
    });
    await expect(broken).rejects.toThrow('no_such_table');
    expect(attempts).toBe(1);
  });
});

describe('a database that is away', () => {
  it('is answered 503 by a server that still starts, and asks to be tried again', async () => {
    const { buildApp } = await import('../app.ts');
    const app = await buildApp({ sequelize: connectDatabase('mariadb://nobody:x@127.0.0.1:9/easytuck') });
    expect((await app.inject('/healthz')).statusCode).toBe(200);
    for (const url of ['/readyz', '/api/wearers', '/api/ties']) {
      const answer = await app.inject(url);
      expect([url, answer.statusCode, answer.json<Problem>().code, answer.headers['retry-after']]).toEqual([url, 503, 'databaseAway', '2']);
    }
    await app.close();
  });

  it('is ready again where it is there', async () => {
    const node: unknown = expect.any(String);
    expect((await get('/readyz')).json()).toEqual({ status: 'ok', machine: hostname(), node });
  });
});
