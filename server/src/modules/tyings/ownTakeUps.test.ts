import type { Fitting, Tie, WearerTakeUps } from '@easytuck/contract';
import { v7 as uuid } from 'uuid';
import { aFitting, aTie, PATH_MM, testShop } from '../../testing.ts';

const { send, enter } = testShop();

const stock = async (change: Parameters<typeof aTie>[0] = {}): Promise<Tie> => (await send('POST', '/api/ties', aTie(change))).json<Tie>();

const tieNow = async (id: string): Promise<Tie> => (await send('GET', `/api/ties/${id}`)).json<Tie>();

describe('a wearer’s own hands', () => {
  const tying = (wearerId: string, tieId: string, more: object = {}) =>
    send('POST', '/api/tyings', {
      ...{ id: uuid(), wearerId, tieId, outcome: 'tied', setMm: 842.3, leadMm: 38.05, neckPathMm: 412.75 },
      ...{ frontLoopMm: 59, frontFlatEndMm: 59, backLoopMm: 60, backFlatEndMm: 60, ...more },
    });

  it('are what a fitting is worked out with, once the tie was tied and measured three times', async () => {
    const [wearer, tie] = [await enter(), await stock({ takeUp: null })];
    const give = async (): Promise<Fitting> =>
      (await send('POST', '/api/fittings', aFitting({ kind: 'known', id: wearer.id }, tie.id))).json<Fitting>();
    await tying(wearer.id, tie.id);
    await tying(wearer.id, tie.id);
    const before = (await give()).result;
    expect(before.takeUpOf).toBe('model');
    expect(before.sure?.spreadSdMm).toBeCloseTo(before.sure?.untiedSdMm ?? 0, 9);
    await tying(wearer.id, tie.id);
    const [own] = (await send('GET', `/api/tyings/own-take-ups/${wearer.id}`)).json<WearerTakeUps>().ties;
    expect(own).toMatchObject({ tieId: tie.id, count: 3 });
    const { result, card, id } = await give();
    expect(result.takeUpOf).toBe('wearer');
    // by hand: spread is two thirds of what the take-up leaves of the strand
    expect(result.front.spreadMm).toBeCloseTo((2 / 3) * ((842.3 - PATH_MM - 38.05) / 2 - (own?.shortMm ?? 0)), 9);
    expect(result.sure?.untiedSdMm).toBeCloseTo(before.sure?.untiedSdMm ?? 0, 9);
    expect(result.sure?.spreadSdMm).toBeLessThan(0.6 * (before.sure?.spreadSdMm ?? 0));
    expect(card).not.toBeNull();
    // worked out again it is the same, and the tie in the drawer is not another one for it
    expect((await send('GET', `/api/fittings/${id}/recomputed`)).json()).toMatchObject({ tieChanged: false, now: result });
    expect((await tieNow(tie.id)).takeUp).toBeNull();
    // somebody else's hands are not theirs
    const other = await enter();
    expect((await send('GET', `/api/tyings/own-take-ups/${other.id}`)).json()).toEqual({ ties: [] });
  });

  it('no longer know a tying that was taken off the record, until it is put back', async () => {
    const [wearer, tie] = [await enter(), await stock()];
    for (let i = 0; i < 3; i += 1) await tying(wearer.id, tie.id);
    const of = async (): Promise<number> => (await send('GET', `/api/tyings/own-take-ups/${wearer.id}`)).json<WearerTakeUps>().ties.length;
    const [slip] = (await send('GET', `/api/tyings?wearerId=${wearer.id}`)).json<{ tyings: { id: string; tiedAt: string }[] }>().tyings;
    expect(await of()).toBe(1);
    expect((await send('PUT', `/api/tyings/${slip?.id ?? ''}/kept`, { isKept: false })).statusCode).toBe(200);
    expect(await of()).toBe(0);
    const left = (await send('GET', `/api/tyings?tieId=${tie.id}`)).json<{ tyings: { id: string }[] }>().tyings;
    expect(left.map(({ id }) => id)).not.toContain(slip?.id);
    await send('PUT', `/api/tyings/${slip?.id ?? ''}/kept`, { isKept: true });
    expect(await of()).toBe(1);
    const [back] = (await send('GET', `/api/tyings?wearerId=${wearer.id}`)).json<{ tyings: { id: string; tiedAt: string }[] }>().tyings;
    expect(back).toEqual(slip);
    expect((await send('PUT', `/api/tyings/${uuid()}/kept`, { isKept: false })).statusCode).toBe(404);
  });
});
