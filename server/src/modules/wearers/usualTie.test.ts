import type { Wearer, WearerTies } from '@easytuck/contract';
import { v7 as uuid } from 'uuid';
import { aFitting, aTie, testShop } from '../../testing.ts';

const { send, get, enter } = testShop();

const tiesOf = async (id: string): Promise<WearerTies> => (await get(`/api/wearers/${id}/ties`)).json<WearerTies>();
const aTieInTheDrawer = async (): Promise<string> => {
  const tie = aTie();
  await send('POST', '/api/ties', tie);
  return tie.id;
};
const give = async (wearer: Wearer, tieId: string): Promise<string> =>
  (await send('POST', '/api/fittings', aFitting({ kind: 'known', id: wearer.id }, tieId))).json<{ id: string }>().id;

describe('the usual tie of a wearer', () => {
  it('is the one given out to them most often, twice at least; a revision counts once', async () => {
    const wearer = await enter({ name: 'Usually Worn' });
    const [often, once] = [await aTieInTheDrawer(), await aTieInTheDrawer()];
    const first = await give(wearer, often);
    await give(wearer, once);
    await send('POST', '/api/fittings', { ...aFitting({ kind: 'known', id: wearer.id }, often), revises: first });
    expect((await tiesOf(wearer.id)).usualTieId).toBeNull();
    await give(wearer, often);
    expect(await tiesOf(wearer.id)).toEqual({ ties: [], usualTieId: often });
  });

  it('is the marked one, which they then own, and only one is marked', async () => {
    const wearer = await enter({ name: 'Marked Once' });
    const [first, second] = [await aTieInTheDrawer(), await aTieInTheDrawer()];
    const mark = (tieId: string) => send('PUT', `/api/wearers/${wearer.id}/usual-tie/${tieId}`);
    for (const tieId of [second, second, first, first]) await give(wearer, tieId);
    expect((await mark(first)).json()).toMatchObject({ ties: [{ tieId: first, isUsual: true }], usualTieId: first });
    await mark(second);
    const { ties, usualTieId } = await tiesOf(wearer.id);
    expect([ties.filter(({ isUsual }) => isUsual).map(({ tieId }) => tieId), ties.length, usualTieId]).toEqual([[second], 2, second]);
    expect((await send('DELETE', `/api/wearers/${wearer.id}/usual-tie`)).json<WearerTies>().ties.every(({ isUsual }) => !isUsual)).toBe(
      true,
    );
    expect((await mark(uuid())).statusCode).toBe(404);
    expect((await send('PUT', `/api/wearers/${uuid()}/usual-tie/${first}`)).statusCode).toBe(404);
  });

  it('goes along when records are merged, unless the other has one', async () => {
    const tieId = await aTieInTheDrawer();
    const merged = async (intoHasOne: boolean, bothOwnIt = false): Promise<WearerTies> => {
      const [into, from] = [await enter({ name: 'Kept Record' }), await enter({ name: 'Other Record' })];
      const other = await aTieInTheDrawer();
      if (bothOwnIt) await send('PUT', `/api/wearers/${into.id}/ties/${tieId}`);
      if (intoHasOne) await send('PUT', `/api/wearers/${into.id}/usual-tie/${other}`);
      await send('PUT', `/api/wearers/${from.id}/usual-tie/${tieId}`);
      const answer = await send('POST', `/api/wearers/${into.id}/merge`, { fromId: from.id, version: 1, fromVersion: 1 });
      expect(answer.statusCode).toBe(200);
      const ties = await tiesOf(into.id);
      expect(ties.ties.filter(({ isUsual }) => isUsual)).toHaveLength(1);
      return ties;
    };
    expect((await merged(false)).usualTieId).toBe(tieId);
    expect((await merged(false, true)).usualTieId).toBe(tieId);
    expect((await merged(true)).usualTieId).not.toBe(tieId);
  });
});
