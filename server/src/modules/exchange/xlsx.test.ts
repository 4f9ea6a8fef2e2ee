import { unzipSync, strFromU8 } from 'fflate';
import { DEFAULT_SHOP, type Wearer } from '@easytuck/contract';
import { aTie, aWearer, testShop } from '../../testing.ts';
import { writeCsvHeading, writeCsvRows } from './csv.ts';
import { MOST_XLSX_ROWS, xlsxOf } from './xlsx.ts';

const { send, get, enter } = testShop();

async function* pieces(...rows: readonly (readonly string[])[]): AsyncGenerator<string> {
  const [heading = [], ...others] = rows;
  yield writeCsvHeading(heading);
  yield writeCsvRows(others);
  await Promise.resolve();
}

/** The cells of a workbook’s first sheet, read as Office Open XML (ECMA-376): shared and inline texts, and numbers. */
function cellsOf(workbook: Uint8Array): (string | number)[][] {
  const parts = unzipSync(workbook);
  const part = (name: string): string => strFromU8(parts[name] ?? new Uint8Array());
  const plain = (xml: string): string =>
    [...xml.matchAll(/<t[^>]*>([\s\S]*?)<\/t>/g)]
      .map(([, text = '']) => text)
      .join('')
      .replaceAll('&lt;', '<')
      .replaceAll('&gt;', '>')
      .replaceAll('&quot;', '"')
      .replaceAll('&apos;', "'")
      .replaceAll('&#39;', "'")
      .replaceAll('&amp;', '&');
  const shared = [...part('xl/sharedStrings.xml').matchAll(/<si>([\s\S]*?)<\/si>/g)].map(([, text = '']) => plain(text));
  return [...part('xl/worksheets/sheet1.xml').matchAll(/<row[^>]*>([\s\S]*?)<\/row>/g)].map(([, row = '']) =>
    [...row.matchAll(/<c\b([^>]*?)(?:\/>|>([\s\S]*?)<\/c>)/g)].map(([, about = '', inner = '']) => {
      const value = /<v>([\s\S]*?)<\/v>/.exec(inner)?.[1] ?? '';
      if (about.includes('t="s"')) return shared[Number(value)] ?? '';
      return about.includes('t="inlineStr"') ? plain(inner) : value === '' ? '' : Number(value);
    }),
  );
}

describe('a table as a workbook', () => {
  it('has numbers as numbers and all else as text, also what looks like a formula, a telephone or too long a number', async () => {
    const cells = ['Ann & "Bo" <x>', '15.5', '=1+1', '01632 960011', '007', '12345678901234567890', '-3'];
    expect(
      cellsOf(
        await xlsxOf(
          pieces(
            cells.map((_, i) => `column ${i}`),
            cells,
          ),
        ),
      ),
    ).toEqual([cells.map((_, i) => `column ${i}`), ['Ann & "Bo" <x>', 15.5, '=1+1', '01632 960011', '007', '12345678901234567890', -3]]);
  });

  it('takes no more rows than it can hold, and says what to do', async () => {
    const rows = Array.from({ length: MOST_XLSX_ROWS + 1 }, (_, i) => [String(i)]);
    await expect(xlsxOf(pieces(['n'], ...rows))).rejects.toMatchObject({
      code: 'tooLarge',
      message: expect.stringContaining('CSV') as string,
    });
  });
});

describe('records chosen in a list', () => {
  it('are exported alone, as CSV and as a workbook', async () => {
    const [one, , three] = [
      await enter({ name: 'One Chosen' }),
      await enter({ name: 'Two Left Out' }),
      await enter({ name: 'Three Chosen' }),
    ];
    const ids = `${one.id},${three.id}`;
    const csv = (await get(`/api/exchange/wearers?format=csv&ids=${ids}`)).body;
    expect([csv.includes('One Chosen'), csv.includes('Three Chosen'), csv.includes('Two Left Out')]).toEqual([true, true, false]);
    const answer = await get(`/api/exchange/wearers?format=xlsx&ids=${ids}`);
    expect(answer.headers['content-type']).toContain('spreadsheetml');
    expect(cellsOf(answer.rawPayload).map(([name]) => name)).toEqual(['name', 'One Chosen', 'Three Chosen']);
    const [kept, left] = [aTie({ name: 'Tie Chosen' }), aTie({ name: 'Tie Left Out' })];
    for (const tie of [kept, left]) await send('POST', '/api/ties', tie);
    expect(
      cellsOf((await get(`/api/exchange/ties?format=xlsx&ids=${kept.id}`)).rawPayload)
        .slice(1)
        .map(([name]) => name),
    ).toEqual(['Tie Chosen']);
    expect((await get('/api/exchange/wearers?ids=not-a-key')).statusCode).toBe(400);
  });
});

describe('the order of the list of wearers', () => {
  it('is by name, by collar whatever its unit, or by the day that comes first', async () => {
    await send('PUT', '/api/shop', { ...DEFAULT_SHOP, version: 1 });
    for (const [name, collar, eventOn] of [
      ['Sort Cato', '14½', null],
      ['Sort Abel', '43 cm', '2031-06-02'],
      ['Sort Bela', '16', '2031-06-01'],
    ] as const)
      await send('POST', '/api/wearers', aWearer({ name, collar, eventOn }));
    const listed = async (sort: string): Promise<string[]> =>
      (await get(`/api/wearers?limit=200&sort=${sort}`))
        .json<{ wearers: Wearer[] }>()
        .wearers.map(({ name }) => name)
        .filter((name) => name.startsWith('Sort'));
    expect(await listed('name')).toEqual(['Sort Abel', 'Sort Bela', 'Sort Cato']);
    expect(await listed('collar')).toEqual(['Sort Cato', 'Sort Bela', 'Sort Abel']);
    expect(await listed('day')).toEqual(['Sort Bela', 'Sort Abel', 'Sort Cato']);
    expect((await get('/api/wearers?sort=weight')).statusCode).toBe(400);
  });
});
