import {
  LINK_HEADER,
  missingOf,
  type GivenPartyLink,
  type PartyByLink,
  type PartyLink,
  type PartyMember,
  type PartyPage,
  type Problem,
} from '@easytuck/contract';
import { v7 as uuid } from 'uuid';
import { aTie, openTestShop, type TestShop } from '../../testing.ts';
import { browser, setUpOwner } from '../people/testing.ts';
import { aHelper, aParty } from './testing.ts';

let shop: TestShop;
let owner: Awaited<ReturnType<typeof setUpOwner>>;
let id: string;
let members: PartyPage['members'];
beforeAll(async () => {
  shop = await openTestShop({ trustProxy: true, address: 'https://tuck.example' });
  owner = await setUpOwner(shop.app);
  const sent = aParty({ leadName: 'Ottilie Brass', helpers: [aHelper('Maud')] });
  id = sent.id;
  await owner.send('POST', '/api/parties', sent);
  members = (
    await owner.send('POST', `/api/parties/${id}/members`, {
      members: [
        { id: uuid(), name: 'Ada', note: 'pays late' },
        { id: uuid(), name: 'Bo', collar: '16', ground: 'shirt' },
      ],
    })
  ).json<PartyPage>().members;
});
afterAll(async () => {
  await shop.close();
});

const page = async (): Promise<PartyPage> => (await owner.send('GET', `/api/parties/${id}`)).json<PartyPage>();
const give = async (memberId: string | null): Promise<GivenPartyLink> =>
  (await owner.send('POST', `/api/parties/${id}/links`, { id: uuid(), memberId })).json<GivenPartyLink>();
const by = (key: string, method: 'GET' | 'POST' | 'PUT' = 'GET', path = '', payload?: object, from = '192.0.2.60') =>
  browser(shop.app, { from }).send(method, `/api/party-key${path}`, payload, { [LINK_HEADER]: key });
const codeOf = (answer: { statusCode: number; body: string }) => [answer.statusCode, (JSON.parse(answer.body) as Problem).code];
const ada = () => members[0]?.id ?? '';
const bo = () => members[1]?.id ?? '';

describe('a link to a party', () => {
  it('opens for a member their own entry and what the party is, and nothing of anybody else', async () => {
    const { key, address, isReachable } = await give(ada());
    expect([address, isReachable]).toEqual([`https://tuck.example/party#${key}`, true]);
    const answer = await by(key);
    expect(answer.json<PartyByLink>()).toMatchObject({
      who: 'member',
      own: { name: 'Ada', collar: null },
      party: { name: 'Centenary dinner', hour: '19:30' },
    });
    for (const hidden of ['Bo', 'pays late', 'Maud']) expect(answer.body).not.toContain(hidden);
  });
  it('lets a member enter their size, once or again; the shop hears of it and settles it', async () => {
    const { key } = await give(ada());
    expect((await by(key, 'PUT', '/own', { collar: '15 3/4', ground: 'shirt', longEnd: 'right', whoTies: 'self' })).statusCode).toBe(200);
    const entered = (await page()).members[0];
    expect(entered).toMatchObject({
      collar: { label: 15.75 },
      ground: 'shirt',
      longEnd: 'right',
      whoTies: 'self',
      isCollarSettled: false,
      note: 'pays late',
    });
    expect(entered?.enteredAt).not.toBeNull();
    // a neck alone: the size is proposed from it, and known to be
    expect((await by(key, 'PUT', '/own', { collar: null, bareNeckMm: 394 })).statusCode).toBe(200);
    expect((await page()).members[0]).toMatchObject({ collar: null, ground: 'neck', bareNeckMm: 394, longEnd: 'right' });
    const refused = await by(key, 'PUT', '/own', { collar: '4', ground: 'shirt' });
    expect(refused.json<Problem>().errors?.[0]?.path).toBe('collar');
    expect(codeOf(await by(key, 'PUT', '/own', { collar: null }))).toEqual([400, 'invalid']);
  });
  it('a size that comes in while the shop saves the same member is lost by neither', async () => {
    const { key } = await give(bo());
    const answers = await Promise.all([
      by(key, 'PUT', '/own', { collar: '17', ground: 'shirt' }),
      by(key, 'PUT', '/own', { collar: '17', ground: 'shirt' }),
      owner.send('PUT', `/api/parties/${id}/members/${bo()}/day`, { arriveMinutes: 20 }),
    ]);
    expect(answers.map(({ statusCode }) => statusCode)).toEqual([200, 200, 200]);
    expect((await page()).members[1]).toMatchObject({ collar: { label: 17 }, arriveMinutes: 20 });
  });
  it('another size than a tie was set for leaves the tie, and its set to be found anew; the same size leaves both', async () => {
    const { key } = await give(bo());
    const tie = aTie({ inStock: 5 });
    await owner.send('POST', '/api/ties', tie);
    const version = (await page()).members[1]?.version;
    await owner.send('PUT', `/api/parties/${id}/ties`, { ties: [{ memberId: bo(), version, tieId: tie.id, step: 4 }] });
    await by(key, 'PUT', '/own', { collar: '17', ground: 'shirt' });
    expect((await page()).members[1]).toMatchObject({ tieId: tie.id, step: 4 });
    await by(key, 'PUT', '/own', { collar: '16', ground: 'shirt' });
    expect((await page()).members[1]).toMatchObject({ tieId: tie.id, step: null });
  });
  it('does for a member nothing that is the lead’s, and for the lead nothing that is a member’s or the shop’s', async () => {
    const [{ key }, { key: leads }] = [await give(ada()), await give(null)];
    for (const [method, path, body] of [
      ['POST', '/members', { id: uuid(), name: 'X' }],
      ['PUT', `/members/${bo()}/own`, { collar: '15' }],
      ['POST', '/links', { links: [{ id: uuid(), memberId: bo() }] }],
      ['PUT', `/members/${bo()}/day`, { isDone: true }],
    ] as const)
      expect([path, ...codeOf(await by(key, method, path, body))]).toEqual([path, 403, 'notAllowed']);
    expect(codeOf(await by(leads, 'PUT', '/own', { collar: '15' }))).toEqual([403, 'notAllowed']);
    const other = await browser(shop.app, { from: '192.0.2.61' }).send('GET', `/api/parties/${id}`, undefined, { [LINK_HEADER]: leads });
    expect(other.statusCode).toBe(403);
  });
  it('lets the lead see what is missing, add a name, enter a size that was told, pass a link on, and tick off', async () => {
    const { key } = await give(null);
    const added = (await by(key, 'POST', '/members', { id: uuid(), name: 'Cy' })).json<PartyByLink>();
    const cy = added.who === 'lead' ? added.members.find(({ name }) => name === 'Cy') : undefined;
    expect(cy).toMatchObject({ hasCollar: false, missing: ['no collar size', 'hand unknown', 'not asked who ties'] });
    const own = `/members/${cy?.id ?? ''}/own`;
    await by(key, 'PUT', own, { collar: '15', ground: 'shirt' });
    // a size from the lead is marked as theirs, whatever they send, and counts: nothing is to be confirmed
    const told = (await page()).members[2] as PartyMember;
    expect(told).toMatchObject({ collar: { label: 15 }, ground: 'lead' });
    expect(missingOf(told, (await page()).party, new Date())).not.toContain('collarDoubt');
    // the hand and who ties alone leave the size as it is
    const all = (await by(key, 'PUT', own, { longEnd: 'right', whoTies: 'helper' })).json<PartyByLink>();
    expect((await page()).members[2]).toMatchObject({ collar: { label: 15 }, ground: 'lead', longEnd: 'right', whoTies: 'helper' });
    expect(all.who === 'lead' && all.members.find(({ name }) => name === 'Cy')?.missing).toEqual([]);
    expect((await by(key, 'PUT', own, {})).json<Problem>().errors?.[0]?.path).toBe('collar');
    expect((await by(key, 'PUT', own, { collar: '15 1/2 34' })).json<Problem>().errors?.[0]?.message).toContain('the sleeve 34');
    const asked = [cy?.id ?? '', ada()].map((memberId) => ({ id: uuid(), memberId }));
    const made = (await by(key, 'POST', '/links', { links: asked })).json<{ links: GivenPartyLink[] }>().links;
    expect(made.map(({ link }) => link.memberId)).toEqual(asked.map(({ memberId }) => memberId));
    const [passed] = made as [GivenPartyLink, GivenPartyLink];
    expect(codeOf(await by(key, 'POST', '/links', { links: [{ id: uuid(), memberId: uuid() }] }))).toEqual([404, 'notFound']);
    expect((await by(passed.key)).json<PartyByLink>()).toMatchObject({ who: 'member', own: { name: 'Cy' } });
    const onRecord = (await owner.send('GET', `/api/parties/${id}/links`)).json<{ links: PartyLink[] }>().links;
    expect(onRecord.find(({ id: linkId }) => linkId === passed.link.id)).toMatchObject({
      memberId: cy?.id,
      givenBy: 'Ottilie Brass',
      openings: 1,
    });
    const ticked = (await by(key, 'PUT', `/members/${cy?.id ?? ''}/day`, { isDone: true })).json<PartyByLink>();
    expect(ticked.who === 'lead' && ticked.members.find(({ name }) => name === 'Cy')?.isDone).toBe(true);
    // a bow that sits is planned for no more
    expect(ticked.who === 'lead' && ticked.turns.some(({ memberId }) => memberId === cy?.id)).toBe(false);
  });
  it('makes no more links than a party can need, in one request or in many', async () => {
    const { key } = await give(null);
    const many = () => by(key, 'POST', '/links', { links: Array.from({ length: 200 }, () => ({ id: uuid(), memberId: ada() })) });
    const codes: number[] = [];
    for (let i = 0; i < 11; i += 1) codes.push((await many()).statusCode);
    expect([codes[0], codes.at(-1)]).toEqual([200, 413]);
    const one = await by(key, 'POST', '/links', { links: Array.from({ length: 201 }, () => ({ id: uuid(), memberId: ada() })) });
    expect(codeOf(one)).toEqual([400, 'invalid']);
  });
  it('somebody who comes later is tied later, and the sheet is worked out again', async () => {
    const { key } = await give(null);
    const turnOf = (told: PartyByLink) => (told.who === 'lead' ? told.turns.find(({ memberId }) => memberId === bo()) : undefined);
    await by(key, 'PUT', `/members/${bo()}/day`, { arriveMinutes: 90 });
    const before = turnOf((await by(key)).json<PartyByLink>());
    const after = turnOf((await by(key, 'PUT', `/members/${bo()}/day`, { arriveMinutes: 3 })).json<PartyByLink>());
    const hour = Date.parse((await page()).party.sitsAt);
    expect(Date.parse(before?.endsAt ?? '')).toBeLessThanOrEqual(hour - 15 * 60_000);
    // three minutes before the hour, and four minutes of tying: a minute late, and told
    expect(Date.parse(after?.beginsAt ?? '')).toBe(hour - 3 * 60_000);
    expect((await by(key)).json<PartyByLink>()).toMatchObject({ spareMinutes: -1 });
  });
  it('opens nothing once it is withdrawn, its party called off or its member taken off; all are answered the same', async () => {
    const links = { withdrawn: await give(null), off: await give(null), gone: await give(ada()) };
    await owner.send('PUT', `/api/parties/${id}/links/${links.withdrawn.link.id}/withdrawn`);
    const answers = [
      await by(links.withdrawn.key, 'GET', '', undefined, '192.0.2.62'),
      await by(Buffer.alloc(16, 3).toString('base64url'), 'GET', '', undefined, '192.0.2.62'),
    ];
    const one = (await page()).members[0];
    await owner.send('DELETE', `/api/parties/${id}/members/${ada()}?version=${one?.version ?? 0}`);
    answers.push(await by(links.gone.key, 'GET', '', undefined, '192.0.2.62'));
    await owner.send('PUT', `/api/parties/${id}/off`, { version: (await page()).party.version, off: true });
    answers.push(await by(links.off.key, 'GET', '', undefined, '192.0.2.62'));
    expect(new Set(answers.map(({ statusCode, body }) => `${statusCode} ${body}`)).size).toBe(1);
    expect(codeOf(answers[0] ?? { statusCode: 0, body: '{}' })).toEqual([404, 'noSuchLink']);
    await owner.send('PUT', `/api/parties/${id}/off`, { version: (await page()).party.version, off: false });
    expect((await by(links.off.key)).statusCode).toBe(200);
  });
  it('a key of the coach opens no party, and one of a party no coach; guesses at either are counted together', async () => {
    const { key } = await give(null);
    const asked = await browser(shop.app, { from: '192.0.2.63' }).send('GET', '/api/pocket', undefined, { [LINK_HEADER]: key });
    expect(codeOf(asked)).toEqual([404, 'noSuchLink']);
    for (let i = 0; i < 9; i += 1) await by(Buffer.alloc(16, i + 20).toString('base64url'), 'GET', '', undefined, '192.0.2.63');
    expect(codeOf(await by(Buffer.alloc(16, 99).toString('base64url'), 'GET', '', undefined, '192.0.2.63'))).toEqual([429, 'tooOften']);
  });
});
