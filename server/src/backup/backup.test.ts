import { QueryTypes, type Sequelize } from 'sequelize';
import { copyFile, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ZipFile } from 'yazl';
import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { v7 as uuid } from 'uuid';
import { connectDatabase } from '../database/connect.ts';
import { KNOWN_MIGRATIONS, migrate } from '../database/migrate.ts';
import { loadDemo } from '../demo/loadDemo.ts';
import { backupService } from '../modules/backups/service.ts';
import { aWearer, openTestShop, type TestShop } from '../testing.ts';
import { backupName, backupsToDrop, isBackupDue, listBackups, readBackupName, type Backup } from './keepBackups.ts';
import { emptyDatabase } from '../database/testing.ts';
import { checkShopFile, openShopFile } from './openShopFile.ts';
import { restoreShop } from './restoreShop.ts';
import { saveShop } from './saveShop.ts';
import { MANIFEST_NAME } from './shopFile.ts';

let folder: string;
let shop: TestShop;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'tuck-backup-'));
  shop = await openTestShop({ onMigrated: loadDemo, backupFolder: join(folder, 'kept') });
  // what is easily lost on the way: odd letters, numbers that no decimal holds, a moment with milliseconds, nothing at all
  await shop.app.inject({
    method: 'POST',
    url: '/api/wearers',
    payload: aWearer({ name: '𠮷野 “Åse”', note: 'two\nlines \\ \u2028 "', neckBreadthMm: 100.1 + 0.2 }),
  });
  await shop.sequelize.query("UPDATE tyings SET set_mm = 0.1 + 0.2e0, tied_at = '2026-02-28 23:59:59.007', note = '' LIMIT 1");
});
afterAll(async () => {
  await shop.close();
  await rm(folder, { recursive: true, force: true });
});

const rowsOf = async (sequelize: Sequelize): Promise<Record<string, unknown[]>> => {
  const tables = await sequelize.query<{ name: string }>(
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name NOT IN ('leases', 'imports', 'held_names', 'labels', 'jobs_done', 'servers') ORDER BY table_name",
    { type: QueryTypes.SELECT },
  );
  const found: Record<string, unknown[]> = {};
  for (const { name } of tables) {
    const columns = await sequelize.query<{ name: string; isDouble: number }>(
      "SELECT column_name AS name, data_type = 'double' AS isDouble FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name = ?",
      { replacements: [name], type: QueryTypes.SELECT },
    );
    // doubles by their bits, times and documents as the database writes them
    const asText = columns.map(({ name: column, isDouble }) =>
      isDouble === 1 ? `HEX(CONV(\`${column}\` * 1e6, 10, 16)), FORMAT(\`${column}\`, 17)` : `CONCAT('', \`${column}\`)`,
    );
    found[name] = await sequelize.query(
      `SELECT CONCAT_WS('|', ${asText.map((each) => `IFNULL(CONCAT(${each}), 'nothing')`).join(', ')}) AS row_text FROM \`${name}\` ORDER BY 1`,
      { type: QueryTypes.SELECT },
    );
  }
  return found;
};

/** Writes a shop's file again with some of its entries changed. */
async function changed(path: string, entries: Readonly<Record<string, (text: string) => string | null>>): Promise<string> {
  const file = await openShopFile(path);
  const zip = new ZipFile();
  const to = join(folder, `${uuid()}.zip`);
  const written = { ...file.manifest };
  for (const { name } of written.tables) {
    const lines: string[] = [];
    for await (const line of file.lines(name)) lines.push(line);
    const text = lines.map((line) => `${line}\n`).join('');
    const now = entries[name] ? entries[name](text) : text;
    if (now !== null) zip.addBuffer(Buffer.from(now), `${name}.jsonl`);
  }
  file.close();
  const manifestText = JSON.stringify(written);
  const says = entries[MANIFEST_NAME] ? entries[MANIFEST_NAME](manifestText) : manifestText;
  if (says !== null) zip.addBuffer(Buffer.from(says), MANIFEST_NAME);
  zip.end();
  await pipeline(zip.outputStream, createWriteStream(to));
  return to;
}

describe('a backup', () => {
  it('brings every row of every table back as it was, into an empty shop, and is the same after going round twice', async () => {
    // a shop in which people sign in: counts larger than a JSON number holds, and a record of what they did
    const person = '01a20b94-353d-7204-b92c-7f530cb63f01';
    for (const statement of [
      `INSERT INTO people (id, name, role, version, created_at, updated_at) VALUES ('${person}', 'Åse', 'owner', 1, UTC_TIMESTAMP(3), UTC_TIMESTAMP(3))`,
      `INSERT INTO passkeys VALUES ('k', '${person}', 'Phone', 'p', 18446744073709551615, '[]', UTC_TIMESTAMP(3), NULL)`,
      `INSERT INTO deeds VALUES (9007199254740993, UTC_TIMESTAMP(3), '${person}', 'Åse', 'signed in', NULL, 'here')`,
    ])
      await shop.sequelize.query(statement);
    const path = join(folder, 'one.zip');
    const madeAt = new Date('2026-11-28T02:10:00.123Z');
    const manifest = await saveShop(shop.databaseUrl, path, 'asked', madeAt);
    expect(manifest).toMatchObject({ format: 1, madeAt: madeAt.toISOString(), migrations: KNOWN_MIGRATIONS });
    const other = await emptyDatabase(shop);
    await restoreShop(other.url, path, { over: false });
    const [before, after] = [await rowsOf(shop.sequelize), await rowsOf(other.sequelize)];
    expect(Object.keys(before).length).toBeGreaterThan(10);
    expect(before['people']).toHaveLength(1);
    // deeds are counted in numbers that JavaScript cannot tell apart
    expect(before['deeds']).toEqual([expect.objectContaining({ row_text: expect.stringContaining('9007199254740993') })]);
    expect(after).toEqual(before);
    const again = join(folder, 'two.zip');
    expect((await saveShop(other.url, again, 'asked', madeAt)).tables).toEqual(manifest.tables);
    // rows belong together as before: nothing can be added that belongs to nobody
    await expect(
      other.sequelize.query(
        "INSERT INTO wearer_ties (wearer_id, tie_id, since) VALUES ('01a20b94-353d-7204-b92c-7f530cb63fff', '01a20b94-353d-7204-b92c-7f530cb63fff', UTC_TIMESTAMP(3))",
      ),
    ).rejects.toThrow();
    await other.drop();
    for (const table of ['deeds', 'passkeys', 'people']) await shop.sequelize.query(`DELETE FROM ${table}`);
  });

  it('is as the shop was at one moment, while others go on saving', async () => {
    let isSaving = true;
    const save = async (): Promise<void> => {
      while (isSaving)
        await shop.app.inject({ method: 'POST', url: '/api/wearers', payload: aWearer({ name: `Meanwhile ${uuid().slice(-5)}` }) });
    };
    const savers = [save(), save(), save()];
    const path = join(folder, 'meanwhile.zip');
    await saveShop(shop.databaseUrl, path, 'asked', new Date());
    isSaving = false;
    await Promise.all(savers);
    const file = await openShopFile(path);
    const ids = async (table: string, column: string): Promise<Set<unknown>> => {
      const found = new Set<unknown>();
      for await (const line of file.lines(table)) found.add((JSON.parse(line) as Record<string, unknown>)[column]);
      return found;
    };
    const [wearers, worded, measured] = [
      await ids('wearers', 'id'),
      await ids('wearer_words', 'wearer_id'),
      await ids('wearer_measures', 'wearer_id'),
    ];
    file.close();
    // each wearer has words and measures, saved in the same moment
    expect([...worded].sort()).toEqual([...wearers].sort());
    expect([...measured].sort()).toEqual([...wearers].sort());
  });

  it('is made by the server and told in its status, with none half-written in its folder', async () => {
    const status = async () => (await shop.app.inject('/api/backups')).json();
    expect(await status()).toMatchObject({ isKept: true, latest: null, count: 0, failure: null });
    const [one, two] = await Promise.all([
      shop.app.inject({ method: 'POST', url: '/api/backups' }),
      shop.app.inject({ method: 'POST', url: '/api/backups' }),
    ]);
    expect([one.statusCode, two.statusCode]).toEqual([200, 200]);
    expect(await status()).toMatchObject({ latest: { reason: 'asked' }, count: 2 });
    const names = await readdir(join(folder, 'kept'));
    expect(names.every((name) => readBackupName(name) !== null)).toBe(true);
    for (const name of names) await checkShopFile(join(folder, 'kept', name));
    const whole = await shop.app.inject('/api/whole-shop');
    expect(whole.headers).toMatchObject({ 'content-type': 'application/zip', 'content-disposition': expect.stringContaining('.zip"') });
    await writeFile(join(folder, 'whole.zip'), whole.rawPayload);
    expect((await checkShopFile(join(folder, 'whole.zip'))).shop).not.toBe('');
  });

  it('that cannot be made is told, and leaves what there is', async () => {
    await writeFile(join(folder, 'no-folder'), '');
    const service = backupService(shop.app.database.jobs, join(folder, 'no-folder'));
    await expect(service.make('asked')).rejects.toThrow();
    const elsewhere = backupService(connectDatabase('mariadb://nobody:x@127.0.0.1:9/easytuck', 'jobs'), join(folder, 'kept'));
    await expect(elsewhere.make('asked')).rejects.toThrow();
    expect(await elsewhere.status()).toMatchObject({ count: 2, failure: 'The shop’s records could not be reached.' });
  });
});

describe('bringing back', () => {
  let saved: string;
  beforeAll(async () => {
    saved = join(folder, 'saved.zip');
    await saveShop(shop.databaseUrl, saved, 'asked', new Date());
  });
  const refusal = (path: string, over = true, url = shop.databaseUrl): Promise<string> =>
    restoreShop(url, path, { over }).then(
      () => 'taken',
      (error: unknown) => String(error),
    );

  it('never happens over records without saying so, and what was there is backed up first', async () => {
    const before = await rowsOf(shop.sequelize);
    expect(await refusal(saved, false)).toMatch(/^StartRefused: There are records here already: [\d,]+ wearers, 15 ties.*--over/);
    expect(await rowsOf(shop.sequelize)).toEqual(before);
    await shop.app.inject({ method: 'POST', url: '/api/wearers', payload: aWearer({ name: 'Since Then' }) });
    const order: string[] = [];
    await restoreShop(shop.databaseUrl, saved, {
      over: true,
      beforeOver: async () => {
        order.push((await saveShop(shop.databaseUrl, join(folder, 'over.zip'), 'beforeRestore', new Date())).reason);
      },
    });
    expect(order).toEqual(['beforeRestore']);
    expect(await rowsOf(shop.sequelize)).toEqual(before);
    // the running shop goes on with what was brought back
    expect((await shop.app.inject('/api/wearers?q=since')).json()).toMatchObject({ wearers: [] });
    expect((await shop.app.inject({ method: 'POST', url: '/api/wearers', payload: aWearer() })).statusCode).toBe(201);
  });

  it('refuses what is damaged, no shop’s file, or newer, and leaves the records as they are', async () => {
    const before = await rowsOf(shop.sequelize);
    const cut = join(folder, 'cut.zip');
    await writeFile(cut, (await readFile(saved)).subarray(0, 20_000));
    const flipped = join(folder, 'flipped.zip');
    await copyFile(saved, flipped);
    const bytes = await readFile(flipped);
    bytes.fill(0, 3_000, 3_200);
    await writeFile(flipped, bytes);
    const text = join(folder, 'text.zip');
    await writeFile(text, 'no zip at all');
    const alter = (change: (says: Record<string, unknown>) => void) => (says: string) => {
      const now = JSON.parse(says) as Record<string, unknown>;
      change(now);
      return JSON.stringify(now);
    };
    expect(await refusal(join(folder, 'not-there.zip'))).toMatch(/There is no file/);
    expect(await refusal(text)).toMatch(/no file of a whole shop/);
    expect(await refusal(cut)).toMatch(/no file of a whole shop/);
    expect(await refusal(flipped)).toMatch(/damaged/);
    expect(await refusal(await changed(saved, { [MANIFEST_NAME]: () => null }))).toMatch(/there is no shop\.json in it/);
    expect(await refusal(await changed(saved, { [MANIFEST_NAME]: alter((says) => (says['format'] = 2)) }))).toMatch(
      /A newer Easy Tuck made this file/,
    );
    expect(
      await refusal(
        await changed(saved, { [MANIFEST_NAME]: alter((says) => (says['migrations'] = [...KNOWN_MIGRATIONS, '2031-01-01-00-00-x'])) }),
      ),
    ).toMatch(/A newer Easy Tuck/);
    expect(await refusal(await changed(saved, { [MANIFEST_NAME]: alter((says) => (says['kind'] = 'easytuck.ties')) }))).toMatch(
      /something else/,
    );
    expect(await refusal(await changed(saved, { ties: (lines) => lines.split('\n').slice(1).join('\n') }))).toMatch(
      /ties is not what was written/,
    );
    expect(await refusal(await changed(saved, { ties: () => null }))).toMatch(/there is no ties in it/);
    expect(await rowsOf(shop.sequelize)).toEqual(before);
    const left = await shop.sequelize.query(
      "SELECT schema_name FROM information_schema.schemata WHERE schema_name LIKE '%\\_in\\_%' OR schema_name LIKE '%\\_out\\_%'",
      { type: QueryTypes.SELECT },
    );
    expect(left).toEqual([]);
  });

  it('takes the place of records that a newer version has been at, which this one cannot open', async () => {
    const newer = await emptyDatabase(shop);
    await migrate(newer.sequelize);
    await newer.sequelize.query("INSERT INTO migrations (name) VALUES ('2031-05-01-10-00-from-later')");
    await newer.sequelize.query("INSERT INTO collars VALUES (UUID(), 'Left', 'point', 98, 34, 80, 1, UTC_TIMESTAMP(3), UTC_TIMESTAMP(3))");
    expect(await refusal(saved, false, newer.url)).toMatch(/There are records here already: 1 collars/);
    expect(await refusal(saved, true, newer.url)).toBe('taken');
    expect(await migrate(newer.sequelize)).toEqual([]);
    await newer.drop();
  });

  it('brings what an older version saved up to date', async () => {
    const old = await emptyDatabase(shop);
    await migrate(old.sequelize, { only: KNOWN_MIGRATIONS.slice(0, 2) });
    await old.sequelize.query(
      "INSERT INTO wearers (id, name, collar_text, collar_system, collar_label, long_end, note, version, created_at, updated_at) VALUES (?, 'Early Quimby', '16', 'in', 16, 'left', '', 1, '2026-01-01', '2026-01-02 03:04:05.678')",
      { replacements: [uuid()] },
    );
    const path = join(folder, 'old.zip');
    await saveShop(old.url, path, 'beforeMigration', new Date());
    const fresh = await emptyDatabase(shop);
    await restoreShop(fresh.url, path, { over: false });
    expect(
      await fresh.sequelize.query("SELECT w.name FROM wearers w JOIN wearer_words o ON o.wearer_id = w.id WHERE o.word = 'quim'", {
        type: QueryTypes.SELECT,
      }),
    ).toEqual([{ name: 'Early Quimby' }]);
    await old.drop();
    await fresh.drop();
  });
});

describe('backups over time', () => {
  const at = (text: string, reason: Backup['reason'] = 'nightly'): Backup => ({
    name: backupName(new Date(text), reason),
    madeAt: new Date(text),
    reason,
  });

  it('are named by when and why they were made, and read back', async () => {
    const name = backupName(new Date('2026-11-28T02:10:05.007Z'), 'nightly');
    expect(name).toBe('easytuck_2026-11-28T02-10-05-007Z_nightly.zip');
    expect(readBackupName(name)).toEqual({ name, madeAt: new Date('2026-11-28T02:10:05.007Z'), reason: 'nightly' });
    for (const other of ['notes.txt', `${name}.partial`, name.replace('nightly', 'whim'), name.replace('11-28', '13-40')])
      expect(readBackupName(other)).toBeNull();
    expect(await listBackups(join(folder, 'no such folder'))).toEqual([]);
  });

  it('are kept by days, weeks and months', () => {
    // one a night for two years
    const nights = Array.from({ length: 730 }, (_, i) => at(new Date(Date.UTC(2026, 10, 28, 2) - i * 86_400_000).toISOString()));
    const dropped = new Set(backupsToDrop(nights));
    const kept = nights.filter((night) => !dropped.has(night)).map(({ madeAt }) => madeAt.toISOString().slice(0, 10));
    // by hand: seven days; Sundays ending the four weeks before this one; the last of the eleven months before
    expect(kept).toEqual([
      ...['2026-11-28', '2026-11-27', '2026-11-26', '2026-11-25', '2026-11-24', '2026-11-23', '2026-11-22'],
      ...['2026-11-15', '2026-11-08', '2026-11-01', '2026-10-31', '2026-09-30', '2026-08-31', '2026-07-31', '2026-06-30'],
      ...['2026-05-31', '2026-04-30', '2026-03-31', '2026-02-28', '2026-01-31', '2025-12-31'],
    ]);
    // those made for another reason do not count as nights, and the latest ten of them stay
    const asked = Array.from({ length: 14 }, (_, i) => at(`2026-11-${String(10 + i)}T10:00:00.000Z`, 'beforeMigration'));
    expect(backupsToDrop([...asked, ...nights.slice(0, 3)])).toEqual(asked.slice(0, 4).reverse());
  });

  it('are due once a night, and by day where a night was missed', () => {
    const now = (hour: number): Date => new Date(2026, 10, 28, hour, 30);
    const ago = (of: Date, hours: number): Date => new Date(of.getTime() - hours * 3_600_000);
    expect(isBackupDue(null, now(12))).toBe(true);
    expect(isBackupDue(ago(now(2), 23), now(2))).toBe(true);
    expect(isBackupDue(ago(now(2), 1), now(2))).toBe(false);
    expect(isBackupDue(ago(now(12), 10), now(12))).toBe(false);
    expect(isBackupDue(ago(now(12), 25), now(12))).toBe(false);
    expect(isBackupDue(ago(now(12), 27), now(12))).toBe(true);
  });
});
