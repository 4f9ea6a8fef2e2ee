import type { Fitting, Problem, Tie, Wearer } from '@easytuck/contract';
import { aFitting, aTie, testShop } from '../../testing.ts';

const { send, enter } = testShop();

const stock = async (change: Parameters<typeof aTie>[0] = {}): Promise<Tie> => (await send('POST', '/api/ties', aTie(change))).json<Tie>();

const tieNow = async (id: string): Promise<Tie> => (await send('GET', `/api/ties/${id}`)).json<Tie>();

const owned = async (id: string): Promise<string[]> =>
  (await send('GET', `/api/wearers/${id}/ties`)).json<{ ties: { tieId: string }[] }>().ties.map(({ tieId }) => tieId);

describe('what becomes of a tie at a fitting', () => {
  const give = (wearer: Wearer, tie: Tie, change: Parameters<typeof aFitting>[2]) =>
    send('POST', '/api/fittings', aFitting({ kind: 'known', id: wearer.id }, tie.id, change));

  it('leaves it in the drawer unless told, takes it out of stock when lent, and puts it among the ties owned when sold', async () => {
    const [wearer, tie] = [await enter(), await stock({ inStock: 3 })];
    await give(wearer, tie, {});
    expect((await tieNow(tie.id)).inStock).toBe(3);
    await give(wearer, tie, { handedOver: 'lent' });
    expect([(await tieNow(tie.id)).inStock, await owned(wearer.id)]).toEqual([2, []]);
    await give(wearer, tie, { handedOver: 'sold' });
    expect([(await tieNow(tie.id)).inStock, await owned(wearer.id)]).toEqual([1, [tie.id]]);
    const other = await enter();
    await give(other, tie, { handedOver: 'theirs' });
    expect([(await tieNow(tie.id)).inStock, await owned(other.id)]).toEqual([1, [tie.id]]);
  });

  it('is done once, however often it is sent', async () => {
    const [wearer, tie] = [await enter(), await stock({ inStock: 2 })];
    const sent = aFitting({ kind: 'known', id: wearer.id }, tie.id, { handedOver: 'lent' });
    const answers = await Promise.all([send('POST', '/api/fittings', sent), send('POST', '/api/fittings', sent)]);
    expect(answers.map(({ statusCode }) => statusCode).sort()).toEqual([200, 201]);
    expect((await tieNow(tie.id)).inStock).toBe(1);
  });

  it('is refused at the field where none is in stock, and nothing of the fitting is kept', async () => {
    const [wearer, tie] = [await enter(), await stock({ inStock: 0 })];
    const refused = await give(wearer, tie, { handedOver: 'sold' });
    expect(refused.statusCode).toBe(400);
    expect(refused.json<Problem>().errors?.[0]?.path).toBe('handedOver');
    expect((await send('GET', `/api/fittings?wearerId=${wearer.id}`)).json<{ fittings: Fitting[] }>().fittings).toEqual([]);
  });

  it('is taken back by a revision with another tie', async () => {
    const [wearer, first, second] = [await enter(), await stock({ inStock: 1 }), await stock({ inStock: 1 })];
    const fitting = (await give(wearer, first, { handedOver: 'sold' })).json<Fitting>();
    await give(wearer, second, { handedOver: 'sold', revises: fitting.id });
    expect([(await tieNow(first.id)).inStock, (await tieNow(second.id)).inStock]).toEqual([1, 0]);
    expect(await owned(wearer.id)).toEqual([second.id]);
    // revised with the same tie again, nothing more leaves the drawer
    const again = (await send('GET', `/api/fittings?wearerId=${wearer.id}`)).json<{ fittings: Fitting[] }>().fittings[0];
    await give(wearer, second, { handedOver: 'sold', revises: again?.id ?? '', note: 'once more' });
    expect((await tieNow(second.id)).inStock).toBe(0);
  });
});
