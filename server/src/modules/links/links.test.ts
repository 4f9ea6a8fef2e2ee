import {
  DEFAULT_SHOP,
  LINK_HEADER,
  type CoachLink,
  type Fitting,
  type GivenLink,
  type PartyPage,
  type PocketCoach,
  type Problem,
  type Tying,
  type Wearer,
} from '@easytuck/contract';
import jsQR from 'jsqr';
import { gzipSync } from 'node:zlib';
import { v7 as uuid } from 'uuid';
import { readRows } from '../../database/readRows.ts';
import { aFitting, aTie, aWearer, openTestShop, type TestShop } from '../../testing.ts';
import { aHelper, aParty } from '../parties/testing.ts';
import { browser, setUpOwner } from '../people/testing.ts';
import { endOf } from './linkEnd.ts';
import { qrCode } from '../../paper/qrCode.ts';

let shop: TestShop;
let owner: Awaited<ReturnType<typeof setUpOwner>>;
let fitting: Fitting;
let wearer: Wearer;
const tie = aTie();
beforeAll(async () => {
  shop = await openTestShop({ trustProxy: true, address: 'https://tuck.example' });
  owner = await setUpOwner(shop.app);
  await owner.send('POST', '/api/ties', tie);
  wearer = (await owner.send('POST', '/api/wearers', aWearer({ contact: 'by the quay', note: 'a private note' }))).json<Wearer>();
  fitting = await giveOut();
});
afterAll(async () => {
  await shop.close();
});

const known = () => ({ kind: 'known', id: wearer.id, name: null, version: wearer.version, measured: [] as never[] }) as const;
const giveOut = async (change: Parameters<typeof aFitting>[2] = {}): Promise<Fitting> =>
  (await owner.send('POST', '/api/fittings', aFitting(known(), tie.id, change))).json<Fitting>();
const give = async (id = uuid()): Promise<GivenLink> =>
  (await owner.send('POST', '/api/links', { id, fittingId: fitting.id })).json<GivenLink>();
const pocket = (key: string, from = '192.0.2.50', method: 'GET' | 'POST' = 'GET', url = '/api/pocket', payload?: object) =>
  browser(shop.app, { from }).send(method, url, payload, { [LINK_HEADER]: key });
const codeOf = ({ statusCode, body }: { statusCode: number; body: string }) => [statusCode, (JSON.parse(body) as Problem).code];

describe('a link for a wearer', () => {
  it('is 128 random bits behind the mark that browsers keep to themselves; only its hash is kept', async () => {
    const { key, address, isReachable } = await give();
    expect(Buffer.from(key, 'base64url')).toHaveLength(16);
    expect([address, isReachable]).toEqual([`https://tuck.example/pocket/#${key}`, true]);
    const rows = await readRows<{ keyHash: string }>(shop.sequelize, 'SELECT key_hash AS keyHash FROM coach_links', []);
    expect(JSON.stringify(rows)).not.toContain(key);
    expect(rows[0]?.keyHash).toMatch(/^[0-9a-f]{64}$/);
  });

  it('opens this tie, this neck and this hand, and nothing else of the shop', async () => {
    const { key } = await give();
    const answer = await pocket(key);
    expect(answer.statusCode).toBe(200);
    const told = answer.json<PocketCoach>();
    expect(told).toMatchObject({ wearer: wearer.name, longEnd: 'left', fitting: { id: fitting.id, setMm: fitting.result.setMm } });
    expect(answer.body).not.toContain('by the quay');
    expect(answer.body).not.toContain('a private note');
    expect(told.first.picture.patches.length).toBeGreaterThan(200);
    // small enough for a slow telephone
    expect(gzipSync(answer.rawPayload).length).toBeLessThan(20_000);
  });

  it('opens no other route, also at a browser where somebody is signed in', async () => {
    const { key } = await give();
    const document = (await owner.send('GET', '/api/docs/json')).json<{ paths: Record<string, Record<string, unknown>> }>();
    let asked = 0;
    for (const [path, methods] of Object.entries(document.paths))
      for (const method of Object.keys(methods)) {
        // (what links to parties open asks for keys of its own, and is tested there)
        if (
          path.startsWith('/api/pocket') ||
          path.startsWith('/api/party-key') ||
          !path.startsWith('/api/') ||
          path.startsWith('/api/session') ||
          path === '/api/people/first'
        )
          continue;
        const url = path.replace(/\{kind\}/, 'ties').replace(/\{\w+\}/g, uuid());
        const answer = await owner.send(method.toUpperCase() as 'GET', url, method === 'get' || method === 'delete' ? undefined : {}, {
          [LINK_HEADER]: key,
        });
        expect([method, path, answer.statusCode]).toEqual([method, path, 403]);
        asked += 1;
      }
    expect(asked).toBeGreaterThan(50);
  });

  it('says when it was last opened, and is withdrawn at once', async () => {
    const { key, link } = await give();
    expect(link).toMatchObject({ openedAt: null, openings: 0, givenBy: 'Maud Perrin' });
    await pocket(key);
    await pocket(key);
    const of = async () =>
      (await owner.send('GET', `/api/links?fittingId=${fitting.id}`)).json<{ links: CoachLink[] }>().links.find(({ id }) => id === link.id);
    expect(await of()).toMatchObject({ openings: 2, openedAt: expect.any(String) as string });
    expect((await owner.send('PUT', `/api/links/${link.id}/withdrawn`)).statusCode).toBe(200);
    expect(codeOf(await pocket(key))).toEqual([404, 'noSuchLink']);
    expect((await of())?.withdrawnAt).not.toBeNull();
  });

  it('expired, withdrawn, mistyped, guessed: the same answer to all', async () => {
    const [expired, withdrawn] = [await give(), await give()];
    await owner.send('PUT', `/api/links/${withdrawn.link.id}/withdrawn`);
    await shop.sequelize.query(`UPDATE coach_links SET ends_at = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND WHERE id = '${expired.link.id}'`);
    const keys = [expired.key, withdrawn.key, `${expired.key.slice(0, -1)}?`, Buffer.alloc(16, 7).toString('base64url'), ''];
    const answers = [];
    for (const key of keys) answers.push(await pocket(key, '192.0.2.51'));
    expect(new Set(answers.map(({ statusCode, body }) => `${statusCode} ${body}`)).size).toBe(1);
    expect(codeOf(answers[0] ?? { statusCode: 0, body: '{}' })).toEqual([404, 'noSuchLink']);
    // one that has run out stays so, though the clock is set back
    await shop.sequelize.query(`UPDATE coach_links SET ends_at = UTC_TIMESTAMP(3) + INTERVAL 9 DAY WHERE id = '${expired.link.id}'`);
    expect((await pocket(expired.key, '192.0.2.52')).statusCode).toBe(404);
  });

  it('keys that are guessed are slowed after ten from an address; others are not', async () => {
    const { key } = await give();
    const guess = (i: number) => pocket(Buffer.alloc(16, i).toString('base64url'), '203.0.113.77');
    for (let i = 0; i < 10; i += 1) expect((await guess(i)).statusCode).toBe(404);
    expect(codeOf(await guess(11))).toEqual([429, 'tooOften']);
    expect((await pocket(key, '203.0.113.78')).statusCode).toBe(200);
  });

  it('asked for again under the same key of its record it gets another secret, and the one before opens nothing', async () => {
    const id = uuid();
    const [first, second] = [await give(id), await give(id)];
    expect(second.link.id).toBe(first.link.id);
    expect((await pocket(first.key, '192.0.2.53')).statusCode).toBe(404);
    expect((await pocket(second.key, '192.0.2.53')).statusCode).toBe(200);
  });

  it('names the shop’s telephone, and the party that the tie is for, with its hour and who ties', async () => {
    const { version } = (await owner.send('GET', '/api/shop')).json<{ version: number }>();
    const settings = { ...DEFAULT_SHOP, telephone: '01632 960 011', version };
    expect((await owner.send('PUT', '/api/shop', settings)).statusCode).toBe(200);
    const before = (await pocket((await give()).key)).json<PocketCoach>();
    expect([before.telephone, before.party]).toEqual(['01632 960 011', undefined]);
    const party = aParty({ helpers: [aHelper('Maud')] });
    await owner.send('POST', '/api/parties', party);
    const add = { members: [{ id: uuid(), name: wearer.name, wearerId: wearer.id, whoTies: 'helper' }] };
    const { members } = (await owner.send('POST', `/api/parties/${party.id}/members`, add)).json<PartyPage>();
    await shop.sequelize.query('UPDATE party_members SET fitting_id = ?, tie_id = ? WHERE id = ?', {
      replacements: [fitting.id, tie.id, members[0]?.id],
    });
    const after = (await pocket((await give()).key)).json<PocketCoach>();
    expect(after.party).toMatchObject({ name: party.name, helper: 'Maud', zone: 'Europe/London' });
    expect(Date.parse(after.party?.beginsAt ?? '')).toBeLessThan(Date.parse(after.party?.tiedBy ?? ''));
    const { party: kept } = (await owner.send('GET', `/api/parties/${party.id}`)).json<PartyPage>();
    await owner.send('PUT', `/api/parties/${party.id}/off`, { off: true, version: kept.version });
    expect((await pocket((await give()).key)).json<PocketCoach>().party).toBeUndefined();
  });

  it('leads to the latest revision', async () => {
    const { key } = await give();
    const revised = await giveOut({ leadMm: 30, revises: fitting.id });
    expect((await pocket(key)).json<PocketCoach>().fitting).toMatchObject({ id: revised.id, leadMm: 30, revision: 2 });
    const other = aTie();
    expect((await owner.send('POST', '/api/ties', other)).statusCode).toBe(201);
  });

  it.each([
    ['2026-12-05', '2026-12-12T23:59:59.000Z'],
    ['2026-11-20', '2027-02-27T12:00:00.000Z'],
    [null, '2027-02-27T12:00:00.000Z'],
  ])('with the day %s it runs out at %s: a week after the day, else in ninety days', (day, end) => {
    expect(endOf(day, new Date('2026-11-29T12:00:00Z')).toISOString()).toBe(end);
  });
});

describe('a try by a link', () => {
  const aTry = {
    id: uuid(),
    outcome: 'tied',
    way: 'main',
    durationMs: 184_000,
    steps: [{ step: 'cross', ms: 9_000 }],
    agoMs: 3_600_000,
  } as const;
  const triesOf = async (): Promise<Tying[]> =>
    (await owner.send('GET', `/api/tyings?wearerId=${wearer.id}`)).json<{ tyings: Tying[] }>().tyings;

  it('is logged once into the shop’s record, at the time it was tied at, with the set it was given out with', async () => {
    await shop.sequelize.query('UPDATE fittings SET given_out_at = given_out_at - INTERVAL 2 DAY');
    const { key } = await give();
    expect((await pocket(key, undefined, 'POST', '/api/pocket/tries', aTry)).statusCode).toBe(200);
    // sent again later, from a telephone that did not hear the answer
    expect((await pocket(key, undefined, 'POST', '/api/pocket/tries', { ...aTry, agoMs: 4_000_000 })).statusCode).toBe(200);
    const [only, ...more] = await triesOf();
    expect(more).toEqual([]);
    expect(only).toMatchObject({ id: aTry.id, wearerId: wearer.id, tieId: tie.id, durationMs: 184_000, outcome: 'tied' });
    expect(Date.now() - Date.parse(only?.tiedAt ?? '')).toBeGreaterThan(3_590_000);
    expect(only?.setMm).toBeCloseTo(fitting.result.setMm, 6);
  });

  it('lies no earlier than the fitting, however far a telephone’s clock is off', async () => {
    const { key } = await give();
    const sent = { ...aTry, id: uuid(), agoMs: 100 * 86_400_000 };
    expect((await pocket(key, undefined, 'POST', '/api/pocket/tries', sent)).statusCode).toBe(200);
    const kept = (await triesOf()).find(({ id }) => id === sent.id);
    expect(Date.parse(kept?.tiedAt ?? '')).toBeGreaterThanOrEqual(Date.parse(fitting.givenOutAt) - 2 * 86_400_000 - 1_000);
  });

  it('cannot be somebody else’s: what it is of follows from the key', async () => {
    const { key } = await give();
    const sent = { ...aTry, id: uuid(), wearerId: uuid(), tieId: uuid(), note: 'x' };
    expect((await pocket(key, undefined, 'POST', '/api/pocket/tries', sent)).statusCode).toBe(200);
    expect((await triesOf()).find(({ id }) => id === sent.id)).toMatchObject({ wearerId: wearer.id, tieId: tie.id, note: '' });
  });
});

describe('the code on paper', () => {
  it('is read back as the address by a reader that shares nothing with its writer', () => {
    const address = 'https://tuck.example/pocket/#AbCdEfGhIjKlMnOpQrStUv';
    const [code] = qrCode(address, 0, 0, 30, '', 2);
    if (code?.kind !== 'outline') throw new Error('a code is an outline');
    // bars of dark modules, painted into pixels, three to a module
    const [module, quiet] = [3, 4];
    const bars = [...code.d.matchAll(/M(\d+) (\d+)L(\d+) /g)].map(([, from, row, to]) => [Number(from), Number(row), Number(to)] as const);
    const size = (Math.max(...bars.map(([, , to]) => to)) + 2 * quiet) * module;
    const pixels = new Uint8ClampedArray(4 * size * size).fill(255);
    for (const [from, row, to] of bars)
      for (let y = (row + quiet) * module; y < (row + 1 + quiet) * module; y += 1)
        for (let x = (from + quiet) * module; x < (to + quiet) * module; x += 1) pixels.set([0, 0, 0], 4 * (y * size + x));
    // (its types tell of a module that its file is not)
    const { default: read } = jsQR as unknown as { default: typeof jsQR };
    expect(read(pixels, size, size)?.data).toBe(address);
  });

  it('stands on card, sheet, coach sheet and label where the key is at hand, and not where it is another fitting’s', async () => {
    const { key } = await give();
    for (const what of ['A6', 'sheet', 'coachSheet'])
      expect((await owner.send('POST', `/api/paper/with-link/${fitting.id}`, { key, what })).headers['content-type']).toBe(
        'application/pdf',
      );
    const other = await giveOut({ occasion: 'blackTie' });
    expect(codeOf(await owner.send('POST', `/api/paper/with-link/${other.id}`, { key, what: 'A6' }))).toEqual([404, 'noSuchLink']);
  });
});
