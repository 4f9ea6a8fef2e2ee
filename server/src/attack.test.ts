/** A generated attack: every route of the OpenAPI document, with what nobody would send. Nothing may be answered with 5xx, or late. */
import type { Problem } from '@easytuck/contract';
import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import { anyValue, mutated, ODD_TEXTS, routesOf, waitedMs, type OpenApi } from './attackTesting.ts';
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
  const routes = routesOf((await shop.app.inject('/api/docs/json')).json<OpenApi>());
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
