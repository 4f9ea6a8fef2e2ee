import { fitting as fittingSchema, type Problem } from '@easytuck/contract';
import { v7 as uuid } from 'uuid';
import { aFitting, aTie, aWearer, testShop } from '../../testing.ts';

const { shop, get } = testShop();

const post = (url: string, payload: object) => shop.app.inject({ method: 'POST', url, payload });

const put = (url: string, payload: object) => shop.app.inject({ method: 'PUT', url, payload });

describe('fittings', () => {
  it('are worked out again where they are kept: the worked case gives 124 mm', async () => {
    const wearer = aWearer();
    const tie = aTie();
    await post('/api/wearers', wearer);
    await post('/api/ties', tie);
    const sent = aFitting({ kind: 'known', id: wearer.id }, tie.id);
    const created = await post('/api/fittings', sent);
    expect(created.statusCode).toBe(201);
    const kept = fittingSchema.parse((await get(`/api/fittings/${sent.id}`)).json());
    expect(kept).toEqual(created.json());
    expect(kept.result.spreadMm).toBeCloseTo(124, 9);
    expect(kept.result.setMm).toBeCloseTo(842.3, 9);
    expect(kept.result).toMatchObject({ grade: 'good', frontLoopSide: 'right', binding: { id: 'neckBreadth', way: 'longer' } });
    expect((await get(`/api/fittings?wearerId=${wearer.id}`)).json().fittings).toEqual([kept]);
  });

  it('stay as they were given out when the tie or the wearer changes', async () => {
    const wearer = aWearer({ name: 'Before' });
    const tie = aTie({ name: 'Before too' });
    await post('/api/wearers', wearer);
    await post('/api/ties', tie);
    const sent = aFitting({ kind: 'known', id: wearer.id }, tie.id);
    const given = (await post('/api/fittings', sent)).json();
    const { id: tieId, ...tieData } = tie;
    await put(`/api/ties/${tieId}`, { ...tieData, blade: { ...tie.blade, waistToTipMm: 70 }, version: 1 });
    const { id: wearerId, ...wearerData } = wearer;
    await put(`/api/wearers/${wearerId}`, { ...wearerData, name: 'After', collar: '17', version: 1 });
    expect((await get(`/api/fittings/${sent.id}`)).json()).toEqual(given);
  });

  it('enter a new wearer with the fitting, both or neither', async () => {
    const tie = aTie();
    await post('/api/ties', tie);
    const wearerId = uuid();
    const sent = aFitting({ kind: 'new', id: wearerId, name: 'Somebody New' }, tie.id, { collar: '41 cm', longEnd: 'right' });
    const none = await post('/api/fittings', { ...sent, tieId: uuid() });
    expect(none.json<Problem>().errors?.[0]?.path).toBe('tieId');
    expect((await get(`/api/wearers/${wearerId}`)).statusCode).toBe(404);
    const answers = await Promise.all([post('/api/fittings', sent), post('/api/fittings', sent)]);
    expect(answers.map(({ statusCode }) => statusCode).sort()).toEqual([200, 201]);
    expect((await get(`/api/wearers/${wearerId}`)).json()).toMatchObject({
      name: 'Somebody New',
      collar: { system: 'cm', label: 41 },
      longEnd: 'right',
    });
    expect((await get(`/api/fittings?wearerId=${wearerId}`)).json().fittings).toHaveLength(1);
  });

  it('refuse another fitting under the same key, and a new wearer whose key is somebody else’s', async () => {
    const tie = aTie();
    await post('/api/ties', tie);
    const sent = aFitting({ kind: 'new', id: uuid(), name: 'First' }, tie.id);
    await post('/api/fittings', sent);
    expect((await post('/api/fittings', { ...sent, leadMm: 50 })).json()).toMatchObject({ code: 'keyInUse' });
    expect((await post('/api/fittings', aFitting(sent.wearer, tie.id))).json()).toMatchObject({ code: 'keyInUse' });
  });

  it('refuse a setting the band does not have and a strip that does not reach, at the field', async () => {
    const tie = aTie();
    await post('/api/ties', tie);
    const wearer = { kind: 'new', id: uuid(), name: 'Too Far' } as const;
    const beyond = await post('/api/fittings', aFitting(wearer, tie.id, { step: 9 }));
    expect(beyond.statusCode).toBe(422);
    expect(beyond.json()).toMatchObject({
      code: 'cannotBeTied',
      errors: [{ path: 'step', message: 'This band has 9 settings, counted from 0; there is no 9.' }],
    });
    const short = await post('/api/fittings', aFitting(wearer, tie.id, { collar: '24 in', step: 0, leadMm: 80 }));
    expect(short.statusCode).toBe(422);
    expect(short.json<Problem>().errors?.[0]?.message).toMatch(
      /^At this set the tie is too short to tie\. Let the band out by at least .* in, or take a longer tie\.$/,
    );
    expect((await get(`/api/wearers/${wearer.id}`)).statusCode).toBe(404);
  });
});
