import { QueryTypes, type Sequelize } from 'sequelize';
import { readRows } from './readRows.ts';
import { testShop } from '../testing.ts';
import { sampleTie } from '@easytuck/contract/testing';
import { searchWords } from '../modules/wearers/searchWords.ts';
import { KNOWN_MIGRATIONS, migrate } from './migrate.ts';
import { copyTables, withEmptyDatabase } from './testing.ts';

const { shop } = testShop();

/** Names as an older shop has them: marks, several words, single letters, doubles, other scripts, words longer than the search keeps. */
const NAMES = [
  ...['Early Quimby', 'Åse Solheim-Groves', 'Ann Anna', 'O', 'Early Quimby', '陳 大文', 'Łucja Żółkiewska', 'Ørsted'],
  ...['Bartholomew-Featherstonehaughington Smythe', 'Mc D', 'ß', 'Jean-Luc d’Ève'],
];

/** A shop as the first version left it: people, ties of each cloth as it was named then, and a fitting of each person. */
async function fillOldShop(sequelize: Sequelize): Promise<void> {
  const at = '2026-01-02 10:00:00';
  const key = (kind: number, i: number): string => `01900000-0000-7000-800${kind}-${String(i).padStart(12, '0')}`;
  for (const [i, cloth] of ['silk', 'satin', 'grosgrain', 'velvet'].entries())
    await sequelize.query(
      `INSERT INTO ties (id, name, shape, cloth_kind, measures, in_stock, note, version, created_at, updated_at)
        VALUES (?, ?, 'butterfly', ?, ?, 3, '', 1, '${at}', '${at}')`,
      {
        replacements: [
          key(1, i),
          `Old ${cloth}`,
          cloth,
          JSON.stringify({ cloth: sampleTie.cloth, blade: sampleTie.blade, takeUp: i === 0 ? { shortMm: 40, longMm: 90 } : null }),
        ],
      },
    );
  for (const [i, name] of NAMES.entries()) {
    await sequelize.query(
      `INSERT INTO wearers (id, name, collar_text, collar_system, collar_label, long_end, note, version, created_at, updated_at)
        VALUES (?, ?, '16', 'in', 16, 'left', '', 1, '${at}', '${at}')`,
      { replacements: [key(0, i), name] },
    );
    await sequelize.query(
      `INSERT INTO fittings (id, wearer_id, tie_id, wearer_name, given_out_at, model_version, inputs, tie, result)
        VALUES (?, ?, ?, ?, '${at}', 'strip-1', '{}', '{"name":"Old tie"}', '{}')`,
      { replacements: [key(2, i), key(0, i), key(1, i % 4), name] },
    );
  }
}

/** Every table, how it is made and what is in it, whatever order its rows come in. */
async function everythingIn(sequelize: Sequelize): Promise<ReadonlyMap<string, unknown>> {
  const names = await readRows<{ name: string }>(
    sequelize,
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name <> 'leases' ORDER BY 1",
    [],
  );
  const found = new Map<string, unknown>();
  for (const { name } of names) {
    const [made] = await sequelize.query<Record<string, string>>(`SHOW CREATE TABLE ${name}`, { type: QueryTypes.SELECT });
    const rows = await readRows(sequelize, `SELECT * FROM ${name}`, []);
    found.set(name, { made: made?.['Create Table'], rows: rows.map((row) => JSON.stringify(row)).sort() });
  }
  return found;
}

class CutOff extends Error {}

const CHANGES = /^(ALTER|CREATE|DELETE|DROP|INSERT|RENAME|REPLACE|UPDATE)\b/i;

/**
 * Migrates, lets so many statements through that change something, and ends at the next, as a server that is killed does.
 * @returns the statements that were sent.
 */
async function migrateUntil(sequelize: Sequelize, only: readonly string[], count: number): Promise<readonly string[]> {
  const real = sequelize.query.bind(sequelize) as (...sent: unknown[]) => Promise<unknown>;
  const sent: string[] = [];
  const counting = (...args: unknown[]): Promise<unknown> => {
    const statement = typeof args[0] === 'string' ? args[0] : (args[0] as { query: string }).query;
    if (!CHANGES.test(statement.trim()) || /\bleases\b/.test(statement)) return real(...args);
    sent.push(statement);
    return sent.length > count ? Promise.reject(new CutOff()) : real(...args);
  };
  Object.assign(sequelize, { query: counting });
  try {
    await migrate(sequelize, { only });
  } catch (error) {
    const isCut = (cause: unknown): boolean => cause instanceof CutOff || (cause instanceof Error && isCut(cause.cause));
    if (!isCut(error)) throw error;
  } finally {
    delete (sequelize as Partial<Sequelize>).query;
  }
  return sent;
}

// each migration by itself: what goes into the next is the same whether the one before was cut off or not
it('an old shop comes out the same, and everybody in it is found by name, wherever its upgrade was cut off', async () => {
  await withEmptyDatabase(shop, async ({ sequelize: old, url }) => {
    await migrate(old, { only: KNOWN_MIGRATIONS.slice(0, 1) });
    await fillOldShop(old);
    let cuts = 0;
    for (let i = 2; i <= KNOWN_MIGRATIONS.length; i += 1) {
      const only = KNOWN_MIGRATIONS.slice(0, i);
      const copied = (work: (sequelize: Sequelize) => Promise<void>): Promise<void> =>
        withEmptyDatabase(shop, async (copy) => {
          await copyTables(url, copy.url);
          await work(copy.sequelize);
        });
      let statements: readonly string[] = [];
      let whole: ReadonlyMap<string, unknown> = new Map();
      await copied(async (sequelize) => {
        statements = await migrateUntil(sequelize, only, Number.POSITIVE_INFINITY);
        whole = await everythingIn(sequelize);
      });
      for (let count = 0; count < statements.length; count += 1) {
        // in the middle of a long row of the same statement nothing is cut off that its first and last do not show
        if (statements[count] === statements[count - 1] && statements[count] === statements[count + 1]) continue;
        cuts += 1;
        await copied(async (sequelize) => {
          expect((await migrateUntil(sequelize, only, count)).length).toBe(count + 1);
          await migrate(sequelize, { only });
          expect([only.at(-1), count, await everythingIn(sequelize)]).toEqual([only.at(-1), count, whole]);
        });
      }
      await migrate(old, { only });
    }
    expect(cuts).toBeGreaterThan(50);
    const found = await readRows<{ name: string; word: string }>(
      old,
      'SELECT w.name, x.word FROM wearers w JOIN wearer_words x ON x.wearer_id = w.id',
      [],
    );
    for (const name of NAMES) for (const word of searchWords(name)) expect(found).toContainEqual({ name, word });
  });
});
