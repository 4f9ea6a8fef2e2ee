import type { FileEncoding, ImportReport, Problem, TakenMeasure, Tie, Wearer } from '@easytuck/contract';
import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { QueryTypes } from 'sequelize';
import { v7 as uuid } from 'uuid';
import { readTable } from './readTable.ts';
import { count, open, report, save, take, closeShops } from './testing.ts';
import { wearerTable } from './wearerTable.ts';
import { aTie, sendTableFile, type TestShop } from '../../testing.ts';

afterAll(closeShops);

const get = async (shop: TestShop, url: string) =>
  (await shop.app.inject({ method: 'GET', url })).json<{ wearers: Wearer[]; ties: Tie[]; measures: TakenMeasure[] }>();

const countOf = async (shop: TestShop): Promise<number> => {
  const [row] = await shop.sequelize.query<{ count: number }>('SELECT COUNT(*) AS count FROM wearers', { type: QueryTypes.SELECT });
  return Number(row?.count);
};

describe('an import', () => {
  const people = (count: number, from = 0): string =>
    ['name,collar,long end', ...Array.from({ length: count }, (_, i) => `Person ${from + i} Importly,16 1/2,left`)].join('\n');

  it('sent twice at once is taken in once, under one key or two, in one thread or another', async () => {
    const shop = await open();
    for (const rows of [300, 4_500]) {
      const before = await countOf(shop);
      const [one, two] = await Promise.all([
        sendTableFile(shop, 'wearers', people(rows, rows), 'all'),
        sendTableFile(shop, 'wearers', people(rows, rows), 'all'),
      ]);
      const taken = [one, two].map((answer) => answer.json<ImportReport>().taken).sort((a, b) => a - b);
      expect(taken).toEqual([0, rows]);
      expect(await countOf(shop)).toBe(before + rows);
    }
    const key = uuid();
    const same = await Promise.all(Array.from({ length: 3 }, () => sendTableFile(shop, 'wearers', people(50, 20_000), 'all', { key })));
    expect(same.map((answer) => answer.json<ImportReport>().taken)).toEqual([50, 50, 50]);
    // also when it is sent again much later, and never with another file
    expect((await sendTableFile(shop, 'wearers', people(50, 20_000), 'all', { key })).json()).toMatchObject({ taken: 50 });
    expect((await sendTableFile(shop, 'wearers', people(51, 20_000), 'all', { key })).json()).toMatchObject({ code: 'keyInUse' });
    expect((await shop.app.inject(`/api/exchange/imports/${key}`)).json()).toMatchObject({ state: 'done', report: { taken: 50 } });
    expect(await countOf(shop)).toBe(4_850);
  });

  it('is cancelled by whoever asks, or when its client is gone; nothing of it is then on record, and it can be sent again', async () => {
    const shop = await open();
    const key = uuid();
    const sending = sendTableFile(shop, 'wearers', people(14_000), 'all', { key });
    const progress = async () =>
      (await shop.app.inject(`/api/exchange/imports/${key}`)).json<{ state?: string; rows: number; share: number }>();
    for (let seen = await progress(); seen.state !== 'reading' || seen.rows === 0; seen = await progress())
      await new Promise((resolve) => setTimeout(resolve, 30));
    const { share } = await progress();
    expect(share).toBeGreaterThan(0);
    expect(share).toBeLessThan(1);
    expect((await shop.app.inject({ method: 'DELETE', url: `/api/exchange/imports/${key}` })).statusCode).toBe(200);
    expect((await sending).json()).toMatchObject({ status: 409, code: 'cancelled' });
    expect([await countOf(shop), (await progress()).state]).toEqual([0, 'cancelled']);

    await shop.app.listen({ host: '127.0.0.1', port: 0 });
    const address = shop.app.server.address();
    const gone = new AbortController();
    const goneKey = uuid();
    const form = new FormData();
    form.append('file', new File([people(14_000)], 'people.csv'));
    const left = fetch(
      `http://127.0.0.1:${typeof address === 'object' && address ? address.port : 0}/api/exchange/wearers?mode=all&key=${goneKey}`,
      {
        method: 'POST',
        body: form,
        signal: gone.signal,
      },
    ).catch(() => 'gone');
    const state = async () => (await shop.app.inject(`/api/exchange/imports/${goneKey}`)).json<{ state?: string }>().state;
    while ((await state()) !== 'reading') await new Promise((resolve) => setTimeout(resolve, 30));
    gone.abort();
    expect(await left).toBe('gone');
    // (a machine that is busy is silent for so long now and then that the import is taken for interrupted, until it says that it is over)
    while ((await state()) === 'reading' || (await state()) === 'interrupted') await new Promise((resolve) => setTimeout(resolve, 30));
    expect([await state(), await countOf(shop)]).toEqual(['cancelled', 0]);
    // a key that came to nothing may be used again
    expect((await sendTableFile(shop, 'wearers', people(20), 'all', { key: goneKey })).json()).toMatchObject({ code: 'keyInUse' });
    expect((await sendTableFile(shop, 'wearers', people(14_000).slice(0, 400), 'check')).statusCode).toBe(200);
  });

  it('refuses a column that stands twice, too many rows, and shows no more of a cell than is of use', async () => {
    const shop = await open();
    const problemOf = async (...given: Parameters<typeof sendTableFile>) => (await sendTableFile(...given)).json<Problem>();
    expect((await problemOf(shop, 'wearers', 'name,collar,Collar,long end\nA,15,16,left', 'all')).detail).toBe(
      'The column “collar” stands in this file twice. Leave one of the two out.',
    );
    const three = join(await mkdtemp(join(tmpdir(), 'tuck-rows-')), 'three.csv');
    await writeFile(three, people(3));
    const readAll = async (mostRows: number): Promise<number> => {
      let count = 0;
      for await (const row of readTable({ ...wearerTable, mostRows }, 'csv', three)) count += row.data === null ? 0 : 1;
      return count;
    };
    expect(await readAll(3)).toBe(3);
    await expect(readAll(2)).rejects.toMatchObject({
      status: 413,
      message: expect.stringContaining('No more than 2 rows are imported at once'),
    });
    const long = '𠮷'.repeat(5_000);
    const found = await report(shop, 'wearers', `name,collar,long end,note\n${long},${long},${long},${'n'.repeat(300_000)}`, 'check');
    expect(found.mistakes.length).toBeGreaterThan(3);
    for (const { value, message } of found.mistakes) {
      expect(value.length).toBeLessThanOrEqual(200);
      expect(value.isWellFormed()).toBe(true);
      expect(message.length).toBeLessThan(300);
    }
    expect((await problemOf(shop, 'wearers', `${'x'.repeat(9_000)},collar\n1,2`, 'check')).detail?.length).toBeLessThan(600);
    const unknown = await shop.app.inject({ method: 'POST', url: '/api/exchange/wearers?mode=all' });
    expect(unknown.statusCode).toBe(415);
  });

  it('in a form that is broken, or breaks off, is refused as unreadable', async () => {
    const shop = await open();
    const part = '--q\r\nContent-Disposition: form-data; name="file"; file';
    for (const [contentType, payload] of [
      ['multipart/form-data', 'x'],
      ['multipart/form-data; boundary=', 'x'],
      ['multipart/form-data; boundary=q', 'x'],
      ['multipart/form-data; boundary=q', part],
      ['multipart/form-data; boundary=q', `${part}name="a.csv"\r\n\r\nname,collar\r\nA,1`],
    ] as const) {
      const url = '/api/exchange/wearers?mode=all';
      const answer = await shop.app.inject({ method: 'POST', url, headers: { 'content-type': contentType }, payload });
      expect([payload, answer.statusCode, answer.json<Problem>().code]).toEqual([payload, 400, 'unreadable']);
    }
    expect(await countOf(shop)).toBe(0);
  });

  it('with a quotation mark that is never closed says so at its row, however much follows', async () => {
    const shop = await open();
    const text = `name,collar,long end\nAnn,15,left\nBen,"16,left\n${'Cy,16,right\n'.repeat(110_000)}`;
    const found = await report(shop, 'wearers', text, 'check');
    expect(found).toMatchObject({ total: 2, good: 1, bad: 1 });
    expect(found.mistakes[0]).toMatchObject({ row: 3, message: expect.stringContaining('quotation mark') });
  });

  it('of JSON with odd shapes is answered with its mistakes', async () => {
    const shop = await open();
    const rows: unknown[] = [
      null,
      5,
      'a',
      [],
      [[]],
      {},
      { toString: 1 },
      { name: { toString: null, toJSON: 1 } },
      { fibre: 'constructor', shape: '__proto__', hardware: [] },
      { name: 'x', blade: null },
    ];
    for (const kind of ['ties', 'wearers']) {
      const found = await report(shop, kind, JSON.stringify({ kind: `easytuck.${kind}`, version: 1, rows }), 'all', 'application/json');
      expect(found).toMatchObject({ total: rows.length, good: 0, taken: 0 });
    }
    const detail = async (text: string) => (await take(shop, 'wearers', text, 'check', 'application/json')).json<Problem>().detail;
    expect(await detail('[]')).toContain('does not say that it is');
    expect(await detail('{"kind":"easytuck.wearers","version":2,"rows":[1]}')).toContain('does not say that it is');
    expect(await detail('{"kind":"easytuck.wearers","version":1,"rows":[{"name":"a"}')).toContain('ends too soon');
    expect(await detail(`{"kind":"easytuck.wearers","version":1,"rows":[{"name":${'['.repeat(5_000)}`)).toContain('This file is not JSON');
  });

  it('knows who is on record already by name and collar, whatever the capitals, and is not misled by a merged record', async () => {
    const shop = await open();
    await sendTableFile(shop, 'wearers', people(600), 'all');
    const again =
      'name,collar,long end\nperson 77 IMPORTLY,16.5 in,left\nPerson 78 Importly,17,left\nPerson 79 Importly,16 1/2,left\nNew One,16,left';
    await shop.sequelize.query(
      "UPDATE wearers a JOIN wearers b ON b.name = 'Person 80 Importly' SET a.merged_into = b.id WHERE a.name = 'Person 79 Importly'",
    );
    const found = await report(shop, 'wearers', again, 'good');
    expect(found).toMatchObject({ taken: 3, known: 1, bad: 0, mistakes: [] });
  });

  it('brings those on record up to date where that is chosen: what the file gives, and nothing else', async () => {
    const shop = await open();
    const first = 'name,collar,long end,neck breadth mm,note,contact\nAnn Pier,16,left,120,likes velvet,at the quay\nBert Mole,15,left,,,';
    expect(await report(shop, 'wearers', first, 'all')).toMatchObject({ taken: 2 });
    const later = 'name,collar,long end,neck breadth mm,note\nann pier,16,right,126,\nBert Mole,15,left,,\nCara Sound,17,left,,';
    expect(await report(shop, 'wearers', later, 'check')).toMatchObject({ good: 1, known: 2, bad: 0, taken: 0, updated: 0 });
    // left as they are, unless it is chosen
    expect(await report(shop, 'wearers', later, 'all')).toMatchObject({ taken: 1, known: 2, updated: 0 });
    const [ann] = (await get(shop, '/api/wearers?q=ann')).wearers;
    expect(ann).toMatchObject({ longEnd: 'left', version: 1 });
    expect(await report(shop, 'wearers', later, 'all', 'text/csv', 'update')).toMatchObject({ taken: 0, known: 3, updated: 1 });
    const [now] = (await get(shop, '/api/wearers?q=ann')).wearers;
    expect(now).toMatchObject({ name: 'ann pier', longEnd: 'right', neckBreadthMm: 126, note: '', contact: 'at the quay', version: 2 });
    const { measures } = await get(shop, `/api/wearers/${now?.id ?? ''}/measures`);
    expect(measures.filter(({ kind }) => kind === 'neckBreadthMm').map(({ value }) => value)).toEqual([126, 120]);
    // once more: nothing differs any more
    expect(await report(shop, 'wearers', later, 'all', 'text/csv', 'update')).toMatchObject({ known: 3, updated: 0 });
    expect(await report(shop, 'wearers', later, 'all', 'text/csv', 'add')).toMatchObject({ taken: 3 });
    expect(await count(shop, 'wearers')).toBe(6);
    const torn = await report(shop, 'wearers', later, 'all', 'text/csv', 'update');
    expect(torn).toMatchObject({ bad: 3, updated: 0 });
    expect(torn.mistakes[0]?.message).toBe('Several on record have this name and collar. Merge them first.');
  });

  it('brings ties up to date by name, and keeps what the table does not tell', async () => {
    const shop = await open();
    await shop.app.inject({ method: 'POST', url: '/api/ties', payload: aTie({ name: 'Counted Again', inStock: 3, priceCode: 'C' }) });
    const csv = await save(shop, 'ties', 'csv');
    const [heading = '', line = ''] = csv.replace('\uFEFF', '').split('\r\n');
    const at = Papa.parse<string[]>(heading).data[0]?.indexOf('in stock') ?? -1;
    const cells = Papa.parse<string[]>(line).data[0] ?? [];
    const changed = `${heading}\n${Papa.unparse([cells.map((cell, i) => (i === at ? '11' : cell))])}`;
    expect(await report(shop, 'ties', changed, 'all', 'text/csv', 'update')).toMatchObject({ taken: 0, updated: 1 });
    const [tie] = (await get(shop, '/api/ties')).ties;
    expect(tie).toMatchObject({ inStock: 11, priceCode: 'C', version: 2 });
    expect(await report(shop, 'ties', changed, 'all', 'text/csv', 'update')).toMatchObject({ known: 1, updated: 0 });
  });

  it('reads the letters of a file however they are laid down, and says how that was', async () => {
    const shop = await open();
    const ways: readonly (readonly [name: string, encode: (text: string) => Buffer, readAs: FileEncoding])[] = [
      ['plain', (text) => Buffer.from(text), 'utf-8'],
      ['marked', (text) => Buffer.from(`\uFEFF${text}`), 'utf-8'],
      ['little end first without a mark', (text) => Buffer.from(text, 'utf16le'), 'utf-16le'],
      ['little end first', (text) => Buffer.from(`\uFEFF${text}`, 'utf16le'), 'utf-16le'],
      ['big end first', (text) => Buffer.from(`\uFEFF${text}`, 'utf16le').swap16(), 'utf-16be'],
      // both hold the letters of these names at the same places
      ['windows', (text) => Buffer.from(text, 'latin1'), 'windows-1252'],
    ];
    for (const [name, encode, readAs] of ways) {
      const text = `name,collar,long end,note\nJérôme ${name},16,left,piqué\nZoë Ängström ${name},15,left,ß\n`;
      const found = await take(shop, 'wearers', encode(text), 'all');
      expect([name, found.json<ImportReport>()]).toMatchObject([name, { taken: 2, bad: 0, readAs }]);
    }
    const names = (await get(shop, '/api/wearers')).wearers.map((wearer) => wearer.name).sort();
    expect(names).toEqual(ways.flatMap(([name]) => [`Jérôme ${name}`, `Zoë Ängström ${name}`]).sort());
  });

  it('finds Windows-1252 also where its first accent stands far down, and takes a first line that names the separator', async () => {
    const shop = await open();
    const many = Array.from({ length: 3_000 }, (_, i) => `Plain Name ${i};16;left`).join('\r\n');
    const text = `sep=;\r\nname;collar;long end\r\n${many}\r\nZoë Last;15;left\r\nWrong;99;left\r\n`;
    const found = (await take(shop, 'wearers', Buffer.from(text, 'latin1'), 'good')).json<ImportReport>();
    expect(found).toMatchObject({ total: 3_002, taken: 3_001, readAs: 'windows-1252' });
    // the line is none that a spreadsheet counts
    expect(found.mistakes[0]?.row).toBe(3_003);
    expect((await get(shop, '/api/wearers?q=last')).wearers.map(({ name }) => name)).toEqual(['Zoë Last']);
  });
});
