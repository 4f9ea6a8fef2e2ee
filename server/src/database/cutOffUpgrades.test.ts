import { QueryTypes, type Sequelize } from 'sequelize';
import { readRows } from './readRows.ts';
import { testShop } from '../testing.ts';
import { sampleTie } from '@easytuck/contract/testing';
import { searchWords } from '../modules/wearers/searchWords.ts';
import { KNOWN_MIGRATIONS, migrate } from './migrate.ts';
import { withEmptyDatabase } from './testing.ts';

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

/** Lets so many statements through and ends at the next, as a server that is killed does. @returns what was sent. */
async function migrateUntil(sequelize: Sequelize, count: number): Promise<readonly string[]> {
  const real = sequelize.query.bind(sequelize) as (...sent: unknown[]) => Promise<unknown>;
  const sent: string[] = [];
  const counting = (...args: unknown[]): Promise<unknown> => {
    sent.push(String(args[0]));
    return sent.length > count ? Promise.reject(new CutOff()) : real(...args);
  };
  Object.assign(sequelize, { query: counting });
  try {
    await migrate(sequelize);
  } catch (error) {
    const isCut = (cause: unknown): boolean => cause instanceof CutOff || (cause instanceof Error && isCut(cause.cause));
    if (!isCut(error)) throw error;
  } finally {
    delete (sequelize as Partial<Sequelize>).query;
  }
  // a server that was killed holds no lease for long; here nobody waits for it
  await sequelize.query('DELETE FROM leases').catch(() => undefined);
  return sent;
}

it('an old shop comes out the same, and everybody in it is found by name, wherever its upgrade was cut off', async () => {
  const { whole, statements } = await withEmptyDatabase(shop, async (sequelize) => {
    await migrate(sequelize, { only: KNOWN_MIGRATIONS.slice(0, 1) });
    await fillOldShop(sequelize);
    const sent = await migrateUntil(sequelize, Number.POSITIVE_INFINITY);
    return { whole: await everythingIn(sequelize), statements: sent };
  });
  // in the middle of a long row of the same statement nothing is cut off that its first and last do not show
  const cuts = statements.flatMap((statement, i) =>
    i > 0 && (statement !== statements[i - 1] || statement !== statements[i + 1]) ? [i] : [],
  );
  expect(cuts.length).toBeGreaterThan(50);
  const words = (whole.get('wearer_words') as { rows: string[] }).rows.join('\n');
  for (const name of NAMES) for (const word of searchWords(name)) expect([word, words.includes(`"word":"${word}"`)]).toEqual([word, true]);
  for (const count of cuts)
    await withEmptyDatabase(shop, async (sequelize) => {
      await migrate(sequelize, { only: KNOWN_MIGRATIONS.slice(0, 1) });
      await fillOldShop(sequelize);
      await migrateUntil(sequelize, count);
      await migrate(sequelize);
      const now = await everythingIn(sequelize);
      for (const [table, made] of whole) expect([count, table, now.get(table)]).toEqual([count, table, made]);
    });
});
