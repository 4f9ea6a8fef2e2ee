import { fitting as fittingSchema, tie as tieSchema, wearer as wearerSchema, type Problem } from '@easytuck/contract';
import { Validator } from '@seriousme/openapi-schema-validator';
import { QueryTypes } from 'sequelize';
import { v7 as uuid } from 'uuid';
import { readConfig } from './config.ts';
import { connectDatabase } from './database/connect.ts';
import { migrate } from './database/migrate.ts';
import { withTransaction } from './database/withTransaction.ts';
import { loadDemo } from './demo/loadDemo.ts';
import { migrations } from './migrations/index.ts';
import { aFitting, aTie, aWearer, openTestShop, type TestShop } from './testing.ts';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(async () => {
  await shop.close();
});

const post = (url: string, payload: object) => shop.app.inject({ method: 'POST', url, payload });
const put = (url: string, payload: object) => shop.app.inject({ method: 'PUT', url, payload });
const get = (url: string, headers: Record<string, string> = {}) => shop.app.inject({ method: 'GET', url, headers });

describe('wearers', () => {
  it('are kept as they were typed, and found again', async () => {
    const sent = aWearer({ name: 'Åsa O’Brien 陳', collar: ' 15¾ ', note: 'likes "room"; 100 %' });
    const created = await post('/api/wearers', sent);
    expect(created.statusCode).toBe(201);
    const read = wearerSchema.parse((await get(`/api/wearers/${sent.id}`)).json());
    expect(read).toMatchObject({
      name: 'Åsa O’Brien 陳',
      collar: { text: '15¾', system: 'in', label: 15.75 },
      longEnd: 'left',
      version: 1,
    });
    expect(created.json()).toEqual(read);
  });

  it('are found by letters of the name, recently changed first; % and _ are letters', async () => {
    const first = aWearer({ name: 'Quillfeather_100%' });
    const second = aWearer({ name: 'quillfeather the younger' });
    await post('/api/wearers', first);
    await post('/api/wearers', second);
    const names = async (q: string): Promise<string[]> =>
      (await get(`/api/wearers?q=${encodeURIComponent(q)}`)).json().wearers.map(({ name }: { name: string }) => name);
    expect(await names('QUILLF')).toEqual([second.name, first.name]);
    expect(await names('_100%')).toEqual([first.name]);
    expect(await names('%%')).toEqual([]);
    const { version: _none, ...change } = { ...first, version: 0 };
    await put(`/api/wearers/${first.id}`, { ...change, version: 1, note: 'seen again' });
    expect((await names('quillf'))[0]).toBe(first.name);
  });

  it('are saved once however often the same is sent, also at the same moment', async () => {
    const sent = aWearer({ name: 'Double Click' });
    const answers = await Promise.all([post('/api/wearers', sent), post('/api/wearers', sent), post('/api/wearers', sent)]);
    expect(answers.map(({ statusCode }) => statusCode).sort()).toEqual([200, 200, 201]);
    expect((await get('/api/wearers?q=Double')).json().wearers).toHaveLength(1);
  });

  it('refuse other content under a key that is taken', async () => {
    const sent = aWearer();
    await post('/api/wearers', sent);
    const other = await post('/api/wearers', { ...sent, name: 'Somebody Else' });
    expect(other.statusCode).toBe(409);
    expect(other.json()).toMatchObject({ code: 'taken', current: { name: sent.name } });
  });

  it('answer a stale save with what is there now, and lose neither', async () => {
    const sent = aWearer({ name: 'Two People' });
    await post('/api/wearers', sent);
    const { id, ...data } = sent;
    const mine = await put(`/api/wearers/${id}`, { ...data, collar: '16 1/2', version: 1 });
    expect(mine.json()).toMatchObject({ collar: { label: 16.5 }, version: 2 });
    const theirs = await put(`/api/wearers/${id}`, { ...data, collar: '17', version: 1 });
    expect(theirs.statusCode).toBe(409);
    expect(theirs.headers['content-type']).toContain('application/problem+json');
    expect(theirs.json()).toMatchObject({ code: 'stale', status: 409, current: { collar: { label: 16.5 }, version: 2 } });
  });

  it('let one of many savers of one version through', async () => {
    const sent = aWearer({ name: 'Many Savers' });
    await post('/api/wearers', sent);
    const { id, ...data } = sent;
    const answers = await Promise.all(
      Array.from({ length: 8 }, (_, i) => put(`/api/wearers/${id}`, { ...data, note: `saver ${i}`, version: 1 })),
    );
    expect(answers.filter(({ statusCode }) => statusCode === 200)).toHaveLength(1);
    expect(answers.filter(({ statusCode }) => statusCode === 409)).toHaveLength(7);
  });

  it('are refused at the field, in the contract’s words', async () => {
    const refused = await post('/api/wearers', aWearer({ collar: '16 cm', name: '  ' }));
    expect(refused.statusCode).toBe(400);
    expect(refused.headers['content-type']).toContain('application/problem+json');
    const { errors } = refused.json<Problem>();
    expect(errors).toContainEqual({
      path: 'collar',
      message: '16 cm is not a collar size. A shirt labelled 16 is in inches: write 16 in.',
    });
    expect(errors).toContainEqual({ path: 'name', message: 'The wearer’s name is missing.' });
  });
});

describe('ties', () => {
  it('are kept with all their measures, changed by version, and refused where they contradict themselves', async () => {
    const sent = aTie();
    expect((await post('/api/ties', sent)).statusCode).toBe(201);
    const read = tieSchema.parse((await get(`/api/ties/${sent.id}`)).json());
    expect(read).toMatchObject({ ...sent, note: '', version: 1 });
    expect((await post('/api/ties', sent)).statusCode).toBe(200);
    const { id, ...data } = sent;
    expect((await put(`/api/ties/${id}`, { ...data, inStock: 7, version: 1 })).json()).toMatchObject({ inStock: 7, version: 2 });
    expect((await put(`/api/ties/${id}`, { ...data, inStock: 8, version: 1 })).json()).toMatchObject({
      code: 'stale',
      current: { inStock: 7 },
    });
    const refused = await post('/api/ties', aTie({ blade: { ...sent.blade, waistWidthMm: 90 } }));
    expect(refused.json<Problem>().errors?.[0]?.path).toBe('blade.waistWidthMm');
  });
});

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
    expect((await post('/api/fittings', { ...sent, leadMm: 50 })).json()).toMatchObject({ code: 'taken' });
    expect((await post('/api/fittings', aFitting(sent.wearer, tie.id))).json()).toMatchObject({ code: 'taken' });
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

describe('errors', () => {
  it.each([
    ['GET', '/api/wearers/01a20b94-353d-7204-b92c-7f530cb63fff', 404, 'notFound'],
    ['GET', '/api/wearers/nobody', 400, 'invalid'],
    ['GET', '/api/nothing', 404, 'noSuchPage'],
    ['GET', '/api/wearers?limit=100000', 400, 'invalid'],
  ] as const)('%s %s is a problem with status %d, %s', async (method, url, status, code) => {
    const answer = await shop.app.inject({ method, url });
    expect(answer.statusCode).toBe(status);
    expect(answer.headers['content-type']).toContain('application/problem+json');
    expect(answer.json()).toMatchObject({ status, code });
  });

  it('say so when the body cannot be read or is too large', async () => {
    const garbled = await shop.app.inject({
      method: 'POST',
      url: '/api/wearers',
      headers: { 'content-type': 'application/json' },
      payload: '{"name":',
    });
    expect(garbled.json()).toMatchObject({ status: 400, code: 'unreadable' });
    const large = await post('/api/wearers', aWearer({ note: 'x'.repeat(1_100_000) }));
    expect(large.json()).toMatchObject({ status: 413, code: 'tooLarge' });
  });
});

describe('the OpenAPI document', () => {
  it('is valid, by an independent validator, and names every route', async () => {
    const document = (await get('/api/docs/json')).json<Record<string, unknown> & { paths: object }>();
    const { valid, errors } = await new Validator().validate(document);
    expect({ valid, errors }).toEqual({ valid: true, errors: undefined });
    expect(Object.keys(document.paths)).toEqual(
      expect.arrayContaining(['/healthz', '/readyz', '/api/wearers/', '/api/wearers/{id}', '/api/ties/', '/api/fittings/']),
    );
  });
  it('can be read on a page', async () => {
    expect((await get('/api/docs')).statusCode).toBeLessThan(400);
  });
});

describe('the database', () => {
  it('is strict, InnoDB and utf8mb4', async () => {
    const [mode] = await shop.sequelize.query<{ mode: string }>('SELECT @@SESSION.sql_mode AS mode', { type: QueryTypes.SELECT });
    expect(mode?.mode).toContain('STRICT_ALL_TABLES');
    const tables = await shop.sequelize.query<{ engine: string; collation: string }>(
      'SELECT engine AS engine, table_collation AS collation FROM information_schema.tables WHERE table_schema = DATABASE()',
      { type: QueryTypes.SELECT },
    );
    expect(tables.length).toBeGreaterThan(3);
    for (const { engine, collation } of tables) expect([engine, collation.split('_')[0]]).toEqual(['InnoDB', 'utf8mb4']);
  });

  it('is brought up to date once, by servers that start together', async () => {
    const url = new URL(shop.databaseUrl);
    url.pathname += '_b';
    const name = url.pathname.slice(1);
    await shop.sequelize.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4`);
    const pools = [connectDatabase(url.href), connectDatabase(url.href), connectDatabase(url.href)];
    const applied = await Promise.all(pools.map((pool) => migrate(pool)));
    expect(applied.flat().sort()).toEqual(migrations.map((step) => step.name).sort());
    await Promise.all(pools.map((pool) => pool.close()));
    await shop.sequelize.query(`DROP DATABASE ${name}`);
  });

  it('is tried again after a deadlock', async () => {
    await shop.sequelize.query('CREATE TABLE pair (id INT PRIMARY KEY, count INT NOT NULL) ENGINE=InnoDB');
    await shop.sequelize.query('INSERT INTO pair VALUES (1, 0), (2, 0)');
    let attempts = 0;
    const bump = (first: number, second: number) =>
      withTransaction(shop.sequelize, async (transaction) => {
        attempts += 1;
        await shop.sequelize.query(`UPDATE pair SET count = count + 1 WHERE id = ${first}`, { transaction });
        await new Promise((resolve) => setTimeout(resolve, 40));
        await shop.sequelize.query(`UPDATE pair SET count = count + 1 WHERE id = ${second}`, { transaction });
      });
    await Promise.all([bump(1, 2), bump(2, 1)]);
    expect(attempts).toBeGreaterThan(2);
    expect(await shop.sequelize.query('SELECT count FROM pair', { type: QueryTypes.SELECT })).toEqual([{ count: 2 }, { count: 2 }]);
  });

  it('does not hide an error that trying again cannot cure', async () => {
    let attempts = 0;
    const broken = withTransaction(shop.sequelize, async (transaction) => {
      attempts += 1;
      await shop.sequelize.query('SELECT * FROM no_such_table', { transaction });
    });
    await expect(broken).rejects.toThrow('no_such_table');
    expect(attempts).toBe(1);
  });
});

describe('a database that is away', () => {
  it('is answered 503 by a server that still starts, and asks to be tried again', async () => {
    const { buildApp } = await import('./app.ts');
    const app = await buildApp({ sequelize: connectDatabase('mariadb://nobody:x@127.0.0.1:9/easytuck') });
    expect((await app.inject('/healthz')).statusCode).toBe(200);
    for (const url of ['/readyz', '/api/wearers', '/api/ties']) {
      const answer = await app.inject(url);
      expect([url, answer.statusCode, answer.json<Problem>().code, answer.headers['retry-after']]).toEqual([url, 503, 'databaseAway', '2']);
    }
    await app.close();
  });

  it('is ready again where it is there', async () => {
    expect((await get('/readyz')).json()).toEqual({ status: 'ok' });
  });
});

describe('the demo scenario', () => {
  it('is loaded once, and never over what was entered since', async () => {
    const demo = await openTestShop({ onMigrated: loadDemo });
    const list = async (url: string, key: string): Promise<{ id: string; shape?: string; fibre?: string; hardware?: { kind: string } }[]> =>
      (await demo.app.inject(url)).json()[key];
    const ties = await list('/api/ties', 'ties');
    expect(ties.length).toBeGreaterThanOrEqual(14);
    expect(new Set(ties.map(({ shape }) => shape)).size).toBe(5);
    expect(new Set(ties.map(({ hardware }) => hardware?.kind)).size).toBe(4);
    const wearers = await list('/api/wearers', 'wearers');
    await loadDemo(demo.app.database);
    expect(await list('/api/wearers', 'wearers')).toHaveLength(wearers.length);
    await demo.close();
  });
});

describe('readConfig', () => {
  it('names the variable that is wrong', () => {
    expect(() => readConfig({})).toThrow('DATABASE_URL must be an address');
    expect(readConfig({ DATABASE_URL: 'mariadb://a:b@127.0.0.1:3306/x', PORT: '0' })).toMatchObject({ port: 0, host: '127.0.0.1' });
  });
});
