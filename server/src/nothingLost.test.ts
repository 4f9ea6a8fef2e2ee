import type { Fitting, OwnedTie, Problem, Tying, Wearer } from '@easytuck/contract';
import { QueryTypes } from 'sequelize';
import { v7 as uuid } from 'uuid';
import { connectDatabase } from './database/connect.ts';
import { readRows } from './database/readRows.ts';
import { withTransaction } from './database/withTransaction.ts';
import { loadDemo } from './demo/loadDemo.ts';
import { aFitting, aTie, openTestShop, testShop } from './testing.ts';

const { shop, enter } = testShop();

const send = (method: 'POST' | 'PUT' | 'DELETE', url: string, payload?: object) =>
  shop.app.inject({ method, url, ...(payload === undefined ? {} : { payload }) });
const get = async <T>(url: string): Promise<T> => (await shop.app.inject({ method: 'GET', url })).json<T>();
const drawer = async (): Promise<string> => (await send('POST', '/api/ties', aTie())).json<{ id: string }>().id;
const typed = ({ name, longEnd, note, collar }: Wearer) => ({ name, longEnd, note, collar: collar.text });
const merge = (into: Wearer, from: Wearer) =>
  send('POST', `/api/wearers/${into.id}/merge`, { fromId: from.id, version: into.version, fromVersion: from.version });

describe('giving out', () => {
  it('puts on the record what was measured at it, and nothing that the fields were filled with', async () => {
    const seen = await enter({ name: 'Seen Before', neckBreadthMm: 130, faceWidthMm: 140 });
    const tieId = await drawer();
    // somebody measures the neck anew while the bench still shows the old breadth
    await send('PUT', `/api/wearers/${seen.id}`, { ...typed(seen), neckBreadthMm: 124, faceWidthMm: 140, longEnd: 'right', version: 1 });
    const stale = { neckBreadthMm: 130, faceWidthMm: 140, longEnd: 'left' } as const;
    const given = await send('POST', '/api/fittings', aFitting({ kind: 'known', id: seen.id }, tieId, stale));
    expect(given.statusCode).toBe(201);
    expect(await get(`/api/wearers/${seen.id}`)).toMatchObject({ neckBreadthMm: 124, longEnd: 'right', version: 2 });
    // the fitting itself keeps what it was worked out from
    expect(given.json()).toMatchObject({ neckBreadthMm: 130, longEnd: 'left' });
  });

  it('tells a clash with the record, and keeps nothing of the fitting until it is decided', async () => {
    const seen = await enter({ name: 'Measured Twice', neckBreadthMm: 130 });
    const tieId = await drawer();
    await send('PUT', `/api/wearers/${seen.id}`, { ...typed(seen), neckBreadthMm: 124, version: 1 });
    const sent = aFitting({ kind: 'known', id: seen.id, measured: ['neckBreadthMm'], version: 1 }, tieId, { neckBreadthMm: 128 });
    const refused = await send('POST', '/api/fittings', sent);
    expect(refused.statusCode).toBe(409);
    expect(refused.json()).toMatchObject({ code: 'stale', current: { id: seen.id, neckBreadthMm: 124, version: 2 } });
    expect((await shop.app.inject(`/api/fittings/${sent.id}`)).statusCode).toBe(404);
    const decided = { ...sent, wearer: { ...sent.wearer, version: 2 } };
    expect((await send('POST', '/api/fittings', decided)).statusCode).toBe(201);
    expect(await get(`/api/wearers/${seen.id}`)).toMatchObject({ neckBreadthMm: 128, version: 3 });
    // what was measured without saying over which version is nobody's to guess
    const blind = aFitting({ kind: 'known', id: seen.id, measured: ['neckBreadthMm'] }, tieId, { neckBreadthMm: 127 });
    expect((await send('POST', '/api/fittings', blind)).json<Problem>().errors?.[0]?.path).toBe('wearer.version');
  });

  it('refuses a fitting of somebody else under the key of one that was given out', async () => {
    const [one, other, tieId] = [await enter({ name: 'First Tab' }), await enter({ name: 'Second Tab' }), await drawer()];
    const sent = aFitting({ kind: 'known', id: one.id }, tieId);
    await send('POST', '/api/fittings', sent);
    const second = await send('POST', '/api/fittings', { ...sent, wearer: { kind: 'known', id: other.id } });
    expect(second.json()).toMatchObject({ status: 409, code: 'keyInUse', current: { wearer: { id: one.id } } });
    const somebodyNew = await send('POST', '/api/fittings', { ...sent, wearer: { kind: 'new', id: uuid(), name: 'Third Tab' } });
    expect(somebodyNew.json()).toMatchObject({ code: 'keyInUse' });
    expect((await send('POST', '/api/fittings', sent)).statusCode).toBe(200);
  });

  it('takes a corrected name, after an answer that was lost, for a correction', async () => {
    const tieId = await drawer();
    const [fittingId, wearerId] = [uuid(), uuid()];
    const misspelt = aFitting({ kind: 'new', id: wearerId, name: 'Jon Wrigt' }, tieId, { id: fittingId });
    await send('POST', '/api/fittings', misspelt);
    const corrected = { ...misspelt, wearer: { kind: 'new' as const, id: wearerId, name: 'John Wright' } };
    expect((await send('POST', '/api/fittings', corrected)).json()).toMatchObject({
      code: 'keyInUse',
      current: { wearer: { name: 'Jon Wrigt' } },
    });
    // as the bench then sends it
    const wearer = { kind: 'known' as const, id: wearerId, measured: ['name' as const], name: 'John Wright', version: 1 };
    const second = (await send('POST', '/api/fittings', { ...misspelt, id: uuid(), wearer, revises: fittingId })).json<Fitting>();
    expect(second).toMatchObject({ wearer: { id: wearerId, name: 'John Wright' }, revision: { number: 2, rootId: fittingId } });
    expect(await get(`/api/wearers/${wearerId}`)).toMatchObject({ name: 'John Wright', version: 2 });
    expect((await get<{ wearers: Wearer[] }>('/api/wearers?q=wright')).wearers).toHaveLength(1);
  });

  it('goes on when many revise one fitting at once: no transaction waits for a second connection', async () => {
    const [{ id }, tieId] = [await enter({ name: 'Much Revised' }), await drawer()];
    const first = (await send('POST', '/api/fittings', aFitting({ kind: 'known', id }, tieId))).json<Fitting>();
    const answers = await Promise.all(
      Array.from({ length: 14 }, (_, i) =>
        send('POST', '/api/fittings', aFitting({ kind: 'known', id }, tieId, { step: i % 8, revises: first.id })),
      ),
    );
    const statuses = answers.map(({ statusCode }) => statusCode).sort();
    expect(statuses).toEqual([201, ...Array.from({ length: 13 }, () => 409)]);
  });

  it('is refused at once, as a programmer’s error, where a statement of a transaction asks for another connection', async () => {
    await expect(withTransaction(shop.sequelize, () => readRows(shop.sequelize, 'SELECT 1 AS one', []))).rejects.toThrow(
      /not given that transaction/,
    );
  });
});

describe('a change sent again after its answer was lost', () => {
  it('is answered with what it saved, of wearers, ties, collars and the shop', async () => {
    const wearer = await enter({ name: 'Sent Twice' });
    const change = { ...typed(wearer), note: 'once', version: 1 };
    expect((await send('PUT', `/api/wearers/${wearer.id}`, change)).json()).toMatchObject({ version: 2 });
    expect((await send('PUT', `/api/wearers/${wearer.id}`, change)).json()).toMatchObject({ note: 'once', version: 2 });
    expect((await send('PUT', `/api/wearers/${wearer.id}`, { ...change, note: 'other' })).statusCode).toBe(409);
    const tie = aTie();
    await send('POST', '/api/ties', tie);
    for (const expected of [200, 200])
      expect((await send('PUT', `/api/ties/${tie.id}`, { ...tie, inStock: 3, version: 1 })).statusCode).toBe(expected);
    expect((await send('PUT', `/api/ties/${tie.id}`, { ...tie, inStock: 4, version: 1 })).statusCode).toBe(409);
    const collar = { id: uuid(), name: 'Again', style: 'point', pointsMm: 98, standMm: 34, leafMm: 80 };
    await send('POST', '/api/collars', collar);
    for (let i = 0; i < 2; i += 1)
      expect((await send('PUT', `/api/collars/${collar.id}`, { ...collar, pointsMm: 99, version: 1 })).json()).toMatchObject({
        version: 2,
      });
    const house = await get<{ version: number }>('/api/shop');
    for (let i = 0; i < 2; i += 1)
      expect((await send('PUT', '/api/shop', { ...house, name: 'Once' })).json()).toMatchObject({
        name: 'Once',
        version: house.version + 1,
      });
  });
});

describe('a merged record', () => {
  const doubles = async (): Promise<{ into: Wearer; from: Wearer; tieId: string }> => {
    const name = `Double ${uuid().slice(-6)}`;
    return { into: await enter({ name }), from: await enter({ name }), tieId: await drawer() };
  };

  it('hands on what is sent to it: tyings, owned ties, fittings, and what is asked of it', async () => {
    const { into, from, tieId } = await doubles();
    await merge(into, from);
    const tried = { id: uuid(), wearerId: from.id, tieId, outcome: 'tied', frontLoopMm: 61 };
    expect((await send('POST', '/api/tyings', tried)).json()).toMatchObject({ wearerId: into.id });
    expect((await send('POST', '/api/tyings', tried)).statusCode).toBe(200);
    await send('PUT', `/api/wearers/${from.id}/ties/${tieId}`);
    const given = (await send('POST', '/api/fittings', aFitting({ kind: 'known', id: from.id }, tieId))).json<Fitting>();
    for (const { id } of [into, from]) {
      expect((await get<{ tyings: Tying[] }>(`/api/tyings?wearerId=${id}`)).tyings).toMatchObject([{ id: tried.id }]);
      expect((await get<{ ties: OwnedTie[] }>(`/api/wearers/${id}/ties`)).ties).toMatchObject([{ tieId }]);
      expect((await get<{ fittings: Fitting[] }>(`/api/fittings?wearerId=${id}`)).fittings.map((each) => each.id)).toEqual([given.id]);
      expect((await get<{ measures: unknown[] }>(`/api/wearers/${id}/measures`)).measures.length).toBe(4);
    }
    const left = await shop.sequelize.query(
      'SELECT id FROM tyings WHERE wearer_id = ? UNION SELECT tie_id FROM wearer_ties WHERE wearer_id = ?',
      {
        replacements: [from.id, from.id],
        type: QueryTypes.SELECT,
      },
    );
    expect(left).toEqual([]);
  });

  it('is not brought back to life by a form that was open: the answer is the record that it went into', async () => {
    const { into, from } = await doubles();
    await merge(into, from);
    const saved = await send('PUT', `/api/wearers/${from.id}`, { ...typed(from), note: 'typed meanwhile', version: 2 });
    expect(saved.json()).toMatchObject({ status: 409, code: 'stale', current: { id: into.id } });
    expect(await get(`/api/wearers/${from.id}`)).toMatchObject({ mergedInto: into.id });
    expect((await get<{ wearers: Wearer[] }>(`/api/wearers?q=${encodeURIComponent(into.name)}`)).wearers).toHaveLength(1);
  });

  it('takes the same merging sent again for what it is, and cuts no note short', async () => {
    const { into, from } = await doubles();
    const first = await merge(into, from);
    expect((await merge(into, from)).json()).toEqual(first.json());
    const long = 'n'.repeat(1_500);
    const [a, b] = [await enter({ name: 'Long Note', note: long }), await enter({ name: 'Long Note', note: long })];
    expect((await merge(a, b)).json<Problem>().detail).toContain('Shorten one of them');
    expect(await get(`/api/wearers/${b.id}`)).toMatchObject({ mergedInto: null, note: long });
  });

  it('gets no tying that was sent while it was being merged: it goes to one or the other, and is found', async () => {
    const { into, from, tieId } = await doubles();
    const ids = Array.from({ length: 8 }, () => uuid());
    await Promise.all([
      ...ids.slice(0, 4).map((id) => send('POST', '/api/tyings', { id, wearerId: from.id, tieId, outcome: 'tied' })),
      merge(into, from),
      ...ids.slice(4).map((id) => send('POST', '/api/tyings', { id, wearerId: from.id, tieId, outcome: 'tied' })),
    ]);
    const { tyings } = await get<{ tyings: Tying[] }>(`/api/tyings?wearerId=${into.id}`);
    expect(tyings.map(({ id }) => id).sort()).toEqual([...ids].sort());
  });
});

describe('the demo scenario', () => {
  it('is loaded once by four servers that start together on one database', async () => {
    const demo = await openTestShop();
    const pools = Array.from({ length: 4 }, () => connectDatabase(demo.databaseUrl));
    const { buildApp } = await import('./app.ts');
    const apps = await Promise.all(pools.map((sequelize) => buildApp({ sequelize, onMigrated: loadDemo })));
    const counts = async () =>
      demo.sequelize.query<{ ties: number; fittings: number; tyings: number; guests: number; marks: number }>(
        'SELECT (SELECT COUNT(*) FROM ties) ties, (SELECT COUNT(*) FROM fittings) fittings, (SELECT COUNT(*) FROM tyings) tyings, (SELECT COUNT(*) FROM party_members) guests, (SELECT COUNT(*) FROM demo_mark) marks',
        { type: QueryTypes.SELECT },
      );
    expect(await counts()).toEqual([{ ties: 15, fittings: 17, tyings: 8, guests: 12, marks: 1 }]);
    // cut off after the stock was there: it goes on where it was
    await demo.sequelize.query("INSERT INTO demo_mark VALUES ('harbour outfitters: still to be given out', UTC_TIMESTAMP(3))");
    await demo.sequelize.query('DELETE FROM tyings ORDER BY id DESC LIMIT 3');
    await demo.sequelize.query('DELETE FROM party_members ORDER BY number DESC LIMIT 3');
    await loadDemo(demo.app.database);
    expect(await counts()).toEqual([{ ties: 15, fittings: 17, tyings: 8, guests: 12, marks: 1 }]);
    await Promise.all(apps.map((app) => app.close()));
    await demo.close();
  });
});
