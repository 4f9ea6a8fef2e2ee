import {
  DEFAULT_SHOP,
  LINK_HEADER,
  type DueRecords,
  type Erasure,
  type Fitting,
  type HeldRecords,
  type PartyPage,
  type Problem,
  type Tie,
  type Tying,
  type Wearer,
} from '@easytuck/contract';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as uuid } from 'uuid';
import { openShopFile } from '../../backup/openShopFile.ts';
import { readRows } from '../../database/readRows.ts';
import { cardService } from '../cards/service.ts';
import { aParty } from '../parties/testing.ts';
import { labelRepository } from '../printer/repository.ts';
import { aFitting, aTie, aWearer, sendTableFile, testShop } from '../../testing.ts';

const { shop, send, get } = testShop();

const NAME = 'Quentin Zabrowski-Vale';
const tie = aTie();

/** Somebody with a second record merged in, measures, a fitting with everything measured, tyings with remarks, and a link. */
async function somebody(name = NAME): Promise<{ wearer: Wearer; fitting: Fitting; key: string }> {
  await send('POST', '/api/ties', tie);
  const first = (await send('POST', '/api/wearers', aWearer({ name, bareNeckMm: 388, contact: 'zabrowski@post.example' }))).json<Wearer>();
  const second = (await send('POST', '/api/wearers', aWearer({ name: `${name} the same`, note: 'likes it wide' }))).json<Wearer>();
  const wearer = (
    await send('POST', `/api/wearers/${first.id}/merge`, { fromId: second.id, version: first.version, fromVersion: second.version })
  ).json<Wearer>();
  const known = { kind: 'known', id: wearer.id, name: null, version: wearer.version, measured: [] as never[] } as const;
  const fitting = (
    await send(
      'POST',
      '/api/fittings',
      aFitting(known, tie.id, { neckBreadthMm: 121.25, faceWidthMm: 137.5, handedOver: 'theirs', note: `for ${name}` }),
    )
  ).json<Fitting>();
  for (let i = 0; i < 3; i += 1)
    await send('POST', '/api/tyings', {
      ...{ id: uuid(), wearerId: wearer.id, tieId: tie.id, fittingId: fitting.id, outcome: 'tied', note: `${name} was late` },
      ...{
        frontLoopMm: 62,
        frontFlatEndMm: 61,
        backLoopMm: 61,
        backFlatEndMm: 62,
        setMm: fitting.result.setMm,
        leadMm: 45,
        neckPathMm: 420,
      },
    });
  const { key } = (await send('POST', '/api/links', { id: uuid(), fittingId: fitting.id })).json<{ key: string }>();
  return { wearer, fitting, key };
}

/** Every row of every table of the shop, as text, by its table. */
async function everyRow(): Promise<ReadonlyMap<string, readonly string[]>> {
  const tables = await readRows<{ name: string }>(
    shop.sequelize,
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE'",
    [],
  );
  const all = new Map<string, readonly string[]>();
  for (const { name } of tables)
    all.set(
      name,
      (await readRows(shop.sequelize, `SELECT * FROM ${name}`, [])).map((row) => JSON.stringify(row)),
    );
  return all;
}

/** Every table of the shop as text. */
const everything = async (): Promise<string> => [...(await everyRow()).values()].flat().join('\n');

it('what is held of a wearer is told whole, in one file', async () => {
  const { wearer, fitting } = await somebody();
  const held = (await get(`/api/wearers/${wearer.id}/held`)).json<HeldRecords>();
  expect(held).toMatchObject({ of: NAME, wearer: { id: wearer.id, contact: 'zabrowski@post.example' } });
  expect([held.mergedRecords, held.fittings, held.tyings, held.links].map((list) => list.length)).toEqual([1, 1, 3, 1]);
  expect(held.measures.length).toBeGreaterThan(3);
  expect(held.fittings[0]).toMatchObject({ id: fitting.id, inputs: { faceWidthMm: 137.5 } });
  expect(JSON.stringify(held)).not.toContain('key_hash');
});

describe('erasing a wearer', () => {
  let wearer: Wearer;
  let fitting: Fitting;
  let key: string;
  beforeAll(async () => {
    ({ wearer, fitting, key } = await somebody());
  });

  it('says beforehand what goes', async () => {
    expect((await get(`/api/wearers/${wearer.id}/erasure`)).json<Erasure>()).toMatchObject({
      records: 2,
      fittings: 1,
      tyings: 3,
      links: 1,
    });
    expect((await get(`/api/wearers/${wearer.id}`)).statusCode).toBe(200);
  });

  it('is refused over a version that is gone', async () => {
    const answer = await send('POST', `/api/wearers/${wearer.id}/erasure`, { version: wearer.version + 7 });
    expect([answer.statusCode, answer.json<Problem>().code]).toEqual([409, 'stale']);
  });

  it('leaves no letter of them in any table, and keeps what the tie’s tyings showed', async () => {
    // (another of that name is on record from before: their own stays)
    const others = (await get('/api/wearers?q=zabrowski')).json<{ wearers: Wearer[] }>().wearers.filter(({ id }) => id !== wearer.id);
    for (const { id, version } of others) expect((await send('POST', `/api/wearers/${id}/erasure`, { version })).statusCode).toBe(200);
    const learnt = async () =>
      (await get(`/api/tyings?tieId=${tie.id}`))
        .json<{ tyings: Tying[] }>()
        .tyings.map(({ id, frontLoopMm, setMm }) => [id, frontLoopMm, setMm]);
    const before = await learnt();
    // a table that named them
    await sendTableFile(shop, 'wearers', `name,collar,long end\n${NAME},nonsense,left\n`, 'check', { key: uuid() });
    expect(JSON.stringify(await readRows(shop.sequelize, 'SELECT report, problem FROM imports', []))).toContain('row');
    const { version } = (await get(`/api/wearers/${wearer.id}`)).json<Wearer>();
    expect(await everything()).toContain('Zabrowski');
    expect((await send('POST', `/api/wearers/${wearer.id}/erasure`, { version })).json<Erasure>()).toMatchObject({ records: 2, tyings: 3 });
    const after = await everything();
    for (const trace of ['Zabrowski', 'zabrowski', wearer.id, '121.25', '137.5', 'was late', 'likes it wide'])
      expect([trace, after.includes(trace)]).toEqual([trace, false]);
    expect(await learnt()).toEqual(before);
    expect((await get(`/api/ties/${tie.id}`)).json<Tie>().id).toBe(tie.id);
  });

  it('afterwards nobody is found, the fitting stands without a name, its paper is made, and the link opens nothing', async () => {
    expect((await get(`/api/wearers/${wearer.id}`)).statusCode).toBe(404);
    expect((await get('/api/wearers')).json<{ wearers: Wearer[] }>().wearers.map(({ name }) => name)).not.toContain('');
    expect((await get('/api/wearers?show=away')).json<{ wearers: Wearer[] }>().wearers).toEqual([]);
    const kept = (await get(`/api/fittings/${fitting.id}`)).json<Fitting>();
    expect([kept.wearer.name, kept.card?.wearer, kept.note, kept.faceWidthMm]).toEqual(['', '', '', null]);
    expect((await get(`/api/paper/cards?ids=${fitting.id}`)).statusCode).toBe(200);
    expect((await get(`/api/fittings/${fitting.id}/recomputed`)).statusCode).toBe(200);
    expect((await shop.app.inject({ method: 'GET', url: '/api/pocket', headers: { [LINK_HEADER]: key } })).statusCode).toBe(404);
    expect((await get('/api/exchange/wearers?format=json')).body).not.toContain('""name"":""""');
    // sent again
    expect((await send('POST', `/api/wearers/${wearer.id}/erasure`, { version: 1 })).statusCode).toBe(404);
  });

  it('nobody can be fitted, merged into, or changed by the key of nobody', async () => {
    const nobody = '00000000-0000-7000-8000-000000000000';
    expect((await get(`/api/wearers/${nobody}`)).statusCode).toBe(404);
    expect((await send('POST', `/api/wearers/${nobody}/erasure`, { version: 1 })).statusCode).toBe(404);
    const known = { kind: 'known', id: nobody, name: null, version: 1, measured: [] as never[] } as const;
    expect((await send('POST', '/api/fittings', aFitting(known, tie.id))).statusCode).toBe(400);
  });
});

it('lists whose records are due by the years that the shop keeps them, and none of somebody whose day is still to come', async () => {
  expect((await get('/api/privacy/due')).json<DueRecords>()).toEqual({ keepYears: null, due: [], more: false });
  await send('PUT', '/api/shop', { ...DEFAULT_SHOP, keepYears: 3, version: 1 });
  const [old, coming, recent] = [uuid(), uuid(), uuid()];
  for (const [id, name] of [
    [old, 'Old Record'],
    [coming, 'Coming Day'],
    [recent, 'Recent Record'],
  ] as const)
    await send('POST', '/api/wearers', aWearer({ id, name, eventOn: id === coming ? '2099-01-01' : null }));
  await shop.sequelize.query(`UPDATE wearers SET seen_at = UTC_TIMESTAMP(3) - INTERVAL 37 MONTH WHERE id IN ('${old}', '${coming}')`);
  await shop.sequelize.query(`UPDATE wearers SET seen_at = UTC_TIMESTAMP(3) - INTERVAL 35 MONTH WHERE id = '${recent}'`);
  expect((await get('/api/privacy/due')).json<DueRecords>()).toMatchObject({
    keepYears: 3,
    due: [{ id: old, name: 'Old Record' }],
    more: false,
  });
});

/** Tables that hold something of a person and are in no privacy file, each with why. */
const NOT_IN_FILE: Readonly<Record<string, string>> = {
  wearer_words: 'parts of the name, to search by',
  labels: 'a card that is in the file already, on its way to the printer',
  party_links: 'the hash of a key; where it leads to is in the file',
};

async function allOf(lines: AsyncIterable<string>): Promise<string[]> {
  const all = [];
  for await (const line of lines) all.push(line);
  return all;
}

/** The shop’s whole file, unpacked: its tables, each with its lines. */
async function wholeFile(): Promise<ReadonlyMap<string, readonly string[]>> {
  const folder = await mkdtemp(join(tmpdir(), 'whole-'));
  try {
    const path = join(folder, 'shop.zip');
    await writeFile(path, (await get('/api/whole-shop')).rawPayload);
    const file = await openShopFile(path);
    const lines = new Map<string, readonly string[]>();
    for (const { name } of file.manifest.tables) lines.set(name, await allOf(file.lines(name)));
    file.close();
    return lines;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

it('what a privacy file says of somebody is what is erased of them, over all tables, and the shop’s whole file holds no more', async () => {
  const name = 'Wilhelmina Okonjo-Drax';
  const { wearer, fitting } = await somebody(name);
  // a place on a party’s list with a link of their own, and a label that waits
  const party = aParty({ name: 'A party of anybody’s' });
  await send('POST', '/api/parties', party);
  const page = (
    await send('POST', `/api/parties/${party.id}/members`, { members: [{ id: uuid(), name, wearerId: wearer.id }] })
  ).json<PartyPage>();
  const member = page.members[0];
  expect((await send('POST', `/api/parties/${party.id}/links`, { id: uuid(), memberId: member?.id })).statusCode).toBe(200);
  const { svg, title } = await cardService(shop.app.database).labelSvg(fitting.id);
  await labelRepository(shop.app.database).add('none', { id: uuid(), title, svg }, new Date());

  const held = (await get(`/api/wearers/${wearer.id}/held`)).json<HeldRecords>();
  const inFile: Readonly<Record<string, number>> = {
    wearers: 1 + held.mergedRecords.length,
    wearer_measures: held.measures.length,
    wearer_ties: held.ties.length,
    fittings: held.fittings.length,
    tyings: held.tyings.length,
    coach_links: held.links.length,
    party_members: held.parties.length,
  };
  const keys = [wearer.id, ...held.mergedRecords.map(({ id }) => String(id)), member?.id ?? 'none'];
  const isOfThem = (row: string): boolean => [name, 'Okonjo', ...keys].some((trace) => row.includes(trace));
  const found = [...(await everyRow())].flatMap(([table, rows]) => {
    const count = rows.filter(isOfThem).length;
    return count === 0 ? [] : [[table, count] as const];
  });
  for (const [table, count] of found) if (!(table in NOT_IN_FILE)) expect([table, inFile[table]]).toEqual([table, count]);
  expect(found.map(([table]) => table)).toEqual(expect.arrayContaining([...Object.keys(inFile), ...Object.keys(NOT_IN_FILE)]));

  // the whole file holds of them what the privacy file says, and the words their name is searched by
  for (const [table, lines] of await wholeFile()) {
    const count = lines.filter(isOfThem).length;
    if (count > 0 && !(table in NOT_IN_FILE)) expect([table, inFile[table]]).toEqual([table, count]);
  }

  const { version } = (await get(`/api/wearers/${wearer.id}`)).json<Wearer>();
  expect((await send('POST', `/api/wearers/${wearer.id}/erasure`, { version })).statusCode).toBe(200);
  const left = [...(await everyRow())].flatMap(([table, rows]) =>
    rows.filter((row) => [name, 'Okonjo', ...keys.slice(0, -1)].some((trace) => row.includes(trace))).map(() => table),
  );
  expect(left).toEqual([]);
  const whole = [...(await wholeFile()).values()].flat().join('\n');
  expect(whole).toContain('A party of anybody');
  for (const trace of [name, 'Okonjo', wearer.id]) expect([trace, whole.includes(trace)]).toEqual([trace, false]);
});
