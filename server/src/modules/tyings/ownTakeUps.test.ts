import {
  wearerInput,
  type Fitting,
  type PartyMember,
  type PartyPage,
  type Proposal,
  type Tie,
  type WearerTakeUps,
} from '@easytuck/contract';
import { evenLeadMm, predictBows, prepareTie, tieForWearer } from '@easytuck/core';
import { v7 as uuid } from 'uuid';
import { aFitting, aTie, PATH_MM, testShop } from '../../testing.ts';
import { aParty } from '../parties/testing.ts';

const { send, enter } = testShop();

const stock = async (change: Parameters<typeof aTie>[0] = {}): Promise<Tie> => (await send('POST', '/api/ties', aTie(change))).json<Tie>();

const tieNow = async (id: string): Promise<Tie> => (await send('GET', `/api/ties/${id}`)).json<Tie>();

describe('a wearer’s own hands', () => {
  const tying = (wearerId: string, tieId: string, more: object = {}) =>
    send('POST', '/api/tyings', {
      ...{ id: uuid(), wearerId, tieId, outcome: 'tied', setMm: 842.3, leadMm: 38.05, neckPathMm: 412.75 },
      ...{ frontLoopMm: 59, frontFlatEndMm: 59, backLoopMm: 60, backFlatEndMm: 60, ...more },
    });

  it('are what a fitting is worked out with, from the first tying that was measured', async () => {
    const [wearer, tie] = [await enter(), await stock({ takeUp: null })];
    const give = async (): Promise<Fitting> =>
      (await send('POST', '/api/fittings', aFitting({ kind: 'known', id: wearer.id }, tie.id))).json<Fitting>();
    const before = (await give()).result;
    expect(before.takeUpOf).toBe('model');
    expect(before.sure?.spreadSdMm).toBeCloseTo(before.sure?.untiedSdMm ?? 0, 9);
    await tying(wearer.id, tie.id);
    const [own] = (await send('GET', `/api/tyings/own-take-ups/${wearer.id}`)).json<WearerTakeUps>().ties;
    expect(own).toMatchObject({ tieId: tie.id, count: 1 });
    const { result, card, id } = await give();
    expect(result.takeUpOf).toBe('wearer');
    // by hand: spread is two thirds of what the take-up leaves of the strand
    expect(result.front.spreadMm).toBeCloseTo((2 / 3) * ((842.3 - PATH_MM - 38.05) / 2 - (own?.shortMm ?? 0)), 9);
    expect(result.sure?.untiedSdMm).toBeCloseTo(before.sure?.untiedSdMm ?? 0, 9);
    expect(result.sure?.spreadSdMm).toBeLessThan(0.75 * (before.sure?.spreadSdMm ?? 0));
    expect(card).not.toBeNull();
    // worked out again it is the same, and the tie in the drawer is not another one for it
    expect((await send('GET', `/api/fittings/${id}/recomputed`)).json()).toMatchObject({ tieChanged: false, now: result });
    expect((await tieNow(tie.id)).takeUp).toBeNull();
    // somebody else's hands are not theirs
    const other = await enter();
    expect((await send('GET', `/api/tyings/own-take-ups/${other.id}`)).json()).toEqual({ ties: [] });
  });

  it('are the same at the bench, on the card, in a party’s look and on its card, to a tenth of a millimetre', async () => {
    const [wearer, tie] = [await enter(), await stock({ takeUp: null, inStock: 3 })];
    const { id: wearerId, ...record } = wearer;
    const liked = await send('PUT', `/api/wearers/${wearerId}`, {
      ...wearerInput.parse({ ...record, collar: record.collar.text }),
      ...{ collar: record.collar.text, firmness: 'firm', version: record.version },
    });
    expect(liked.statusCode).toBe(200);
    await tying(wearerId, tie.id, { frontLoopMm: 57, frontFlatEndMm: 56, firmness: 'soft' });
    await tying(wearerId, tie.id);
    // the bench works it out in the browser, by the same function of core
    const [own] = (await send('GET', `/api/tyings/own-take-ups/${wearerId}`)).json<WearerTakeUps>().ties;
    const inHands = prepareTie(tieForWearer(tie, own, 'firm').tie);
    const leadMm = evenLeadMm(inHands);
    const sent = { ...aFitting({ kind: 'known', id: wearerId }, tie.id), leadMm, firmness: 'firm' as const };
    const given = (await send('POST', '/api/fittings', sent)).json<Fitting>();
    const bench = predictBows(inHands, PATH_MM, given.result.setMm, leadMm);
    expect(given.result.front.spreadMm).toBeCloseTo(bench.front.spreadMm, 1);
    expect(given.result.back.spreadMm).toBeCloseTo(bench.back.spreadMm, 1);
    // drawn up firm it is wider than as usual
    const usual = prepareTie(tieForWearer(tie, own).tie);
    expect(bench.front.spreadMm - predictBows(usual, PATH_MM, given.result.setMm, leadMm).front.spreadMm).toBeGreaterThan(0.5);
    // a party with that wearer
    const sentParty = aParty();
    await send('POST', '/api/parties', sentParty);
    const memberId = uuid();
    await send('POST', `/api/parties/${sentParty.id}/members`, { members: [{ id: memberId, name: wearer.name, wearerId }] });
    const look = { rule: 'asCut', spreadMm: null, ratio: null, tieIds: [tie.id], mustOpen: false };
    const { proposed } = (await send('POST', `/api/parties/${sentParty.id}/proposal`, { look })).json<Proposal>();
    const [theirs] = proposed;
    expect(theirs?.leadMm).toBeCloseTo(leadMm, 1);
    expect(theirs?.firmness).toBe('firm');
    const member = async (): Promise<PartyMember> => {
      const page = (await send('GET', `/api/parties/${sentParty.id}`)).json<PartyPage>();
      return page.members.find(({ id }) => id === memberId) ?? noMember();
    };
    await send('PUT', `/api/parties/${sentParty.id}/ties`, {
      ties: [{ memberId, version: (await member()).version, tieId: tie.id, step: theirs?.step ?? 0 }],
    });
    await send('POST', `/api/parties/${sentParty.id}/cards`, { cards: [{ memberId, fittingId: uuid() }] });
    const { card } = await member();
    const partys = (await send('GET', `/api/fittings/${card?.fittingId ?? ''}`)).json<Fitting>();
    expect(partys.leadMm).toBeCloseTo(leadMm, 1);
    expect(partys.result.spreadMm).toBeCloseTo(theirs?.spreadMm ?? 0, 1);
    expect(partys.result.takeUpOf).toBe('wearer');
    // a card of the same set as the party's says what the party's says
    const again = (await send('POST', '/api/fittings', { ...sent, id: uuid(), easeMm: partys.easeMm, step: partys.step })).json<Fitting>();
    expect(again.result.spreadMm).toBeCloseTo(partys.result.spreadMm, 1);
    expect(again.result.back.spreadMm).toBeCloseTo(partys.result.back.spreadMm, 1);
  });

  it('no longer know a tying that was taken off the record, until it is put back', async () => {
    const [wearer, tie] = [await enter(), await stock()];
    await tying(wearer.id, tie.id);
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

function noMember(): never {
  throw new Error('the member is not on the list');
}
