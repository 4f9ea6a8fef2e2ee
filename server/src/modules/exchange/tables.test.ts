import type { Problem } from '@easytuck/contract';
import { MODEL_VERSION, takeUpsOfStrip1 } from '@easytuck/core';
import { AWKWARD, count, open, report, save, take, writeCsv, closeShops } from './testing.ts';
import { aTie, aWearer } from '../../testing.ts';

afterAll(closeShops);

describe('tables', () => {
  it('of ties and wearers go out as CSV and JSON, and into another shop as they were', async () => {
    const [from, byCsv, byJson] = [await open(), await open(), await open()];
    const post = (url: string, payload: object) => from.app.inject({ method: 'POST', url, payload });
    for (const [i, note] of AWKWARD.entries()) {
      const blade = { ...aTie().blade, extraWidths: i % 2 === 0 ? [{ atMm: 30.5, widthMm: 50 }] : [] };
      const hardware = i % 3 === 0 ? { kind: 'fixed' as const, lengthMm: 842.3 } : aTie().hardware;
      const faces = {
        outer: { name: 'black silk', look: 'black' as const },
        inner: i % 2 === 0 ? { name: '', look: 'patterned' as const } : null,
      };
      const tie = await post(
        '/api/ties',
        aTie({
          name: `Tie ${i}`,
          takeUp: i % 4 === 0 ? { shortMm: 13.6, longMm: 45 } : null,
          note: note.trim(),
          blade,
          hardware,
          faces,
          quickClasp: i % 2 === 1,
          breakaway: i % 3 === 1,
          priceCode: 'C',
        }),
      );
      expect(tie.statusCode).toBe(201);
      const wearer = await post(
        '/api/wearers',
        aWearer({ name: `${note.replace(/\s+/g, ' ')} ${i}`, note, collar: i === 4 ? '' : '15 3/4', bareNeckMm: 390, finish: 'handTied' }),
      );
      expect(wearer.statusCode).toBe(201);
    }
    for (const kind of ['ties', 'wearers'] as const) {
      const [csv, json] = [await save(from, kind, 'csv'), await save(from, kind, 'json')];
      expect(await report(byCsv, kind, csv, 'all')).toMatchObject({ total: AWKWARD.length, bad: 0, taken: AWKWARD.length });
      expect(await report(byJson, kind, json, 'all', 'application/json')).toMatchObject({ bad: 0, taken: AWKWARD.length });
      expect(JSON.parse(await save(byCsv, kind, 'json'))).toEqual(JSON.parse(json));
      expect(await save(byJson, kind, 'csv')).toBe(csv);
    }
  });

  it('of before the collar’s stand was counted bring what was learned as today’s model has it; one that names today’s is taken as it is', async () => {
    const shop = await open();
    const head =
      'name;shape;cloth;weave;nose to belly mm;belly to waist mm;waist to tip mm;band width mm;belly width mm;waist width mm;hardware;length mm;in stock;short take-up mm;long take-up mm';
    const row = (name: string): string => `${name};butterfly;silk;twill;62;62;62;20;65;30;fixed;842,3;1;13,6;45`;
    expect(await report(shop, 'ties', [head, row('Old')].join('\n'), 'all')).toMatchObject({ bad: 0, taken: 1 });
    expect(await report(shop, 'ties', [`${head};take-up model;maker`, `${row('New')};strip-2;Quayline`].join('\n'), 'all')).toMatchObject({
      taken: 1,
    });
    const ties = (JSON.parse(await save(shop, 'ties', 'json')) as { rows: { name: string; maker: string; takeUp: object }[] }).rows;
    const { shortMm, longMm } = takeUpsOfStrip1({ shortMm: 13.6, longMm: 45 }, { thicknessMm: 1.1 });
    expect(ties.find(({ name }) => name === 'Old')?.takeUp).toEqual({ shortMm, longMm, model: MODEL_VERSION });
    expect(ties.find(({ name }) => name === 'New')).toMatchObject({ maker: 'Quayline', takeUp: { shortMm: 13.6, longMm: 45 } });
  });

  it('with mistakes are answered row by row and column by column, and nothing of them is taken in', async () => {
    const shop = await open();
    const text = [
      'name;shape;cloth;nose to belly mm;belly to waist mm;waist to tip mm;band width mm;belly width mm;waist width mm;hardware;length mm;in stock',
      'Good one;semi-butterfly;silk;62;62;62;20;65;30;fixed;842,3;3',
      'Wide waist;butterfly;silk;62;62;62;20;65;90;fixed;842,3;3',
      'No shape;buterfly;silk;62;62;6200;20;65;30;fixed;842,3;x',
      'Good one;butterfly;silk;62;62;62;20;65;30;fixed;842,3;3',
      'Too many;butterfly;silk;62;62;62;20;65;30;fixed;842,3;3;4',
    ].join('\n');
    const found = await report(shop, 'ties', text, 'all');
    expect(found).toMatchObject({ total: 5, good: 1, bad: 4, taken: 0 });
    expect(await count(shop, 'ties')).toBe(0);
    const at = (row: number) =>
      found.mistakes.filter((mistake) => mistake.row === row).map(({ column, message }) => `${column}: ${message}`);
    expect(at(3)).toEqual([
      'waist width mm: The waist width is 90 mm, wider than the belly (65 mm); the waist is the narrow line of a blade.',
    ]);
    expect(at(4)).toEqual(
      expect.arrayContaining([
        'shape: Write one of butterfly, semi-butterfly, batwing, pointed, rounded club.',
        'waist to tip mm: The tip to waist is 6200 mm; the most a tie can have is 180 mm.',
        'in stock: The number in stock is a whole number.',
      ]),
    );
    expect(at(5)).toEqual(['name: An earlier row of this file is the same.']);
    expect(at(6)).toEqual([': This row has 13 cells, but there are 12 columns.']);

    expect(await report(shop, 'ties', text, 'good')).toMatchObject({ taken: 1 });
    expect(await count(shop, 'ties')).toBe(1);
    // the same file again, as by a second click: what is there already is not taken in twice
    expect(await report(shop, 'ties', text, 'good')).toMatchObject({ taken: 0, good: 0, known: 1, bad: 4 });
    expect(await count(shop, 'ties')).toBe(1);
  });

  it('that are no tables are refused in words', async () => {
    const shop = await open();
    const detail = async (...given: Parameters<typeof take>) => (await take(...given)).json<Problem>().detail;
    expect(await detail(shop, 'ties', '', 'check')).toContain('This file is empty');
    expect(await detail(shop, 'ties', 'name,colour\nA,red', 'check')).toContain('There is no column “colour”');
    expect(await detail(shop, 'ties', '{"rows":', 'check', 'application/json')).toContain('This file is not JSON');
    expect(await detail(shop, 'ties', await save(shop, 'wearers', 'json'), 'check', 'application/json')).toContain(
      'does not say that it is “easytuck.ties”',
    );
    const torn = await report(shop, 'wearers', 'name,collar,long end\nAnn,"16,left\n', 'check');
    expect(torn.mistakes[0]?.message).toContain('quotation mark');
  });

  it('of 2,500 rows come in whole, and are found', async () => {
    const shop = await open();
    const rows = Array.from({ length: 2_500 }, (_, i) => [
      `Person${i} Row-${i % 97}`,
      i % 2 === 0 ? '16 1/2' : '41 cm',
      i % 3 === 0 ? 'right' : 'left',
      `note; ${i}\n"x"`,
    ]);
    const text = writeCsv(['name', 'collar', 'long end', 'note'], rows);
    expect(await report(shop, 'wearers', text, 'all')).toMatchObject({ total: 2_500, bad: 0, taken: 2_500 });
    const found = (await shop.app.inject({ method: 'GET', url: '/api/wearers?q=person2499' })).json().wearers as {
      name: string;
      note: string;
    }[];
    expect(found).toMatchObject([{ name: 'Person2499 Row-74', note: 'note; 2499\n"x"' }]);
    expect((await save(shop, 'wearers', 'csv')).split('note; ').length).toBe(2_501);
  }, 60_000);
});
