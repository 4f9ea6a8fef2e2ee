import { findMiddlesOfNames } from '../migrations/2026-11-28-19-10-find-middles-of-names.ts';

import { keepMeasuresAndRevisions } from '../migrations/2026-11-24-23-40-keep-measures-and-revisions.ts';
import { testShop } from '../testing.ts';

const { shop, get, enter, names } = testShop();

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
