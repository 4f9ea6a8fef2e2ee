/** A generated attack: every route of the OpenAPI document, with what nobody would send. Nothing may be answered with 5xx, or late. */
import { readFileSync } from 'node:fs';
import type { Problem } from '@easytuck/contract';
import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import { aFitting, aTie, aWearer, openTestShop, sendTableFile, type TestShop } from './testing.ts';

const REQUESTS = 3_200;
const SLOWEST_MS = 5_000;

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop({ checkAnswers: false });
});
afterAll(async () => {
  await shop.close();
});

interface Route {
  readonly method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  readonly path: string;
  readonly query: readonly string[];
}

async function routesOf(): Promise<readonly Route[]> {
  const document = (await shop.app.inject('/api/docs/json')).json<{
    paths: Record<string, Record<string, { parameters?: { in: string; name: string }[] }>>;
  }>();
  return Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, { parameters = [] }]) => ({
      method: method.toUpperCase() as Route['method'],
      path,
      query: parameters.filter((parameter) => parameter.in === 'query').map(({ name }) => name),
    })),
  );
}

const ODD_TEXTS = [
  ...[
    '',
    ' ',
    '\u0000',
    '\ud842',
    'a\udfff',
    '𠮷野',
    '=1+1',
    "'; DROP TABLE wearers; --",
    '../../etc/passwd',
    '%',
    '_',
    '\\',
    'null',
    'NaN',
    '-5',
  ],
  ...[
    `1${' '.repeat(20_000)}x`,
    '9'.repeat(400),
    'é'.repeat(5_000),
    '\r\n',
    '<script>',
    '{{7*7}}',
    '1e309',
    '0x10',
    'left',
    'in',
    '2026-02-30',
    '9999-12-31',
  ],
  ...[
    '0000-01-01',
    '15 3/4',
    '40 cm',
    '500 mm',
    'silk',
    'slots',
    'tied',
    'known',
    'new',
    'check',
    'all',
    'csv',
    'A4',
    '__proto__',
    'constructor',
    'toString',
  ],
];
const ODD_NUMBERS = [0, -1, 1, 1.5, -0, 2 ** 31, 2 ** 53, 1e308, -1e308, 5e-324, 842.3, 38.1];

/** How long this process has waited for its turn so far, in ms (Linux: schedstat, second figure); nothing where it is not counted. */
function waitedMs(): number {
  try {
    return Number(readFileSync('/proc/self/schedstat', 'utf8').split(' ')[1]) / 1e6 || 0;
  } catch {
    return 0;
  }
}

/** Values of any kind, some of them near to what is wanted. `ids` are keys that are on record. */
function anyValue(ids: readonly string[]): fc.Arbitrary<unknown> {
  const leaf = fc.oneof(
    { weight: 4, arbitrary: fc.constantFrom<unknown>(...ODD_TEXTS, ...ids) },
    { weight: 3, arbitrary: fc.constantFrom<unknown>(...ODD_NUMBERS) },
    { weight: 2, arbitrary: fc.constantFrom<unknown>(null, true, false, [], {}) },
    { weight: 1, arbitrary: fc.string({ unit: 'binary', maxLength: 60 }) },
  );
  return fc.oneof(
    { weight: 5, arbitrary: leaf },
    { weight: 1, arbitrary: fc.array(leaf, { maxLength: 6 }) },
    { weight: 1, arbitrary: fc.dictionary(fc.constantFrom('id', 'kind', 'atMm', 'x', '__proto__'), leaf, { maxKeys: 4 }) },
  );
}

/** A sound body with some of its fields, at any depth, replaced or taken out; the calmer, the fewer. */
function mutated(body: unknown, ids: readonly string[], calm: number): fc.Arbitrary<unknown> {
  if (typeof body !== 'object' || body === null)
    return fc.oneof({ weight: 3, arbitrary: fc.constant(body) }, { weight: 1, arbitrary: anyValue(ids) });
  if (Array.isArray(body))
    return fc.oneof(
      { weight: 4, arbitrary: fc.tuple(...body.map((each) => mutated(each, ids, calm))) },
      { weight: 1, arbitrary: anyValue(ids) },
    );
  const fields = Object.fromEntries(
    Object.entries(body).map(([name, value]) => [
      name,
      fc.oneof(
        { weight: calm, arbitrary: fc.constant(value) },
        { weight: 2, arbitrary: mutated(value, ids, calm) },
        { weight: 1, arbitrary: anyValue(ids) },
        { weight: 1, arbitrary: fc.constant(undefined) },
      ),
    ]),
  );
  return fc.oneof({ weight: 9, arbitrary: fc.record(fields) }, { weight: 1, arbitrary: anyValue(ids) });
}

it(`answers ${REQUESTS.toLocaleString('en-GB')} requests that nobody would send, none with 5xx and none late`, async () => {
  const wearer = (await shop.app.inject({ method: 'POST', url: '/api/wearers', payload: aWearer() })).json<{ id: string }>();
  const tie = (await shop.app.inject({ method: 'POST', url: '/api/ties', payload: aTie() })).json<{ id: string }>();
  const fitting = aFitting({ kind: 'known', id: wearer.id }, tie.id);
  await shop.app.inject({ method: 'POST', url: '/api/fittings', payload: fitting });
  const collar = { id: uuid(), name: 'Odd', style: 'point', pointsMm: 98, standMm: 34, leafMm: 80 };
  const house = (await shop.app.inject('/api/shop')).json<object>();
  const ids = [wearer.id, tie.id, fitting.id, uuid(), wearer.id.toUpperCase()];
  const bodies: Readonly<Record<string, unknown>> = {
    '/api/wearers/': aWearer(),
    '/api/wearers/{id}': { ...aWearer(), version: 1 },
    '/api/wearers/{id}/merge': { fromId: wearer.id, version: 1, fromVersion: 1 },
    '/api/ties/': aTie(),
    '/api/ties/{id}': { ...aTie(), version: 1 },
    '/api/fittings/': { ...fitting, id: uuid(), wearer: { kind: 'known', id: wearer.id, measured: ['collar'], version: 1, name: 'A' } },
    '/api/collars/': collar,
    '/api/collars/{id}': { ...collar, version: 1 },
    '/api/tyings/': {
      id: uuid(),
      wearerId: wearer.id,
      tieId: tie.id,
      outcome: 'tied',
      steps: [{ step: 'lead', ms: 5 }],
      setMm: 842.3,
      leadMm: 38.1,
      neckPathMm: 412,
    },
    '/api/shop/': house,
    '/api/printer/jobs': { jobId: uuid(), fittingId: fitting.id },
    '/api/printer/controls': { isOnline: true, labelsLeft: 5 },
  };
  const ownId = (path: string): string => {
    if (path.includes('tie') && !path.includes('wearer')) return tie.id;
    if (path.includes('fitting') || path.includes('coach')) return fitting.id;
    return path.includes('collar') ? collar.id : wearer.id;
  };
  // paper takes long to lay out, and a backup of the shop is a thread each time
  const slow = (path: string): boolean => path.startsWith('/api/paper') || path === '/api/backups' || path === '/api/whole-shop';
  const routes = await routesOf();
  expect(routes.length).toBeGreaterThan(35);
  const request = fc
    .oneof(
      { weight: 50, arbitrary: fc.constantFrom(...routes.filter(({ path }) => !slow(path))) },
      { weight: 1, arbitrary: fc.constantFrom(...routes.filter(({ path }) => path.startsWith('/api/paper'))) },
    )
    .chain((route) =>
      fc.record({
        route: fc.constant(route),
        id: fc.oneof(
          { weight: 6, arbitrary: fc.constant(ownId(route.path)) },
          { weight: 3, arbitrary: fc.constantFrom(...ids) },
          { weight: 1, arbitrary: fc.constantFrom(...ODD_TEXTS) },
        ),
        query: fc.dictionary(
          fc.constantFrom(...route.query, 'q', '__proto__'),
          fc.oneof(fc.constantFrom(...ODD_TEXTS, ...ids), fc.constantFrom('0', '1', '200')),
          { maxKeys: 4 },
        ),
        // as bytes that are no UTF-8, or half of what is meant
        rawQuery: fc.constantFrom('', '', '', '&q=%ED%A0%80', '&q=%', '&q=%ff', '&name[]=1&name[]=2', '&q=a&q=b'),
        body:
          bodies[route.path] === undefined
            ? anyValue(ids)
            : fc.oneof(mutated(bodies[route.path], ids, 120), mutated(bodies[route.path], ids, 30), mutated(bodies[route.path], ids, 8)),
        isFresh: fc.constantFrom(true, true, false),
      }),
    );
  const wrong: unknown[] = [];
  // what a process loads with its first sheet (type, the writer of PDFs) is no answer's fault
  expect((await shop.app.inject(`/api/paper/coach-sheets/${fitting.id}`)).statusCode).toBe(200);
  let slowestMs = 0;
  const answered = new Map<string, number[]>();
  for (const { route, id, query, rawQuery, body, isFresh } of fc.sample(request, { numRuns: REQUESTS, seed: 20_261_128 })) {
    const path = route.path.replace(/\{(\w+)\}/g, (_all, name) =>
      name === 'kind' ? 'wearers' : encodeURIComponent(id.isWellFormed() ? id : 'x'),
    );
    const search = Object.entries(query)
      .filter(([, value]) => value.isWellFormed())
      .map(([name, value]) => `${encodeURIComponent(name)}=${encodeURIComponent(value)}`);
    const url = `${path}?${search.join('&')}${rawQuery}`.slice(0, 15_000);
    const isNew =
      isFresh && route.method === 'POST' && typeof body === 'object' && body !== null && 'id' in body && typeof body.id === 'string';
    const sent = isNew ? { ...body, id: uuid() } : body;
    const payload = route.method === 'POST' || route.method === 'PUT' ? JSON.stringify(sent) : undefined;
    const waitedBefore = waitedMs();
    const began = performance.now();
    const answer =
      route.path === '/api/exchange/{kind}' && route.method === 'POST'
        ? await sendTableFile(shop, 'wearers', JSON.stringify({ kind: 'easytuck.wearers', version: 1, rows: [body, aWearer()] }), 'good', {
            name: 'rows.json',
          })
        : await shop.app.inject({
            method: route.method,
            url,
            ...(payload === undefined ? {} : { payload, headers: { 'content-type': 'application/json' } }),
          });
    // time in which the machine was busy with other work is not the answer's
    const tookMs = performance.now() - began - (waitedMs() - waitedBefore);
    slowestMs = Math.max(slowestMs, tookMs);
    const { statusCode } = answer;
    const of = `${route.method} ${route.path}`;
    answered.set(of, [...(answered.get(of) ?? []), statusCode]);
    // without a printer its routes say so, and mean it
    const isNoPrinter = statusCode === 503 && answer.json<Problem>().code === 'printerAway';
    if ((statusCode >= 500 && !isNoPrinter) || tookMs > SLOWEST_MS)
      wrong.push({
        statusCode,
        tookMs,
        method: route.method,
        url: url.slice(0, 300),
        body: payload?.slice(0, 1_500),
        answer: answer.body.slice(0, 300),
      });
  }
  if (process.env['ATTACK_TABLE'] !== undefined)
    console.table(
      Object.fromEntries(
        [...answered].map(([of, all]) => [
          of,
          Object.fromEntries([...new Set(all)].sort().map((each) => [each, all.filter((one) => one === each).length])),
        ]),
      ),
    );
  console.log(
    `attack: ${REQUESTS} requests over ${routes.length} routes, ${wrong.length} answered 5xx or late, slowest ${Math.round(slowestMs)} ms`,
  );
  expect(wrong).toEqual([]);
  // most of what is refused is refused at the door; enough must get through to be an attack on what is behind it
  const through = [...answered.values()].flat().filter((status) => status < 300).length;
  expect(through).toBeGreaterThan(REQUESTS / 4);
  // and the shop still works
  expect((await shop.app.inject({ method: 'POST', url: '/api/wearers', payload: aWearer() })).statusCode).toBe(201);
});
