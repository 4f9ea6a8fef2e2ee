import { ledger, type ClothLearning, type Fitting, type LikeWearer, type Problem, type Wearer } from '@easytuck/contract';
import Papa from 'papaparse';
import { v7 as uuid } from 'uuid';
import { insertRows } from './database/insertRows.ts';
import { readRows } from './database/readRows.ts';
import { withTransaction } from './database/withTransaction.ts';
import { keepMeasuresAndRevisions } from './migrations/2026-11-24-23-40-keep-measures-and-revisions.ts';
import { aFitting, aTie, aWearer, openTestShop, type TestShop } from './testing.ts';
import { likeness } from './modules/wearers/likeness.ts';
import { nameWords, searchWords } from './modules/wearers/searchWords.ts';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(async () => {
  await shop.close();
});

const send = (method: 'POST' | 'PUT' | 'DELETE', url: string, payload?: object) =>
  shop.app.inject({ method, url, ...(payload ? { payload } : {}) });
const get = (url: string) => shop.app.inject({ method: 'GET', url });
const enter = async (change: Parameters<typeof aWearer>[0]): Promise<Wearer> =>
  (await send('POST', '/api/wearers', aWearer(change))).json<Wearer>();
const names = async (q: string): Promise<string[]> =>
  (await get(`/api/wearers?${new URLSearchParams({ q }).toString()}`)).json<{ wearers: Wearer[] }>().wearers.map(({ name }) => name);

describe('searchWords', () => {
  it('takes names apart into words without marks and capitals, with their first letters', () => {
    expect(nameWords('Solheim-Groves, Åse Ø.')).toEqual(['solheim', 'groves', 'ase', 'o']);
    expect(searchWords('Ivo')).toEqual(['ivo', 'i', 'iv']);
    expect(searchWords('   ')).toEqual([]);
  });
});

describe('finding a wearer', () => {
  it('goes by the beginnings of words, in any order, whatever the marks, latest first', async () => {
    await enter({ name: 'Zorica Brânză-Wimpole' });
    await enter({ name: 'Wimpole Zander' });
    expect(await names('wim')).toEqual(['Wimpole Zander', 'Zorica Brânză-Wimpole']);
    expect(await names('branz')).toEqual(['Zorica Brânză-Wimpole']);
    expect(await names('wimp zor')).toEqual(['Zorica Brânză-Wimpole']);
    expect(await names('z wimpole')).toEqual(['Wimpole Zander', 'Zorica Brânză-Wimpole']);
    // letters from the middle of a name find it too, after those that begin with them
    expect(await names('impole')).toEqual(['Wimpole Zander', 'Zorica Brânză-Wimpole']);
    expect(await names('poles')).toEqual([]);
    expect(await names('po')).toEqual([]);
    expect(await names('zor mpol')).toEqual(['Zorica Brânză-Wimpole']);
  });
  it('finds somebody under a new name, and no longer under the old one', async () => {
    const { id, version } = await enter({ name: 'Oldname Quist' });
    const { id: _id, ...data } = aWearer({ name: 'Newname Quist' });
    await send('PUT', `/api/wearers/${id}`, { ...data, version });
    expect(await names('oldn')).toEqual([]);
    expect(await names('newn')).toEqual(['Newname Quist']);
  });
});

describe('measures over time', () => {
  it('are kept each time they change, with day and name, and are never overwritten', async () => {
    const { id } = await enter({ name: 'Measured Twice', neckBreadthMm: 128, takenBy: 'Hester' });
    const { id: _id, ...data } = aWearer({ name: 'Measured Twice', neckBreadthMm: 131, collar: '16 1/2', takenBy: 'Osric' });
    await send('PUT', `/api/wearers/${id}`, { ...data, version: 1 });
    await send('PUT', `/api/wearers/${id}`, { ...data, neckBreadthMm: null, version: 2 });
    const { measures } = (await get(`/api/wearers/${id}/measures`)).json<{
      measures: { kind: string; value: unknown; takenBy: string }[];
    }>();
    expect(measures.filter(({ kind }) => kind === 'neckBreadthMm')).toMatchObject([
      { value: null, takenBy: 'Osric' },
      { value: 131, takenBy: 'Osric' },
      { value: 128, takenBy: 'Hester' },
    ]);
    expect(measures.filter(({ kind }) => kind === 'collar').map(({ value }) => value)).toEqual([
      { text: '16 1/2', system: 'in', label: 16.5 },
      { text: '16', system: 'in', label: 16 },
    ]);
    expect(measures.filter(({ kind }) => kind === 'longEnd')).toHaveLength(1);
  });

  it('propose a collar half an inch over the bare neck, marked as an estimate, until one is read off a shirt', async () => {
    const proposed = await enter({ name: 'No Shirt', collar: '', bareNeckMm: 393.7 });
    expect(proposed).toMatchObject({ collar: { system: 'in', label: 16 }, collarEstimated: true });
    const { id: _id, ...data } = aWearer({ name: 'No Shirt', collar: '15 3/4', bareNeckMm: 393.7 });
    const read = (await send('PUT', `/api/wearers/${proposed.id}`, { ...data, version: 1 })).json<Wearer>();
    expect(read).toMatchObject({ collar: { label: 15.75 }, collarEstimated: false });
    const neither = await send('POST', '/api/wearers', aWearer({ collar: '' }));
    expect(neither.json<Problem>().errors?.[0]?.path).toBe('collar');
  });

  it('come from the bench too, where they were taken at a fitting; what was not measured changes nothing', async () => {
    const wearer = await enter({ name: 'Measured At The Bench', neckBreadthMm: 130 });
    const tie = aTie();
    await send('POST', '/api/ties', tie);
    const known = { kind: 'known', id: wearer.id } as const;
    const measured = { ...known, measured: ['faceWidthMm' as const, 'collar' as const], version: 1 };
    await send('POST', '/api/fittings', aFitting(measured, tie.id, { faceWidthMm: 141, collar: '16 1/4', staff: 'Prudence' }));
    expect((await get(`/api/wearers/${wearer.id}`)).json()).toMatchObject({
      faceWidthMm: 141,
      neckBreadthMm: 130,
      collar: { label: 16.25 },
      version: 2,
    });
    await send('POST', '/api/fittings', aFitting(known, tie.id, { collar: '16 1/4' }));
    expect((await get(`/api/wearers/${wearer.id}`)).json()).toMatchObject({ version: 2 });
    const { measures } = (await get(`/api/wearers/${wearer.id}/measures`)).json<{ measures: { kind: string; takenBy: string }[] }>();
    expect(
      measures
        .filter(({ takenBy }) => takenBy === 'Prudence')
        .map(({ kind }) => kind)
        .sort(),
    ).toEqual(['collar', 'faceWidthMm']);
  });
});

describe('likely doubles', () => {
  const collar = { system: 'in', label: 16 } as const;
  const other = (name: string, label = 16) => ({ name, collar: { text: String(label), system: 'in' as const, label } });
  it.each([
    ['Corin Attleby', 'corin  attleby', ['sameName', 'sameCollar']],
    ['Attleby, Corin', 'Corin Attleby', ['sameNameParts', 'sameCollar']],
    ['Corin Atleby', 'Corin Attleby', ['likeName', 'sameCollar']],
    ['Marit Solheim', 'Marit Solheim-Groves', ['sameNameParts', 'sameCollar']],
    ['Corin Attleby', 'Ottoline Vance', []],
  ])('%s and %s: %j', (name, known, because) => {
    expect(likeness(name, collar, other(known))).toEqual(because);
  });
  it('say nothing of the collar where it differs by more than half a size', () => {
    expect(likeness('Corin Attleby', collar, other('Corin Attleby', 17))).toEqual(['sameName']);
  });

  it('are pointed out and merged: history, fittings, ties and tyings of both are then in one place', async () => {
    const into = await enter({ name: 'Dorrit Okafor', note: 'first' });
    const from = await enter({ name: 'Dorit Okafor', note: 'second', faceWidthMm: 138, collar: '16' });
    const like = (await get(`/api/wearers/like?name=Dorrit%20Okafor&collar=16&except=${into.id}`)).json<{ wearers: LikeWearer[] }>()
      .wearers;
    expect(like.map(({ wearer }) => wearer.id)).toEqual([from.id]);
    const tie = aTie();
    await send('POST', '/api/ties', tie);
    const fitting = (await send('POST', '/api/fittings', aFitting({ kind: 'known', id: from.id }, tie.id))).json<Fitting>();
    await send('PUT', `/api/wearers/${from.id}/ties/${tie.id}`);
    await send('POST', '/api/tyings', {
      id: uuid(),
      wearerId: from.id,
      tieId: tie.id,
      fittingId: fitting.id,
      outcome: 'tied',
      frontLoopMm: 61,
    });

    const stale = await send('POST', `/api/wearers/${into.id}/merge`, { fromId: from.id, version: 7, fromVersion: from.version });
    expect(stale.json()).toMatchObject({ code: 'stale' });
    const merged = await send('POST', `/api/wearers/${into.id}/merge`, {
      fromId: from.id,
      version: into.version,
      fromVersion: from.version,
    });
    expect(merged.json()).toMatchObject({ name: 'Dorrit Okafor', faceWidthMm: 138, note: 'first\nsecond', version: 2 });
    expect((await get(`/api/wearers/${from.id}`)).json()).toMatchObject({ mergedInto: into.id });
    expect((await get(`/api/fittings?wearerId=${into.id}`)).json<{ fittings: Fitting[] }>().fittings.map(({ id }) => id)).toEqual([
      fitting.id,
    ]);
    // what was given out still bears the name it was given out to
    expect((await get(`/api/fittings/${fitting.id}`)).json()).toMatchObject({ wearer: { id: into.id, name: 'Dorit Okafor' } });
    expect((await get(`/api/tyings?wearerId=${into.id}`)).json()).toMatchObject({ tyings: [{ outcome: 'tied', frontLoopMm: 61 }] });
    expect((await get(`/api/wearers/${into.id}/ties`)).json()).toMatchObject({ ties: [{ tieId: tie.id, tieName: tie.name }] });
    expect((await get(`/api/wearers/${into.id}/measures`)).json<{ measures: unknown[] }>().measures.length).toBe(5);
    expect(await names('okafor')).toEqual(['Dorrit Okafor']);
    // a fitting that was on its way for the other record goes to where that went
    const late = (await send('POST', '/api/fittings', aFitting({ kind: 'known', id: from.id }, tie.id))).json<Fitting>();
    expect(late.wearer.id).toBe(into.id);
    const again = await send('POST', `/api/wearers/${into.id}/merge`, { fromId: from.id, version: 3, fromVersion: 2 });
    expect(again.statusCode).toBe(400);
  });
});

describe('revisions', () => {
  const start = async () => {
    const wearer = await enter({ name: `Revised ${uuid().slice(-4)}` });
    const tie = aTie({ name: 'To be revised' });
    await send('POST', '/api/ties', tie);
    const first = (await send('POST', '/api/fittings', aFitting({ kind: 'known', id: wearer.id }, tie.id))).json<Fitting>();
    return { wearer, tie, first, known: { kind: 'known', id: wearer.id } as const };
  };

  it('take the place of what was given out, which stays as it was', async () => {
    const { wearer, tie, first, known } = await start();
    const sent = aFitting(known, tie.id, { step: 5, revises: first.id });
    const second = (await send('POST', '/api/fittings', sent)).json<Fitting>();
    expect(second.revision).toEqual({ number: 2, rootId: first.id, revises: first.id });
    expect((await send('POST', '/api/fittings', sent)).statusCode).toBe(200);
    const { revisions } = (await get(`/api/fittings/${first.id}/revisions`)).json<{ revisions: Fitting[] }>();
    expect(revisions).toEqual([first, second]);
    const list = async (all: string) =>
      (await get(`/api/fittings?wearerId=${wearer.id}&all=${all}`)).json<{ fittings: Fitting[] }>().fittings.map(({ id }) => id);
    expect([await list('no'), await list('yes')]).toEqual([[second.id], [second.id, first.id]]);
    expect(second.card?.revision).toBe(2);
  });

  it('are refused over one that somebody else has revised, with the latest', async () => {
    const { tie, first, known } = await start();
    const both = await Promise.all(
      [5, 6].map((step) => send('POST', '/api/fittings', aFitting(known, tie.id, { step, revises: first.id }))),
    );
    expect(both.map(({ statusCode }) => statusCode).sort()).toEqual([201, 409]);
    const refused = both.find(({ statusCode }) => statusCode === 409)?.json<Problem>();
    const won = both.find(({ statusCode }) => statusCode === 201)?.json<Fitting>();
    expect(refused).toMatchObject({ code: 'stale', current: { id: won?.id } });
  });

  it('are worked out again with today’s tie beside what was given out, and nothing is overwritten', async () => {
    const { tie, first } = await start();
    const { id, ...data } = tie;
    expect((await get(`/api/fittings/${first.id}/recomputed`)).json()).toMatchObject({ tieChanged: false, now: first.result });
    if (data.hardware.kind !== 'slots') throw new Error('the sample tie has slots');
    await send('PUT', `/api/ties/${id}`, { ...data, hardware: { ...data.hardware, shortestMm: data.hardware.shortestMm + 6 }, version: 1 });
    const { now, then, tieChanged } = (await get(`/api/fittings/${first.id}/recomputed`)).json();
    expect(tieChanged).toBe(true);
    expect(then).toEqual(first.result);
    // six millimetres of band are two of bow
    expect(now.spreadMm - then.spreadMm).toBeCloseTo(2, 6);
    expect((await get(`/api/fittings/${first.id}`)).json()).toEqual(first);
    await send('PUT', `/api/ties/${id}`, { ...data, hardware: { kind: 'fixed', lengthMm: 500 }, version: 2 });
    expect((await get(`/api/fittings/${first.id}/recomputed`)).json()).toMatchObject({ now: null });
  });
});

describe('the ledger', () => {
  it('is narrowed by day, occasion, name and fitter, paged, and saved as CSV that a spreadsheet’s reader reads', async () => {
    const tie = aTie({ name: 'Ledger tie; with "quotes"' });
    await send('POST', '/api/ties', tie);
    const given: Fitting[] = [];
    for (const [i, name] of ['Ledgerly, Ann', 'Ledgerly Ben', '=Ledgerly Cy'].entries()) {
      const wearer = await enter({ name });
      const change = { occasion: i === 1 ? 'blackTie' : 'business', staff: i === 2 ? 'Osric' : 'Hester' } as const;
      given.push((await send('POST', '/api/fittings', aFitting({ kind: 'known', id: wearer.id }, tie.id, change))).json<Fitting>());
    }
    const read = async (search: string) => ledger.parse((await get(`/api/fittings/ledger?q=ledgerly&${search}`)).json());
    const found = async (search: string) => (await read(search)).lines.map(({ wearerName }) => wearerName);
    expect(await found('')).toEqual(['=Ledgerly Cy', 'Ledgerly Ben', 'Ledgerly, Ann']);
    expect(await found('occasion=blackTie')).toEqual(['Ledgerly Ben']);
    expect(await found('staff=Osric')).toEqual(['=Ledgerly Cy']);
    const today = new Date().toISOString().slice(0, 10);
    expect(await found(`from=${today}&to=${today}`)).toHaveLength(3);
    expect(await found('to=2020-01-01')).toEqual([]);
    expect((await get('/api/fittings/ledger?from=yesterday')).statusCode).toBe(400);
    const first = await read('limit=2');
    expect(first.more).toBe(true);
    expect((await read(`limit=2&before=${first.lines[1]?.id ?? ''}`)).lines.map(({ id }) => id)).toEqual([given[0]?.id]);

    const csv = await get('/api/fittings/ledger.csv?q=ledgerly');
    expect(csv.headers['content-type']).toContain('text/csv');
    const rows = Papa.parse<Record<string, string>>(csv.body.slice(1), { header: true, skipEmptyLines: true }).data;
    expect(rows.map((row) => row['wearer'])).toEqual(["'=Ledgerly Cy", 'Ledgerly Ben', 'Ledgerly, Ann']);
    expect(rows[0]).toMatchObject({ tie: 'Ledger tie; with "quotes"', occasion: 'Business', 'tip to tip mm': '842.3', 'spread mm': '124' });
  });
});

describe('the shop', () => {
  it('has usual habits until they are saved, by version', async () => {
    const usual = (await get('/api/shop')).json();
    expect(usual).toMatchObject({ unit: 'in', school: 'true', version: 1 });
    const saved = await send('PUT', '/api/shop', { ...usual, unit: 'cm', staff: ['Hester'] });
    expect(saved.json()).toMatchObject({ unit: 'cm', staff: ['Hester'], version: 2 });
    expect((await send('PUT', '/api/shop', usual)).json()).toMatchObject({ code: 'stale', current: { version: 2 } });
    expect((await send('PUT', '/api/shop', { ...usual, easeMm: 400, version: 2 })).json<Problem>().errors?.[0]?.path).toBe('easeMm');
    expect((await send('PUT', '/api/shop', { ...usual, version: 2 })).json()).toMatchObject({ unit: 'in', version: 3 });
  });

  it('keeps collars in stock, changed and taken out by version', async () => {
    const collar = { id: uuid(), name: 'Narrow', style: 'point', pointsMm: 98, standMm: 34, leafMm: 80 };
    expect((await send('POST', '/api/collars', collar)).statusCode).toBe(201);
    expect((await send('POST', '/api/collars', collar)).statusCode).toBe(200);
    const { id, ...data } = collar;
    expect((await send('PUT', `/api/collars/${id}`, { ...data, pointsMm: 102, version: 1 })).json()).toMatchObject({
      pointsMm: 102,
      version: 2,
    });
    expect((await send('DELETE', `/api/collars/${id}?version=1`)).statusCode).toBe(409);
    expect((await send('DELETE', `/api/collars/${id}?version=2`)).statusCode).toBe(204);
    expect((await get('/api/collars')).json()).toEqual({ collars: [] });
  });

  it('keeps a practised tying with its way, its fault and the time of each step, and takes the same one twice', async () => {
    const tie = aTie();
    await send('POST', '/api/ties', tie);
    const { id: wearerId } = await enter({ name: 'Practises Daily' });
    const tried = {
      id: uuid(),
      wearerId,
      tieId: tie.id,
      outcome: 'fault',
      way: 'pinchAndTurn',
      fault: 'granny',
      durationMs: 247_000,
      steps: [
        { step: 'prepare', ms: 12_000 },
        { step: 'passage', ms: 235_000 },
      ],
    };
    expect((await send('POST', '/api/tyings', tried)).statusCode).toBe(201);
    expect((await send('POST', '/api/tyings', tried)).statusCode).toBe(200);
    expect((await get(`/api/tyings?wearerId=${wearerId}`)).json()).toMatchObject({ tyings: [{ ...tried, frontLoopMm: null, note: '' }] });
    const refused = await send('POST', '/api/tyings', { ...tried, id: uuid(), durationMs: 5 * 60 * 60 * 1000, way: 'by magic' });
    expect(
      refused
        .json<Problem>()
        .errors?.map(({ path }) => path)
        .sort(),
    ).toEqual(['durationMs', 'way']);
  });

  it('gives a tie’s tyings by whomever they were tied, with what they were tied with, and keeps what was learned from them', async () => {
    const tie = aTie();
    await send('POST', '/api/ties', tie);
    const [one, two] = [await enter({ name: 'First Hand' }), await enter({ name: 'Second Hand' })];
    const tiedWith = { setMm: 842.3, leadMm: 38.1, neckPathMm: 412.75 };
    for (const { id: wearerId } of [one, two])
      await send('POST', '/api/tyings', {
        id: uuid(),
        wearerId,
        tieId: tie.id,
        outcome: 'tied',
        ...tiedWith,
        isConfirmed: wearerId === two.id,
      });
    const { tyings } = (await get(`/api/tyings?tieId=${tie.id}`)).json<{ tyings: unknown[] }>();
    expect(tyings).toMatchObject([
      { wearerId: two.id, ...tiedWith, isConfirmed: true },
      { wearerId: one.id, ...tiedWith, isConfirmed: false },
    ]);
    expect((await get('/api/tyings')).statusCode).toBe(400);
    const changed = await send('PUT', `/api/ties/${tie.id}`, { ...tie, version: 1, takeUp: { shortMm: 13.6, longMm: 45 } });
    expect(changed.json()).toMatchObject({ version: 2, takeUp: { shortMm: 13.6, longMm: 45 } });
    expect((await get(`/api/ties/${tie.id}`)).json()).toMatchObject({ takeUp: { shortMm: 13.6, longMm: 45 } });
    // a fitting is then worked out by what was learned
    const wearer = { kind: 'known', id: one.id } as const;
    const given = await send('POST', '/api/fittings', aFitting(wearer, tie.id, {}));
    expect(given.json<Fitting>().result.front.spreadMm).toBeCloseTo((2 / 3) * ((842.3 - 412.75 - 38.05) / 2 - 13.6), 9);
  });

  it('says what the other ties of a cloth showed against the model, each by its believed tyings alone', async () => {
    const [fibre, weave] = ['cotton', 'velvet'] as const;
    const [asked, measured, misread, untied, other] = [
      aTie({ name: 'Asked', fibre, weave }),
      aTie({ name: 'Measured', fibre, weave, takeUp: { shortMm: 30, longMm: 30 } }),
      aTie({ name: 'Mis-read', fibre, weave }),
      aTie({ name: 'Never tied', fibre, weave }),
      aTie({ name: 'Of another cloth', fibre, weave: 'pique' }),
    ];
    for (const tie of [asked, measured, misread, untied, other]) await send('POST', '/api/ties', tie);
    const { id: wearerId } = await enter({ name: 'Many Ties' });
    const tied = (tieId: string, frontLoopMm: number, more = {}) =>
      send('POST', '/api/tyings', {
        ...{ id: uuid(), wearerId, tieId, outcome: 'tied', setMm: 842.3, leadMm: 38.1, neckPathMm: 412.75 },
        ...{ frontLoopMm, frontFlatEndMm: 60, backLoopMm: 62, backFlatEndMm: 62, ...more },
      });
    for (const tie of [asked, other]) await tied(tie.id, 60);
    await tied(measured.id, 60);
    await tied(measured.id, 61);
    await tied(measured.id, 61, { outcome: 'fault' });
    await tied(misread.id, 20);
    const { ties } = (await get(`/api/tyings/same-cloth/${asked.id}`)).json<ClothLearning>();
    // by hand: E is 195.725, two loops and the flat end 180 or 182, and the model's take-up 9.75
    expect(ties).toEqual([
      { tieId: measured.id, name: 'Measured', count: 2, shortOffMm: expect.closeTo(4.975, 6), longOffMm: expect.closeTo(0.025, 6) },
    ]);
    expect((await get(`/api/tyings/same-cloth/${uuid()}`)).statusCode).toBe(404);
    expect(
      (await get(`/api/tyings/same-cloth/${untied.id}`))
        .json<ClothLearning>()
        .ties.map(({ name }) => name)
        .sort(),
    ).toEqual(['Asked', 'Measured']);
  });

  it('refuses a tying of nobody, or of a tie that is not there', async () => {
    const tie = aTie();
    await send('POST', '/api/ties', tie);
    const nobody = await send('POST', '/api/tyings', { id: uuid(), wearerId: uuid(), tieId: tie.id, outcome: 'tied' });
    expect(nobody.json<Problem>().errors?.[0]?.path).toBe('wearerId');
    const { id } = await enter({ name: 'Ties Nothing' });
    const none = await send('POST', '/api/tyings', { id: uuid(), wearerId: id, tieId: uuid(), outcome: 'tied' });
    expect(none.json<Problem>().errors?.[0]?.path).toBe('tieId');
  });
});

describe('what was there before', () => {
  it('is found by the beginnings of names too: the migration that keeps them fills them from the wearers on record', async () => {
    const { id } = await enter({ name: 'Early Entrant-Quimby' });
    await shop.sequelize.query('DELETE FROM wearer_words WHERE wearer_id = ?', { replacements: [id] });
    expect(await names('quim')).toEqual([]);
    await shop.sequelize.query('DELETE FROM wearer_words');
    await keepMeasuresAndRevisions.fill?.(shop.sequelize);
    expect(await names('quim')).toEqual(['Early Entrant-Quimby']);
  });

  it('shows what nobody had asked of a wearer as not asked', async () => {
    const { id } = await enter({ name: 'Before Measures' });
    await shop.sequelize.query("UPDATE wearers SET measures = '{}' WHERE id = ?", { replacements: [id] });
    expect((await get(`/api/wearers/${id}`)).json()).toMatchObject({ bareNeckMm: null, dexterity: null, fullness: null });
  });
});

describe('many rows at once', () => {
  it('go in within a transaction, all or none, in their order, whatever is in them', async () => {
    await shop.sequelize.query(
      'CREATE TABLE many (id INT PRIMARY KEY, word VARCHAR(40) NOT NULL, at DATETIME(3) NULL) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4',
    );
    const rows = Array.from({ length: 2_345 }, (_, i) => ({
      id: i,
      word: i % 2 === 0 ? `it's "${i}" \\ 陳` : '',
      at: i % 3 === 0 ? null : new Date(1_764_000_000_123 + i),
    }));
    const insert = (given: typeof rows) =>
      withTransaction(shop.sequelize, (transaction) =>
        insertRows<(typeof rows)[number]>(
          'many',
          [
            ['id', (row) => row.id],
            ['word', (row) => row.word],
            ['at', (row) => row.at],
          ],
          given,
          transaction,
        ),
      );
    await insert(rows);
    expect(await readRows<(typeof rows)[number]>(shop.sequelize, 'SELECT id, word, at FROM many ORDER BY id', [])).toEqual(rows);
    // the last of these is there already: none of them goes in
    await expect(
      insert([
        { id: 9_000, word: '', at: null },
        { id: 5, word: '', at: null },
      ]),
    ).rejects.toThrow(/Duplicate/);
    expect(await readRows(shop.sequelize, 'SELECT id FROM many WHERE id = ?', [9_000])).toEqual([]);
  });
});
