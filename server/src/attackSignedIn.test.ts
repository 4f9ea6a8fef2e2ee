/** The generated attack on the routes that need somebody signed in, or a link’s key: none may be answered with 5xx. */
import { LINK_HEADER, type GivenLink, type GivenPartyLink, type Person } from '@easytuck/contract';
import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import { anyValue, mutated, ODD_TEXTS, routesOf, type OpenApi } from './attackTesting.ts';
import { aParty } from './modules/parties/testing.ts';
import { OWNER, setUp, setUpOwner } from './modules/people/testing.ts';
import { aFitting, aTie, aWearer, openTestShop, type TestShop } from './testing.ts';

const REQUESTS = 1_200;

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop({ checkAnswers: false, trustProxy: true, address: 'https://tuck.example' });
});
afterAll(async () => {
  await shop.close();
});

/** Routes of people, sessions, links, parties, privacy and the audit log. */
const CONCERNED = /^\/api\/(?:people|session|own|links|pocket|part|privacy|deeds|servers|watch|imports)/;
/** Routes that end the session, or that take long. */
const LEFT_OUT = new Set(['DELETE /api/session', 'POST /api/session/everywhere']);

it(`answers ${REQUESTS.toLocaleString('en-GB')} odd requests from somebody signed in, none with 5xx`, async () => {
  const owner = await setUpOwner(shop.app);
  const reader: Person = await setUp(owner, 'reader', 'Ada Larch');
  const post = async <T>(url: string, body: object): Promise<T> => (await owner.send('POST', url, body)).json<T>();
  const wearer = await post<{ id: string }>('/api/wearers', aWearer());
  const tie = await post<{ id: string }>('/api/ties', aTie());
  const fitting = await post<{ id: string }>(
    '/api/fittings',
    aFitting({ kind: 'known', id: wearer.id, measured: [], version: null, name: null }, tie.id),
  );
  const party = aParty();
  await post('/api/parties', party);
  const memberId = uuid();
  await post(`/api/parties/${party.id}/members`, { members: [{ id: memberId, name: 'Bo', collar: '16' }] });
  const coach = await post<GivenLink>('/api/links', { id: uuid(), fittingId: fitting.id });
  const lead = await post<GivenPartyLink>(`/api/parties/${party.id}/links`, { id: uuid(), memberId: null });
  const ids = [wearer.id, tie.id, fitting.id, party.id, memberId, reader.id, uuid()];
  const { id: _id, ...typed } = party;
  const bodies: Readonly<Record<string, unknown>> = {
    'POST /api/people': { id: uuid(), name: 'Cy', role: 'reader', password: 'nine parcels for the mayor' },
    'PUT /api/people/{id}': { name: reader.name, role: 'reader', version: 1 },
    'PUT /api/people/{id}/password': { version: 1, password: 'nine parcels for the mayor' },
    'PUT /api/own/pin': { password: OWNER.password, pin: '4071' },
    'POST /api/own/passkeys': {
      ceremony: 'x',
      answer: { id: 'x', rawId: 'x', type: 'public-key', response: {}, clientExtensionResults: {} },
      name: 'Key',
    },
    'POST /api/session/passkey': {
      ceremony: 'x',
      answer: { id: 'x', rawId: 'x', type: 'public-key', response: {}, clientExtensionResults: {} },
    },
    'POST /api/links': { id: uuid(), fittingId: fitting.id },
    'POST /api/parties': party,
    'PUT /api/parties/{id}': { ...typed, version: 1 },
    'POST /api/parties/{id}/members': { members: [{ id: uuid(), name: 'Di', collar: '16' }] },
    'PUT /api/parties/{id}/members/{memberId}': { version: 1, name: 'Bo', collar: '16' },
    'POST /api/parties/{id}/members/table': { text: 'name, collar\nEd, 16', isTrial: true },
    'POST /api/parties/{id}/proposal': { look: { rule: 'share', spreadMm: null, ratio: null, tieIds: [], mustOpen: false } },
    'PUT /api/parties/{id}/ties': { ties: [{ memberId, version: 1, tieId: tie.id, step: 3 }] },
    'POST /api/parties/{id}/cards': { staff: '', cards: [{ memberId, fittingId: uuid() }] },
    'PUT /api/parties/{id}/places': { memberIds: [memberId], to: 'out' },
    'POST /api/parties/{id}/links': { id: uuid(), memberId },
    'POST /api/parties/{id}/links/members': { links: [{ id: uuid(), memberId }] },
    'PUT /api/party-key/members/{memberId}/own': { collar: '16', longEnd: 'left' },
    'POST /api/party-key/links': { links: [{ id: uuid(), memberId }] },
    'POST /api/pocket/tries': { id: uuid(), way: 'front', durationMs: 5_000, steps: [], outcome: 'tied', fault: null, agoMs: 0 },
  };
  const routes = routesOf((await owner.send('GET', '/api/docs/json')).json<OpenApi>()).filter(
    ({ method, path }) => CONCERNED.test(path) && !LEFT_OUT.has(`${method} ${path}`) && !path.includes('/paper/'),
  );
  expect(routes.length).toBeGreaterThan(40);
  const idOf = (name: string, path: string): string =>
    name === 'memberId'
      ? memberId
      : name === 'linkId'
        ? coach.link.id
        : path.includes('/people')
          ? reader.id
          : path.includes('/parties')
            ? party.id
            : wearer.id;
  const byKey = (path: string, key: string): Record<string, string> =>
    /^\/api\/(?:pocket|party-key)/.test(path) ? { [LINK_HEADER]: key } : {};
  const wrong: unknown[] = [];
  const note = (
    method: string,
    url: string,
    payload: object | undefined,
    { statusCode, body }: { statusCode: number; body: string },
  ): void => {
    if (statusCode >= 500)
      wrong.push({
        statusCode,
        method,
        url: url.slice(0, 300),
        body: payload && JSON.stringify(payload).slice(0, 600),
        answer: body.slice(0, 300),
      });
  };
  // every key in every address, damaged in every way
  const damaged = ['%00', '%ff', '%', 'é', '𠮷野', '\u202e', '\uffff', 'a b', '..', 'x'.repeat(700), 'x'.repeat(3_000)];
  for (const { method, path } of routes.filter(({ path }) => path.includes('{')))
    for (const key of damaged) {
      const url = path.replace(/\{\w+\}/g, key.startsWith('%') ? key : encodeURIComponent(key));
      const payload = method === 'POST' || method === 'PUT' ? (bodies[`${method} ${path}`] ?? {}) : undefined;
      note(method, url, payload, await owner.send(method, url, payload, byKey(path, lead.key)));
    }
  const request = fc.constantFrom(...routes).chain((route) => {
    const body = bodies[`${route.method} ${route.path}`];
    return fc.record({
      route: fc.constant(route),
      id: fc.oneof(
        { weight: 5, arbitrary: fc.constant(null) },
        { weight: 2, arbitrary: fc.constantFrom(...ids) },
        { weight: 3, arbitrary: fc.constantFrom(...ODD_TEXTS.filter((text) => text.length < 2_000 && text !== '')) },
      ),
      query: fc.dictionary(fc.constantFrom(...route.query, 'q', '__proto__'), fc.constantFrom(...ODD_TEXTS, ...ids), { maxKeys: 3 }),
      body: body === undefined ? anyValue(ids) : fc.oneof(mutated(body, ids, 120), mutated(body, ids, 12)),
      key: fc.constantFrom(
        coach.key,
        lead.key,
        lead.key,
        'AAAAAAAAAAAAAAAAAAAAAA',
        ...ODD_TEXTS.filter((text) => /^[\x20-\x7e]{1,200}$/.test(text)),
      ),
    });
  });
  let through = 0;
  for (const { route, id, query, body, key } of fc.sample(request, { numRuns: REQUESTS, seed: 20_261_201 })) {
    const path = route.path.replace(/\{(\w+)\}/g, (_all, name: string) => {
      const text = id ?? idOf(name, route.path);
      return encodeURIComponent(text.isWellFormed() ? text : 'x');
    });
    const search = Object.entries(query)
      .filter(([, value]) => value.isWellFormed())
      .map(([name, value]) => `${encodeURIComponent(name)}=${encodeURIComponent(value)}`);
    const url = `${path}?${search.join('&')}`.slice(0, 12_000);
    const payload = route.method === 'POST' || route.method === 'PUT' ? (body ?? {}) : undefined;
    const answer = await owner.send(route.method, url, payload, byKey(route.path, key));
    if (answer.statusCode < 300) through += 1;
    note(route.method, url, payload, answer);
    // whatever became of the session, the next request is from somebody signed in again
    if (answer.statusCode === 401) await owner.signIn(OWNER);
  }
  console.log(`attack, signed in: ${REQUESTS} requests over ${routes.length} routes, ${wrong.length} answered 5xx, ${through} got through`);
  expect(wrong).toEqual([]);
  expect(through).toBeGreaterThan(REQUESTS / 8);
});
