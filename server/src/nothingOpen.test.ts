import type { Problem, Wearer } from '@easytuck/contract';
import { Writable } from 'node:stream';
import { connect } from 'node:net';
import { v7 as uuid } from 'uuid';
import { buildApp } from './app.ts';
import { connectDatabase } from './database/connect.ts';
import { traceOf } from './errorTrace.ts';
import { aTie, aWearer, openTestShop, sendTableFile, type TestShop } from './testing.ts';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop({ hosts: ['counter.local'], bodyWithinMs: 700 });
});
afterAll(async () => {
  await shop.close();
});

type Headers = Record<string, string>;
const post = (payload: object | string, headers: Headers = {}, url = '/api/wearers') =>
  shop.app.inject({ method: 'POST', url, payload, headers: { 'content-type': 'application/json', ...headers } });
const outcome = ({ statusCode, body }: { statusCode: number; body: string }) => [statusCode, (JSON.parse(body) as Problem).code];

describe('other names and other pages', () => {
  it.each([
    ['localhost:4310', 200],
    ['LOCALHOST', 200],
    ['127.0.0.1:4310', 200],
    ['127.0.0.2', 200],
    ['[::1]:4310', 200],
    ['counter.local:4310', 200],
    ['elsewhere.example:4310', 421],
    ['localhost.elsewhere.example', 421],
    ['127.0.0.1.elsewhere.example', 421],
    ['10.0.0.5:4310', 421],
    ['[::1', 421],
  ])('a request to the host %j is answered %d', async (host, status) => {
    const answer = await shop.app.inject({ method: 'GET', url: '/api/shop', headers: { host } });
    expect(answer.statusCode).toBe(status);
  });

  it.each<[string, Headers, number]>([
    ['no page at all', {}, 201],
    ['the shop’s own page', { origin: 'http://localhost', host: 'localhost', 'sec-fetch-site': 'same-origin' }, 201],
    ['the shop’s own page behind a safe proxy', { origin: 'https://counter.local', host: 'counter.local' }, 201],
    ['a page elsewhere', { origin: 'http://elsewhere.example', host: 'localhost' }, 403],
    [
      'a page on another port of this machine',
      { origin: 'http://localhost:8080', host: 'localhost:4310', 'sec-fetch-site': 'same-site' },
      403,
    ],
    ['a page that hides where it is', { origin: 'null', host: 'localhost' }, 403],
    ['a page elsewhere that sends no origin', { 'sec-fetch-site': 'cross-site' }, 403],
  ])('a change from %s', async (_from, headers, status) => {
    expect((await post(aWearer(), headers)).statusCode).toBe(status);
  });

  it('a page elsewhere can neither read nor make the server work, but a link from it leads here', async () => {
    const read = (headers: Headers, url = '/api/wearers') => shop.app.inject({ method: 'GET', url, headers });
    expect((await read({ 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' })).statusCode).toBe(403);
    expect((await read({ 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' })).statusCode).toBe(200);
  });

  it.each(['text/plain', 'application/x-www-form-urlencoded', 'text/csv', 'application/xml', ''])(
    'a body of the type %j is not taken',
    async (type) => {
      const payload = JSON.stringify(aWearer());
      const plain = await shop.app.inject({ method: 'POST', url: '/api/wearers', payload, headers: { 'content-type': type } });
      expect(outcome(plain)).toEqual([415, 'mediaType']);
      const table = await shop.app.inject({
        method: 'POST',
        url: '/api/exchange/wearers?mode=all',
        payload,
        headers: { 'content-type': type },
      });
      expect(table.statusCode).toBe(415);
    },
  );

  it('answers are for the asking page alone, and are not kept', async () => {
    for (const url of ['/api/wearers', '/api/wearers/nobody', '/readyz', '/api/exchange/wearers']) {
      const { headers } = await shop.app.inject({ method: 'GET', url });
      expect(headers).toMatchObject({
        'cache-control': 'no-store',
        'cross-origin-resource-policy': 'same-origin',
        'content-security-policy': "default-src 'none'; frame-ancestors 'none'",
        'x-content-type-options': 'nosniff',
      });
      expect(headers['access-control-allow-origin']).toBeUndefined();
    }
  });
});

describe('what is typed', () => {
  const SPACES = ' '.repeat(40_000);
  it.each(['collar', 'name', 'note', 'takenBy'])('of the oddest kind in the field %s is answered at once', async (field) => {
    const texts = [
      `1${SPACES}x`,
      `15${SPACES}/${SPACES}4`,
      `${'1'.repeat(30_000)} in`,
      `1${'\t'.repeat(30_000)}mm`,
      `1${' and'.repeat(9_000)}2/3`,
      `1${'-'.repeat(40_000)}`,
    ];
    for (const text of texts) {
      const began = performance.now();
      const { statusCode } = await post(aWearer({ [field]: text }));
      expect(statusCode).toBe(400);
      expect(performance.now() - began).toBeLessThan(1_000);
    }
  });

  it('in letters outside the basic plane is kept, and found by its beginnings', async () => {
    const { id } = (await post(aWearer({ name: '𠮷野 𠮷𠮷𠮷𠮷𠮷家' }))).json<Wearer>();
    const found = async (q: string) =>
      (await shop.app.inject(`/api/wearers?q=${encodeURIComponent(q)}`)).json<{ wearers: Wearer[] }>().wearers.map((each) => each.id);
    for (const q of ['𠮷', '𠮷野', '𠮷𠮷𠮷𠮷', '𠮷𠮷𠮷𠮷𠮷家']) expect(await found(q)).toEqual([id]);
    const long = await post(aWearer({ name: '𝓐'.repeat(60) }));
    expect(long.statusCode).toBe(201);
  });

  it('with half a character is refused at its field, wherever it stands', async () => {
    const half = '\ud842';
    const [wearer, tie] = [aWearer({ note: `a${half}` }), aTie({ faces: { outer: { name: half, look: 'plain' }, inner: null } })];
    expect((await post(JSON.stringify(wearer))).json<Problem>().errors?.[0]?.path).toBe('note');
    expect((await post(JSON.stringify(tie), {}, '/api/ties')).json<Problem>().errors?.[0]?.path).toBe('faces.outer.name');
    expect((await post(`{"id":"${uuid()}","${half.replace('\ud842', '\\ud842')}":1}`)).statusCode).toBe(400);
    const rows = JSON.stringify({ kind: 'easytuck.wearers', version: 1, rows: [{ ...wearer, name: half }] });
    const table = await sendTableFile(shop, 'wearers', rows, 'all', { name: 'w.json' });
    expect(table.json()).toMatchObject({ bad: 1, taken: 0, mistakes: [{ message: 'This row holds characters that cannot be kept.' }] });
  });

  it('as a collar is refused where it is longer than the record has room for', async () => {
    const padded = await post(aWearer({ collar: `${' '.repeat(200)}15 3/4${' '.repeat(200)}` }));
    expect(padded.json()).toMatchObject({ collar: { text: '15 3/4' } });
    expect((await post(aWearer({ collar: `15.${'0'.repeat(60)}` }))).statusCode).toBe(400);
    expect((await post(aWearer({ collar: `15${' '.repeat(37)}½` }))).statusCode).toBe(201);
  });

  it('in JSON deeper than any record is refused before it is walked', async () => {
    const deep = `{"name":${'['.repeat(100_000)}${']'.repeat(100_000)}}`;
    expect((await post(deep)).json<Problem>().detail).toContain('levels deep');
    // brackets in a text are no depth
    expect((await post(aWearer({ note: `"${'['.repeat(500)}\\"` }))).statusCode).toBe(201);
    expect((await post('{"__proto__":{"a":1}}')).statusCode).toBe(400);
  });
});

describe('what is asked for that is not there', () => {
  it('is refused: a tying of an unknown fitting, a tie that nobody has', async () => {
    const wearer = (await post(aWearer())).json<Wearer>();
    const tie = aTie();
    await post(tie, {}, '/api/ties');
    const tried = { id: uuid(), wearerId: wearer.id, tieId: tie.id, fittingId: uuid(), outcome: 'tied' };
    expect((await post(tried, {}, '/api/tyings')).json<Problem>().errors?.[0]?.path).toBe('fittingId');
    const owned = await shop.app.inject({ method: 'PUT', url: `/api/wearers/${wearer.id}/ties/${uuid()}` });
    expect(owned.statusCode).toBe(404);
  });
});

describe('slow requests', () => {
  it('are hung up on: a body that does not arrive, and headers that do not end', async () => {
    await shop.app.listen({ host: '127.0.0.1', port: 0 });
    const address = shop.app.server.address();
    const port = typeof address === 'object' && address ? address.port : 0;
    const speak = (text: string): Promise<string> =>
      new Promise((resolve) => {
        const socket = connect(port, '127.0.0.1', () => socket.write(text));
        let heard = '';
        socket.on('data', (chunk: Buffer) => (heard += chunk.toString()));
        socket.on('close', () => resolve(heard));
        socket.on('error', () => undefined);
      });
    const began = performance.now();
    const slow = Array.from({ length: 50 }, () =>
      speak('POST /api/wearers HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: 500\r\n\r\n{"name":'),
    );
    for (const heard of await Promise.all(slow)) expect(heard).toMatch(/^HTTP\/1\.1 408 [\s\S]*"code":"tooSlow"/);
    expect(performance.now() - began).toBeLessThan(10_000);
    // and a request that names no host at all is nobody’s
    expect(await speak('GET /api/shop HTTP/1.0\r\n\r\n')).toMatch(/^HTTP\/1\.1 421 /);
    expect([shop.app.server.headersTimeout, shop.app.server.requestTimeout > 0]).toEqual([10_000, true]);
  });
});

describe('the log', () => {
  it('says what failed and where, and no name, no text, no statement', async () => {
    const lines: string[] = [];
    const stream = new Writable({
      write: (chunk: Buffer, _encoding, done) => {
        lines.push(chunk.toString());
        done();
      },
    });
    const app = await buildApp({ sequelize: connectDatabase(shop.databaseUrl), logLevel: 'info', logTo: stream });
    await shop.sequelize.query("ALTER TABLE wearers ADD CONSTRAINT refused CHECK (note <> 'secret remark')");
    const answer = await app.inject({
      method: 'POST',
      url: '/api/wearers',
      payload: aWearer({ name: 'Perpetua Quillfeather', note: 'secret remark' }),
    });
    await app.inject('/api/wearers?q=Quillfeather');
    await shop.sequelize.query('ALTER TABLE wearers DROP CONSTRAINT refused');
    await app.close();
    expect(answer.statusCode).toBe(500);
    const log = lines.join('');
    expect(log).toContain('ER_CONSTRAINT_FAILED');
    expect(log).toContain('"route":"POST /api/wearers"');
    expect(log).not.toMatch(/Quillfeather|secret|INSERT/i);
  });

  it('leaves a message out of the trace, however many lines it has', () => {
    const error = new Error('Perpetua\n    at the counter\nQuillfeather', {
      cause: Object.assign(new Error('inner name'), { code: 'ER_X' }),
    });
    const trace = traceOf(error);
    expect(trace.map(({ code }) => code)).toEqual([undefined, 'ER_X']);
    expect(JSON.stringify(trace)).not.toMatch(/Perpetua|counter|inner/);
    expect(trace[0]?.at[0]).toMatch(/^at .*nothingOpen\.test\.ts/);
  });
});
