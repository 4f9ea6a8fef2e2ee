import { readKeptTie, type Fitting, type Problem, type Tie, type Wearer, type WearerList, type WearerTakeUps } from '@easytuck/contract';
import { v7 as uuid } from 'uuid';
import { tellFibreFromWeave } from './migrations/2026-11-28-19-00-tell-fibre-from-weave.ts';
import { aFitting, aTie, aWearer, openTestShop, sendTableFile, type TestShop } from './testing.ts';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(async () => {
  await shop.close();
});

const send = (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, payload?: object) =>
  shop.app.inject({ method, url, ...(payload ? { payload } : {}) });
const enter = async (change: Parameters<typeof aWearer>[0] = {}): Promise<Wearer> =>
  (await send('POST', '/api/wearers', aWearer(change))).json<Wearer>();
const stock = async (change: Parameters<typeof aTie>[0] = {}): Promise<Tie> => (await send('POST', '/api/ties', aTie(change))).json<Tie>();
const tieNow = async (id: string): Promise<Tie> => (await send('GET', `/api/ties/${id}`)).json<Tie>();
const owned = async (id: string): Promise<string[]> =>
  (await send('GET', `/api/wearers/${id}/ties`)).json<{ ties: { tieId: string }[] }>().ties.map(({ tieId }) => tieId);
const listed = async (query: string): Promise<WearerList> => (await send('GET', `/api/wearers?${query}`)).json<WearerList>();

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

describe('a wearer’s own hands', () => {
  const tying = (wearerId: string, tieId: string, more: object = {}) =>
    send('POST', '/api/tyings', {
      ...{ id: uuid(), wearerId, tieId, outcome: 'tied', setMm: 842.3, leadMm: 38.05, neckPathMm: 412.75 },
      ...{ frontLoopMm: 59, frontFlatEndMm: 59, backLoopMm: 60, backFlatEndMm: 60, ...more },
    });

  it('are what a fitting is worked out with, once the tie was tied and measured three times', async () => {
    const [wearer, tie] = [await enter(), await stock()];
    const give = async (): Promise<Fitting> =>
      (await send('POST', '/api/fittings', aFitting({ kind: 'known', id: wearer.id }, tie.id))).json<Fitting>();
    await tying(wearer.id, tie.id);
    await tying(wearer.id, tie.id);
    expect((await give()).result).toMatchObject({ takeUpOf: 'model', spreadMm: expect.closeTo(124, 0) as number });
    await tying(wearer.id, tie.id);
    const [own] = (await send('GET', `/api/tyings/own-take-ups/${wearer.id}`)).json<WearerTakeUps>().ties;
    expect(own).toMatchObject({ tieId: tie.id, count: 3 });
    const { result, card, id } = await give();
    expect(result.takeUpOf).toBe('wearer');
    // by hand: spread is two thirds of what the take-up leaves of the strand
    expect(result.front.spreadMm).toBeCloseTo((2 / 3) * ((842.3 - 412.75 - 38.05) / 2 - (own?.shortMm ?? 0)), 9);
    expect(result.spreadMm).toBeLessThan(121.5);
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

describe('putting away', () => {
  it('takes a wearer out of lists and search, keeps everything, and is undone', async () => {
    const wearer = await enter({ name: 'Putaway Quillfeather' });
    const away = await send('PUT', `/api/wearers/${wearer.id}/away`, { version: 1, away: true });
    expect(away.json()).toMatchObject({ version: 2, awayAt: expect.any(String) as string });
    expect((await send('PUT', `/api/wearers/${wearer.id}/away`, { version: 1, away: true })).statusCode).toBe(200);
    expect((await send('PUT', `/api/wearers/${wearer.id}/away`, { version: 1, away: false })).statusCode).toBe(409);
    expect((await listed('q=quillf')).wearers).toEqual([]);
    expect((await listed('q=lfeath')).wearers).toEqual([]);
    expect((await listed('show=away&counted=yes')).wearers.map(({ name }) => name)).toContain('Putaway Quillfeather');
    await send('PUT', `/api/wearers/${wearer.id}/away`, { version: 2, away: false });
    expect((await listed('q=quillf')).wearers.map(({ id }) => id)).toEqual([wearer.id]);
  });

  it('takes a tie out of what is offered, not off the record', async () => {
    const tie = await stock({ name: 'Moth-eaten' });
    expect((await send('PUT', `/api/ties/${tie.id}/away`, { version: 1, away: true })).json<Tie>().awayAt).not.toBeNull();
    expect((await tieNow(tie.id)).name).toBe('Moth-eaten');
    expect((await send('PUT', `/api/ties/${tie.id}/away`, { version: 2, away: false })).json<Tie>().awayAt).toBeNull();
  });

  it('deletes a wearer that nothing goes back to, and refuses one that was fitted', async () => {
    const [slip, fitted, tie] = [await enter({ name: 'Typed Wrongly' }), await enter(), await stock()];
    await send('PUT', `/api/wearers/${slip.id}/ties/${tie.id}`);
    expect((await send('DELETE', `/api/wearers/${slip.id}?version=9`)).statusCode).toBe(409);
    expect((await send('DELETE', `/api/wearers/${slip.id}?version=1`)).statusCode).toBe(204);
    expect((await send('GET', `/api/wearers/${slip.id}`)).statusCode).toBe(404);
    expect((await listed('q=typed')).wearers).toEqual([]);
    await send('POST', '/api/fittings', aFitting({ kind: 'known', id: fitted.id }, tie.id));
    const refused = await send('DELETE', `/api/wearers/${fitted.id}?version=${fitted.version}`);
    expect(refused.json<Problem>()).toMatchObject({ status: 409, code: 'inUse' });
    expect((await send('GET', `/api/wearers/${fitted.id}`)).statusCode).toBe(200);
  });
});

describe('lists of wearers', () => {
  it('are paged, and counted when asked; a search counts what begins with the letters or holds them', async () => {
    for (let i = 0; i < 5; i += 1) await enter({ name: `Paged Number${i}` });
    const first = await listed('q=paged&limit=2&counted=yes');
    expect([first.total, first.isTotalExact, first.wearers.length]).toEqual([5, true, 2]);
    const pages = await Promise.all([0, 2, 4].map((offset) => listed(`q=paged&limit=2&offset=${offset}`)));
    expect(new Set(pages.flatMap(({ wearers }) => wearers.map(({ name }) => name))).size).toBe(5);
    expect(pages[2]?.wearers).toHaveLength(1);
    expect(first.wearers.map(({ name }) => name)).toEqual(['Paged Number4', 'Paged Number3']);
    const all = await listed('counted=yes&limit=1');
    expect(all.total).toBeGreaterThanOrEqual(5);
    expect((await listed('limit=1')).total).toBeNull();
  });

  it('show whose day comes next, soonest first, and nobody whose day is over', async () => {
    const day = (inDays: number): string => new Date(Date.now() + inDays * 86_400_000).toISOString().slice(0, 10);
    const [late, soon, over] = [
      await enter({ name: 'Late Day', eventOn: day(40), eventName: 'Wedding', contact: 'ask at the mill' }),
      await enter({ name: 'Soon Day', eventOn: day(0) }),
      await enter({ name: 'Over Day', eventOn: day(-2) }),
    ];
    const ids = (await listed('show=due')).wearers.map(({ id }) => id);
    expect(ids.filter((id) => [late.id, soon.id, over.id].includes(id))).toEqual([soon.id, late.id]);
    expect(late).toMatchObject({ eventName: 'Wedding', contact: 'ask at the mill' });
    expect((await send('POST', '/api/wearers', aWearer({ eventOn: '31.12.2026' }))).json<Problem>().errors?.[0]?.path).toBe('eventOn');
  });
});

describe('fibre and weave', () => {
  it('are told apart in what an older version kept: on record, in old fittings, in tables', async () => {
    const tie = await stock();
    await shop.sequelize.query("UPDATE ties SET fibre = 'velvet', weave = NULL WHERE id = ?", { replacements: [tie.id] });
    for (const statement of tellFibreFromWeave.statements) await shop.sequelize.query(statement);
    expect(await tieNow(tie.id)).toMatchObject({ fibre: 'cotton', weave: 'velvet' });
    const { fibre: _f, weave: _w, ...rest } = tie;
    expect(readKeptTie({ ...rest, clothKind: 'satin' })).toMatchObject({ fibre: 'silk', weave: 'satin' });
    expect(readKeptTie({ ...rest, clothKind: 'linen' })).toMatchObject({ fibre: 'linen', weave: null });
    const csv = [
      'name,shape,cloth,nose to belly mm,belly to waist mm,waist to tip mm,band width mm,belly width mm,waist width mm,hardware,length mm,in stock',
      'Old satin,butterfly,satin,62,62,62,20,65,30,fixed,842,1',
    ].join('\n');
    await sendTableFile(shop, 'ties', csv, 'all');
    const old = (await send('GET', '/api/ties')).json<{ ties: Tie[] }>().ties.find(({ name }) => name === 'Old satin');
    expect(old).toMatchObject({ fibre: 'silk', weave: 'satin', cloth: { thicknessMm: 1, gatherRatio: 0.62 } });
  });
});
