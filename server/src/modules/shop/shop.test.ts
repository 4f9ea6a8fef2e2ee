import { tieInput, type KinLearning, type Fitting, type Problem } from '@easytuck/contract';
import { takeUpGrounds } from '@easytuck/core';
import { v7 as uuid } from 'uuid';
import { aFitting, aTie, PATH_MM, testShop } from '../../testing.ts';

const { send, get, enter } = testShop();

describe('the shop', () => {
  it('has usual habits until they are saved, by version', async () => {
    const usual = (await get('/api/shop')).json();
    expect(usual).toMatchObject({ unit: 'in', school: 'true', version: 1 });
    const saved = await send('PUT', '/api/shop', { ...usual, unit: 'cm', staff: ['Hester'] });
    expect(saved.json()).toMatchObject({ unit: 'cm', staff: ['Hester'], version: 2 });
    expect((await send('PUT', '/api/shop', usual)).json()).toMatchObject({ code: 'stale', current: { version: 2 } });
    expect((await send('PUT', '/api/shop', { ...usual, easeMm: 400, version: 2 })).json<Problem>().errors?.[0]?.path).toBe('easeMm');
    expect((await send('PUT', '/api/shop', { ...usual, version: 2 })).json()).toMatchObject({ unit: 'in', version: 3 });
  });

  it('keeps collars in stock, changed and taken out by version', async () => {
    const collar = { id: uuid(), name: 'Narrow', style: 'point', pointsMm: 98, standMm: 34, leafMm: 80 };
    expect((await send('POST', '/api/collars', collar)).statusCode).toBe(201);
    expect((await send('POST', '/api/collars', collar)).statusCode).toBe(200);
    const { id, ...data } = collar;
    expect((await send('PUT', `/api/collars/${id}`, { ...data, pointsMm: 102, version: 1 })).json()).toMatchObject({
      pointsMm: 102,
      version: 2,
    });
    expect((await send('DELETE', `/api/collars/${id}?version=1`)).statusCode).toBe(409);
    expect((await send('DELETE', `/api/collars/${id}?version=2`)).statusCode).toBe(204);
    expect((await get('/api/collars')).json()).toEqual({ collars: [] });
  });

  it('keeps a practised tying with its way, its fault and the time of each step, and takes the same one twice', async () => {
    const tie = aTie();
    await send('POST', '/api/ties', tie);
    const { id: wearerId } = await enter({ name: 'Practises Daily' });
    const tried = {
      id: uuid(),
      wearerId,
      tieId: tie.id,
      outcome: 'fault',
      way: 'pinchAndTurn',
      fault: 'granny',
      durationMs: 247_000,
      steps: [
        { step: 'prepare', ms: 12_000 },
        { step: 'passage', ms: 235_000 },
      ],
    };
    expect((await send('POST', '/api/tyings', tried)).statusCode).toBe(201);
    expect((await send('POST', '/api/tyings', tried)).statusCode).toBe(200);
    expect((await get(`/api/tyings?wearerId=${wearerId}`)).json()).toMatchObject({ tyings: [{ ...tried, frontLoopMm: null, note: '' }] });
    const refused = await send('POST', '/api/tyings', { ...tried, id: uuid(), durationMs: 5 * 60 * 60 * 1000, way: 'by magic' });
    expect(
      refused
        .json<Problem>()
        .errors?.map(({ path }) => path)
        .sort(),
    ).toEqual(['durationMs', 'way']);
  });

  it('gives a tie’s tyings by whomever they were tied, with what they were tied with, and keeps what was learned from them', async () => {
    const tie = aTie();
    await send('POST', '/api/ties', tie);
    const [one, two] = [await enter({ name: 'First Hand' }), await enter({ name: 'Second Hand' })];
    const tiedWith = { setMm: 842.3, leadMm: 38.1, neckPathMm: 412.75 };
    for (const { id: wearerId } of [one, two])
      await send('POST', '/api/tyings', {
        id: uuid(),
        wearerId,
        tieId: tie.id,
        outcome: 'tied',
        ...tiedWith,
        isConfirmed: wearerId === two.id,
      });
    const { tyings } = (await get(`/api/tyings?tieId=${tie.id}`)).json<{ tyings: unknown[] }>();
    expect(tyings).toMatchObject([
      { wearerId: two.id, ...tiedWith, isConfirmed: true },
      { wearerId: one.id, ...tiedWith, isConfirmed: false },
    ]);
    expect((await get('/api/tyings')).statusCode).toBe(400);
    const changed = await send('PUT', `/api/ties/${tie.id}`, { ...tie, version: 1, takeUp: { shortMm: 13.6, longMm: 45 } });
    expect(changed.json()).toMatchObject({ version: 2, takeUp: { shortMm: 13.6, longMm: 45 } });
    expect((await get(`/api/ties/${tie.id}`)).json()).toMatchObject({ takeUp: { shortMm: 13.6, longMm: 45 } });
    // a fitting is then worked out by what was learned
    const wearer = { kind: 'known', id: one.id } as const;
    const given = await send('POST', '/api/fittings', aFitting(wearer, tie.id, {}));
    expect(given.json<Fitting>().result.front.spreadMm).toBeCloseTo((2 / 3) * ((842.3 - PATH_MM - 38.05) / 2 - 13.6), 9);
  });

  it('says what the other ties of a cloth showed against their knots’ shape, each by its believed tyings alone', async () => {
    const [fibre, weave] = ['cotton', 'velvet'] as const;
    const [asked, measured, misread, untied, other] = [
      aTie({ name: 'Asked', fibre, weave }),
      aTie({ name: 'Measured', fibre, weave, takeUp: { shortMm: 30, longMm: 30 } }),
      aTie({ name: 'Mis-read', fibre, weave }),
      aTie({ name: 'Never tied', fibre, weave }),
      aTie({ name: 'Of another cloth', fibre, weave: 'pique' }),
    ];
    for (const tie of [asked, measured, misread, untied, other]) await send('POST', '/api/ties', tie);
    const { id: wearerId } = await enter({ name: 'Many Ties' });
    const tied = (tieId: string, frontLoopMm: number, more = {}) =>
      send('POST', '/api/tyings', {
        ...{ id: uuid(), wearerId, tieId, outcome: 'tied', setMm: 842.3, leadMm: 38.1, neckPathMm: 412.75 },
        ...{ frontLoopMm, frontFlatEndMm: 60, backLoopMm: 62, backFlatEndMm: 62, ...more },
      });
    for (const tie of [asked, other]) await tied(tie.id, 60);
    await tied(measured.id, 60);
    await tied(measured.id, 61);
    await tied(measured.id, 61, { outcome: 'fault' });
    await tied(misread.id, 20);
    const { ties } = (await get(`/api/tyings/kin/${asked.id}`)).json<KinLearning>();
    // by hand: E is 195.725 and 233.825; two loops and the flat end are 180 or 182 in front, 186 behind
    const { short, long } = takeUpGrounds(tieInput.parse(asked)).knot;
    expect(ties).toEqual([
      {
        ...{ tieId: measured.id, name: 'Measured', maker: '', cloth: 'cotton velvet', count: 2 },
        ...{ shortOffMm: expect.closeTo(14.725 - short.meanMm, 6), longOffMm: expect.closeTo(47.825 - long.meanMm, 6) },
      },
    ]);
    expect((await get(`/api/tyings/kin/${uuid()}`)).statusCode).toBe(404);
    expect(
      (await get(`/api/tyings/kin/${untied.id}`))
        .json<KinLearning>()
        .ties.map(({ name }) => name)
        .sort(),
    ).toEqual(['Asked', 'Measured']);
  });

  it('refuses a tying of nobody, or of a tie that is not there', async () => {
    const tie = aTie();
    await send('POST', '/api/ties', tie);
    const nobody = await send('POST', '/api/tyings', { id: uuid(), wearerId: uuid(), tieId: tie.id, outcome: 'tied' });
    expect(nobody.json<Problem>().errors?.[0]?.path).toBe('wearerId');
    const { id } = await enter({ name: 'Ties Nothing' });
    const none = await send('POST', '/api/tyings', { id: uuid(), wearerId: id, tieId: uuid(), outcome: 'tied' });
    expect(none.json<Problem>().errors?.[0]?.path).toBe('tieId');
  });
});
