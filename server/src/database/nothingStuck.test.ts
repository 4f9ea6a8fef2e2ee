import { QueryTypes } from 'sequelize';
import { v7 as uuid } from 'uuid';
import { StartRefused } from '../startRefused.ts';
import { aWearer, testShop } from '../testing.ts';
import { connectDatabase } from './connect.ts';
import { isDiskFull } from './databaseErrors.ts';
import { withLease } from './lease.ts';
import { KNOWN_MIGRATIONS, migrate } from './migrate.ts';
import { withEmptyDatabase } from './testing.ts';

const { shop } = testShop();

describe('migrations', () => {
  it('stop the start with a sentence where a newer version has been at the records', async () => {
    await withEmptyDatabase(shop, async ({ sequelize }) => {
      await migrate(sequelize);
      await sequelize.query("INSERT INTO migrations (name) VALUES ('2031-05-01-10-00-from-later')");
      await expect(migrate(sequelize)).rejects.toThrow(StartRefused);
      await expect(migrate(sequelize)).rejects.toThrow(/A newer Easy Tuck has been at these records \(2031-05-01-10-00-from-later\)/);
    });
  });

  it('are preceded by a backup where there are records, and by nothing where it fails', async () => {
    await withEmptyDatabase(shop, async ({ sequelize }) => {
      const asked: (readonly string[])[] = [];
      const before = async (applied: readonly string[]): Promise<void> => void asked.push(applied);
      await migrate(sequelize, { before, only: KNOWN_MIGRATIONS.slice(0, 3) });
      expect(asked).toEqual([]);
      await expect(migrate(sequelize, { before: () => Promise.reject(new Error('no room for a backup')) })).rejects.toThrow('no room');
      expect(await sequelize.query('SELECT name FROM migrations', { type: QueryTypes.SELECT })).toHaveLength(3);
      await migrate(sequelize, { before });
      expect(asked).toEqual([KNOWN_MIGRATIONS.slice(0, 3)]);
      await migrate(sequelize, { before });
      expect(asked).toHaveLength(1);
    });
  });
});

describe('a lease', () => {
  it('is held by one at a time, and is out once its holder has died', async () => {
    const order: string[] = [];
    const work = (name: string) => async (): Promise<string> => {
      order.push(`${name} in`);
      await new Promise((resolve) => setTimeout(resolve, 60));
      order.push(`${name} out`);
      return name;
    };
    const both = await Promise.all(['a', 'b', 'c'].map((name) => withLease(shop.sequelize, 'backup', 5_000, work(name))));
    expect(both).toEqual(['a', 'b', 'c']);
    for (let i = 0; i < order.length; i += 2) expect(order[i + 1]).toBe(order[i]?.replace('in', 'out'));
    await shop.sequelize.query(
      "UPDATE leases SET holder = 'somebody', held_until = UTC_TIMESTAMP(3) + INTERVAL 1 SECOND WHERE name = 'backup'",
    );
    expect(await withLease(shop.sequelize, 'backup', 100, work('too early'))).toBeNull();
    expect(await withLease(shop.sequelize, 'backup', 5_000, work('d'))).toBe('d');
    await expect(withLease(shop.sequelize, 'backup', 100, () => Promise.reject(new Error('failed inside')))).rejects.toThrow(
      'failed inside',
    );
    expect(await withLease(shop.sequelize, 'backup', 100, work('e'))).toBe('e');
  });
});

describe('waiting', () => {
  it('of a dozen savers for one lock leaves readers and other savers alone, and ends', async () => {
    const wearer = (await shop.app.inject({ method: 'POST', url: '/api/wearers', payload: aWearer() })).json<{ id: string }>();
    const change = { name: 'Waits', collar: '16', longEnd: 'left', note: '', version: 1 };
    const held = await shop.app.database.jobs.transaction();
    await shop.app.database.jobs.query('SELECT id FROM wearers WHERE id = ? FOR UPDATE', {
      replacements: [wearer.id],
      transaction: held,
      type: QueryTypes.SELECT,
    });
    const timed = async (request: Promise<{ statusCode: number; json: () => unknown }>) => {
      const began = performance.now();
      const answer = await request;
      return { status: answer.statusCode, body: answer.json(), tookMs: performance.now() - began };
    };
    const waiting = Array.from({ length: 12 }, (_, i) =>
      timed(shop.app.inject({ method: 'PUT', url: `/api/wearers/${wearer.id}`, payload: { ...change, note: `${i}` } })),
    );
    await new Promise((resolve) => setTimeout(resolve, 100));
    for (const url of ['/api/wearers', `/api/wearers/${wearer.id}`, '/api/ties', '/readyz']) {
      const { status, tookMs } = await timed(shop.app.inject(url));
      expect([url, status]).toEqual([url, 200]);
      expect(tookMs).toBeLessThan(1_000);
    }
    const answers = await Promise.all(waiting);
    for (const { status, body, tookMs } of answers) {
      expect(status).toBe(503);
      expect(['busy', 'databaseAway']).toContain((body as { code: string }).code);
      expect(tookMs).toBeLessThan(6_000);
    }
    await held.rollback();
    expect((await shop.app.inject({ method: 'PUT', url: `/api/wearers/${wearer.id}`, payload: change })).statusCode).toBe(200);
  });

  it('for a statement that takes too long is ended by the database', async () => {
    const began = performance.now();
    await expect(shop.sequelize.query('SELECT SLEEP(20)', { type: QueryTypes.SELECT })).rejects.toThrow(/max_statement_time exceeded/);
    expect(performance.now() - began).toBeLessThan(5_000);
  });

  it('for connections does not send more and more statements with each of them', async () => {
    const counts: number[] = [];
    const pool = connectDatabase(shop.databaseUrl);
    // ten at once make ten connections; each says how many statements it was sent
    const asked = await Promise.all(
      Array.from({ length: 10 }, () =>
        pool.query<{ Value: string }>("SHOW SESSION STATUS WHERE Variable_name = 'Questions' AND SLEEP(0.05) = 0", {
          type: QueryTypes.SELECT,
        }),
      ),
    );
    for (const [row] of asked) counts.push(Number(row?.Value));
    await pool.close();
    expect(Math.max(...counts)).toBeLessThan(12);
  });
});

describe('a full disk', () => {
  it('is its own answer, 507, and heals by itself', async () => {
    // A table in memory is full as a disk is, by the same error of the database: its engine ran out of room (ER_RECORD_FILE_FULL).
    await shop.app.database.jobs.query('CREATE TABLE spare LIKE collars');
    await shop.app.database.jobs.query('ALTER TABLE collars ENGINE = MEMORY, MAX_ROWS = 20');
    const collar = (i: number) => ({ id: uuid(), name: `Filler ${i}`, style: 'point', pointsMm: 98, standMm: 34, leafMm: 80 });
    let refused: { statusCode: number; json: () => unknown } | undefined;
    for (let i = 0; i < 40_000 && refused === undefined; i += 1) {
      if (i === 0)
        await shop.app.database.jobs
          .query(
            "INSERT INTO collars SELECT UUID(), CONCAT('f', seq), 'point', 98, 34, 80, 1, UTC_TIMESTAMP(), UTC_TIMESTAMP() FROM seq_1_to_200000",
          )
          .catch(() => undefined);
      const answer = await shop.app.inject({ method: 'POST', url: '/api/collars', payload: collar(i) });
      if (answer.statusCode !== 201) refused = answer;
    }
    expect(refused?.json()).toMatchObject({ status: 507, code: 'noRoom' });
    // what needs no room goes on
    expect((await shop.app.inject('/api/ties')).statusCode).toBe(200);
    await shop.app.database.jobs.query('DROP TABLE collars');
    await shop.app.database.jobs.query('RENAME TABLE spare TO collars');
    expect((await shop.app.inject({ method: 'POST', url: '/api/collars', payload: collar(1) })).statusCode).toBe(201);
  });

  it('is known by the operating system’s reason too, which stands in the message alone', () => {
    const of = (code: string, message: string): Error => Object.assign(new Error(message), { code });
    expect(isDiskFull(of('ER_ERROR_ON_WRITE', `Error writing file './x/y.ibd' (Errcode: 28 "No space left on device")`))).toBe(true);
    expect(isDiskFull(of('ER_GET_ERRNO', 'Got error 28 "No space left on device" from storage engine InnoDB'))).toBe(true);
    expect(isDiskFull(of('ER_GET_ERRNO', 'Got error 128 from storage engine InnoDB'))).toBe(false);
    expect(isDiskFull(of('ER_DUP_ENTRY', 'Duplicate entry 28'))).toBe(false);
  });
});
