import { findMiddlesOfNames } from '../migrations/2026-11-28-19-10-find-middles-of-names.ts';
import type { Wearer } from '@easytuck/contract';
import { keepMeasuresAndRevisions } from '../migrations/2026-11-24-23-40-keep-measures-and-revisions.ts';
import { aWearer, openTestShop, type TestShop } from '../testing.ts';

let shop: TestShop;

beforeAll(async () => {
  shop = await openTestShop();
});

afterAll(async () => {
  await shop.close();
});

const send = (method: 'POST' | 'PUT' | 'DELETE', url: string, payload?: object) =>
  shop.app.inject({ method, url, ...(payload ? { payload } : {}) });

const get = (url: string) => shop.app.inject({ method: 'GET', url });

const enter = async (change: Parameters<typeof aWearer>[0]): Promise<Wearer> =>
  (await send('POST', '/api/wearers', aWearer(change))).json<Wearer>();

const names = async (q: string): Promise<string[]> =>
  (await get(`/api/wearers?${new URLSearchParams({ q }).toString()}`)).json<{ wearers: Wearer[] }>().wearers.map(({ name }) => name);

describe('what was there before', () => {
  it('is found by the beginnings of names too: the migration that keeps them fills them from the wearers on record', async () => {
    const { id } = await enter({ name: 'Early Entrant-Quimby' });
    await shop.sequelize.query('DELETE FROM wearer_words WHERE wearer_id = ?', { replacements: [id] });
    expect(await names('quim')).toEqual([]);
    await shop.sequelize.query('DELETE FROM wearer_words');
    await keepMeasuresAndRevisions.fill?.(shop.sequelize);
    expect(await names('quim')).toEqual(['Early Entrant-Quimby']);
  });

  it('is taken along however long a name’s words are: the migration fills the column as it then was', async () => {
    const name = 'Hubert Wolfeschlegelsteinhausenbergerdorff';
    await enter({ name });
    await shop.sequelize.query('DELETE FROM wearer_words');
    await shop.sequelize.query(
      'ALTER TABLE wearer_words MODIFY COLUMN word VARCHAR(24) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL',
    );
    await keepMeasuresAndRevisions.fill?.(shop.sequelize);
    expect(await names('wolfeschl')).toEqual([name]);
    for (const statement of findMiddlesOfNames.statements) await shop.sequelize.query(statement);
    await findMiddlesOfNames.fill?.(shop.sequelize);
    expect(await names('steinhausen')).toEqual([name]);
  });

  it('shows what nobody had asked of a wearer as not asked', async () => {
    const { id } = await enter({ name: 'Before Measures' });
    await shop.sequelize.query("UPDATE wearers SET measures = '{}' WHERE id = ?", { replacements: [id] });
    expect((await get(`/api/wearers/${id}`)).json()).toMatchObject({ bareNeckMm: null, dexterity: null, fullness: null });
  });
});
