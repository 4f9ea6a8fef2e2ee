import { tie as tieSchema, tyingList } from '@easytuck/contract';
import { inchesToMm, predictBows, prepareTie } from '@easytuck/core';
import { v7 as uuid } from 'uuid';
import { countTheCollarsStand } from './2026-11-29-05-30-count-the-collars-stand.ts';
import { aTie, PATH_MM, testShop } from '../testing.ts';

const { shop, send, get, enter } = testShop();

/** The tables as they were before, with what was learned under the first model. */
async function asBefore(tieId: string, takeUp: object): Promise<void> {
  await shop.sequelize.query('ALTER TABLE tyings DROP COLUMN IF EXISTS path_model');
  await shop.sequelize.query("UPDATE ties SET measures = JSON_SET(measures, '$.takeUp', JSON_COMPACT(?)) WHERE id = ?", {
    replacements: [JSON.stringify(takeUp), tieId],
  });
}

async function migrate(): Promise<void> {
  for (const statement of countTheCollarsStand.statements) await shop.sequelize.query(statement);
  await countTheCollarsStand.fill?.(shop.sequelize);
}

describe('what ties learned under strip-1', () => {
  it('is carried over so that every prediction by it stays, once, however often it is gone through', async () => {
    const data = aTie({ takeUp: null });
    await send('POST', '/api/ties', data);
    const { id: wearerId } = await enter();
    const was = { setMm: 842.3, leadMm: 38.05, neckPathMm: inchesToMm(16.25) };
    await send('POST', '/api/tyings', { id: uuid(), wearerId, tieId: data.id, outcome: 'tied', ...was });
    await asBefore(data.id, { shortMm: 13.6, longMm: 45 });
    await migrate();
    await migrate();
    const carried = tieSchema.parse((await get(`/api/ties/${data.id}`)).json());
    const [tying] = tyingList.parse((await get(`/api/tyings?tieId=${data.id}`)).json()).tyings;
    expect(tying?.neckPathMm).toBeCloseTo(PATH_MM, 9);
    expect(carried.takeUp).toMatchObject({ model: 'strip-2' });
    // by hand, as strip-1 had it: two thirds of what the take-up leaves of the strand
    const { front, back } = predictBows(prepareTie(carried), PATH_MM, was.setMm, was.leadMm);
    expect(front.spreadMm).toBeCloseTo((2 / 3) * ((842.3 - 412.75 - 38.05) / 2 - 13.6), 9);
    expect(back.spreadMm).toBeCloseTo((2 / 3) * ((842.3 - 412.75 + 38.05) / 2 - 45), 9);
  });

  it('leaves what was learned since, and ties that learned nothing, as they are', async () => {
    const [since, never] = [aTie({ takeUp: { shortMm: 30, longMm: 78, wholeSdMm: 3, leadSdMm: 4 } }), aTie({ takeUp: null })];
    for (const tie of [since, never]) await send('POST', '/api/ties', tie);
    await migrate();
    expect((await get(`/api/ties/${since.id}`)).json()).toMatchObject({ takeUp: { shortMm: 30, longMm: 78, wholeSdMm: 3 } });
    expect((await get(`/api/ties/${never.id}`)).json()).toMatchObject({ takeUp: null, maker: '' });
  });
});
