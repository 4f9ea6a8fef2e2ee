import { problem, type Problem, type Running } from '@easytuck/contract';
import { readFileSync } from 'node:fs';
import { connect, type Socket } from 'node:net';
import { PassThrough } from 'node:stream';
import { buildApp } from '../app.ts';
import { connectDatabase } from '../database/connect.ts';
import { statementName } from '../database/slowStatements.ts';
import { noted } from '../noted.ts';
import { aWearer, openTestShop, testShop } from '../testing.ts';
import { VERSION } from '../version.ts';

const { shop } = testShop();

describe('the version that the program tells', () => {
  it('is that of its packages', () => {
    const { version } = JSON.parse(readFileSync('package.json', 'utf8')) as { version: string };
    expect(VERSION).toBe(version);
  });
});

describe('a request’s number', () => {
  it('goes with every answer, into a problem that is the server’s, and into its log', async () => {
    const stream = new PassThrough();
    let log = '';
    stream.on('data', (chunk) => (log += String(chunk)));
    const app = await buildApp({ sequelize: connectDatabase(shop.databaseUrl), logLevel: 'info', logTo: stream });
    try {
      const sound = await app.inject('/api/wearers');
      expect(sound.headers['x-request-number']).toMatch(/^[A-HJ-NP-Z2-9]{4}-[A-HJ-NP-Z2-9]{4}$/);
      await shop.sequelize.query('ALTER TABLE wearers ADD CONSTRAINT nobody CHECK (name <> "Nobody At All")');
      const broken = await app.inject({ method: 'POST', url: '/api/wearers', payload: aWearer({ name: 'Nobody At All' }) });
      const told = problem.parse(broken.json());
      expect([told.status, told.number]).toEqual([500, broken.headers['x-request-number']]);
      const line = log
        .split('\n')
        .filter((each) => each !== '')
        .map((each) => JSON.parse(each) as { number?: string; msg: string; code?: string; route?: string })
        .find(({ msg }) => msg === 'a request failed');
      expect(line).toMatchObject({ number: told.number, code: 'unexpected', route: 'POST /api/wearers' });
      // what was refused for what was typed needs none
      const refused = await app.inject({ method: 'POST', url: '/api/wearers', payload: { ...aWearer(), collar: 'x' } });
      expect(refused.json<Problem>().number).toBeUndefined();
      // and whoever looks after the shop reads it on the page too
      const { servers } = (await app.inject('/api/running')).json<Running>();
      expect(servers.find(({ isHere }) => isHere)?.faults.at(-1)).toMatchObject({ number: told.number, route: 'POST /api/wearers' });
    } finally {
      await shop.sequelize.query('ALTER TABLE wearers DROP CONSTRAINT nobody');
      await app.close();
    }
  });
});

describe('what went wrong', () => {
  it('is remembered of what people asked for, not of who looks twice a second whether the server is ready', async () => {
    const app = await buildApp({ sequelize: connectDatabase('mariadb://nobody:x@127.0.0.1:9/easytuck') });
    try {
      const [looked, asked] = [await app.inject('/readyz'), await app.inject('/api/wearers')];
      expect([looked.statusCode, asked.statusCode]).toEqual([503, 503]);
      const numbers = noted().faults.map(({ number }) => number);
      expect(numbers).toContain(asked.headers['x-request-number']);
      expect(numbers).not.toContain(looked.headers['x-request-number']);
    } finally {
      await app.close();
    }
  });
});

describe('a slow statement', () => {
  it('is named by what it does to which table, never by what was typed', () => {
    expect(statementName('Executed (default): SELECT `id`, `name` FROM `wearers` AS `wearer` WHERE `name` = "FROM secrets"')).toBe(
      'SELECT wearers',
    );
    expect(statementName("INSERT INTO deeds (what) VALUES ('UPDATE nobody')")).toBe('INSERT deeds');
    expect(statementName('UPDATE ties SET name = "x"')).toBe('UPDATE ties');
    expect(statementName('START TRANSACTION;')).toBe('START');
    expect(statementName("SELECT 'Quillfeather'")).toBe('SELECT');
  });

  it('is logged with the request that it was for, counted and remembered, without what was typed', async () => {
    const stream = new PassThrough();
    let log = '';
    stream.on('data', (chunk) => (log += String(chunk)));
    const app = await buildApp({ sequelize: connectDatabase(shop.databaseUrl), logLevel: 'warn', logTo: stream });
    const other = connectDatabase(shop.databaseUrl, 'jobs');
    try {
      // somebody holds the row for half a second
      const wearer = aWearer({ name: 'Held Quillfeather' });
      await app.inject({ method: 'POST', url: '/api/wearers', payload: wearer });
      const holding = other.transaction(async (transaction) => {
        await other.query(`UPDATE wearers SET note = 'held' WHERE id = '${wearer.id}'`, { transaction });
        await new Promise((resolve) => setTimeout(resolve, 700));
      });
      await new Promise((resolve) => setTimeout(resolve, 100));
      const answer = await app.inject({
        method: 'PUT',
        url: `/api/wearers/${wearer.id}`,
        payload: { ...wearer, id: undefined, note: 'n', version: 1 },
      });
      await holding;
      expect(answer.statusCode).toBe(200);
      const line = log
        .split('\n')
        .filter((each) => each.includes('a statement was slow'))
        .map((each) => JSON.parse(each) as { number: string; route: string; statement: string; tookMs: number })[0];
      expect(line).toMatchObject({
        number: answer.headers['x-request-number'],
        route: 'PUT /api/wearers/:id',
        statement: expect.stringMatching(/^(SELECT|UPDATE) wearers$/),
      });
      expect(line?.tookMs).toBeGreaterThanOrEqual(400);
      expect(log).not.toContain('Quillfeather');
      expect((await app.inject('/metrics')).body).toMatch(/easytuck_slow_statements_total\{statement="(SELECT|UPDATE) wearers"\} [1-9]/);
    } finally {
      await other.close();
      await app.close();
    }
  });
});

describe('the figures', () => {
  it('are in the form that Prometheus reads, by route and not by address, for this machine alone', async () => {
    await shop.app.inject('/api/wearers?q=quillfeather');
    const { body, headers, statusCode } = await shop.app.inject('/metrics');
    expect([statusCode, headers['content-type']]).toEqual([200, expect.stringMatching(/^text\/plain; version=0\.0\.4/)]);
    // text format 0.0.4: https://prometheus.io/docs/instrumenting/exposition_formats/ (from memory); what is no
    // number is read in any case, as Go reads it, and the package writes `Nan`
    for (const line of body.split('\n').filter((each) => each !== '' && !each.startsWith('#')))
      expect(line).toMatch(/^[a-zA-Z_:][a-zA-Z0-9_:]*(\{[^}]*\})? (-?[0-9.e+-]+|NaN|Nan|\+Inf)$/);
    expect(body).toMatch(/easytuck_request_seconds_count\{method="GET",route="\/api\/wearers\/?",status="200"\} [1-9]/);
    expect(body).not.toMatch(/quillfeather/i);
    expect(body).toMatch(/easytuck_database_connections\{pool="requests",state="used"\} \d/);
    const forwarded = await shop.app.inject({
      url: '/metrics',
      headers: { 'x-forwarded-for': '203.0.113.7', 'x-forwarded-proto': 'https' },
    });
    expect(forwarded.statusCode).toBe(403);
  });
});

describe('how the program runs', () => {
  it('tells version, database, and every server that is there, each by its machine', async () => {
    const sequelize = connectDatabase(shop.databaseUrl);
    const other = await buildApp({ sequelize, machine: 'the-back-room' });
    try {
      await other.inject('/api/running');
      const now = (await shop.app.inject('/api/running')).json<Running>();
      expect(now).toMatchObject({ version: VERSION, database: { nodes: 1, node: '' } });
      expect(now.database.version).toMatch(/^\d+\.\d+\.\d+-MariaDB/);
      expect(now.servers.filter(({ isThere }) => isThere).map(({ machine, isHere }) => [machine === 'the-back-room', isHere])).toEqual(
        expect.arrayContaining([
          [true, false],
          [false, true],
        ]),
      );
    } finally {
      await other.close();
    }
  });

  it('is told by a server that has more to do than it can: 503, with when to come again, to those who would wait too long', async () => {
    const slow = await openTestShop();
    let letGo = (): void => {};
    const gate = new Promise<void>((resolve) => (letGo = resolve));
    let begun = 0;
    slow.app.addHook('preHandler', async ({ url }) => {
      if (url !== '/api/shop') return;
      begun += 1;
      await gate;
    });
    try {
      const address = await slow.app.listen({ host: '127.0.0.1', port: 0 });
      // some begin, as many more a second later, and most of the rest has waited for two seconds by then
      const refused: unknown[] = [];
      const all = Array.from({ length: 60 }, async () => {
        // (nobody gets past the line by saying that a file is coming)
        const answer = await fetch(`${address}/api/shop`, { headers: { 'content-type': 'multipart/form-data; boundary=none' } });
        const told = [answer.status, answer.headers.get('retry-after'), ((await answer.json()) as Partial<Problem>).code];
        if (answer.status !== 200) refused.push(told);
        return answer.status;
      });
      while (begun + refused.length < all.length) await new Promise((resolve) => setTimeout(resolve, 50));
      expect(refused.length).toBeGreaterThan(10);
      expect(refused).toEqual(refused.map(() => [503, '1', 'tooMany']));
      // others are answered: those who ask whether it is well, and by now whoever asks for something else
      expect((await fetch(`${address}/healthz`)).status).toBe(200);
      expect((await fetch(`${address}/api/wearers`)).status).toBe(200);
      letGo();
      expect((await Promise.all(all)).filter((status) => status === 200)).toHaveLength(begun);
    } finally {
      letGo();
      await slow.close();
    }
  });

  it('keeps nobody waiting for those who send slowly', async () => {
    const slow = await openTestShop();
    const address = new URL(await slow.app.listen({ host: '127.0.0.1', port: 0 }));
    const dripping = await Promise.all(
      Array.from(
        { length: 60 },
        () =>
          new Promise<Socket>((resolve) => {
            const socket = connect(Number(address.port), address.hostname, () =>
              socket.write(
                `POST /api/wearers HTTP/1.1\r\nHost: ${address.host}\r\nContent-Type: application/json\r\nContent-Length: 900\r\n\r\n{`,
                () => resolve(socket),
              ),
            );
          }),
      ),
    );
    try {
      while (requestsUnderWayNow(await slow.app.inject('/metrics')) < dripping.length)
        await new Promise((resolve) => setTimeout(resolve, 20));
      // (had they places in the line, this would have waited for two seconds and been refused)
      expect((await slow.app.inject('/api/shop')).statusCode).toBe(200);
    } finally {
      for (const socket of dripping) socket.destroy();
      await slow.close();
    }
  });
});

/** How many requests are under way, by the figures. */
const requestsUnderWayNow = ({ body }: { readonly body: string }): number => Number(/^easytuck_requests_under_way (\d+)/m.exec(body)?.[1]);
