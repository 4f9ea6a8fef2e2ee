import { type Fitting, ledger, type Problem } from '@easytuck/contract';
import Papa from 'papaparse';
import { v7 as uuid } from 'uuid';
import { aFitting, aTie, testShop } from '../../testing.ts';

const { send, get, enter } = testShop();

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
