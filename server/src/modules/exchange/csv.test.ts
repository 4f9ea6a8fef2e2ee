import fc from 'fast-check';
import { Readable } from 'node:stream';
import Papa from 'papaparse';
import { type CsvRow, delimiterOf, readCsv } from './csv.ts';
import { AWKWARD, writeCsv } from './testing.ts';

/** Reads a text in pieces of a few bytes, so that any place may fall between two of them. */
async function readText(text: string, pieceBytes = 7): Promise<readonly CsvRow[]> {
  const bytes = Buffer.from(text);
  const pieces = Array.from({ length: Math.ceil(bytes.length / pieceBytes) }, (_, i) =>
    bytes.subarray(i * pieceBytes, (i + 1) * pieceBytes),
  );
  const rows: CsvRow[] = [];
  for await (const row of readCsv(Readable.from(pieces), delimiterOf(text))) rows.push(row);
  return rows;
}

const cellsOf = (rows: readonly CsvRow[]) => rows.map((row) => ('cells' in row ? row.cells : row.torn));

describe('csv', () => {
  it('comes back as it went, whatever is in the cells, and an independent reader (Papa Parse) reads the same', async () => {
    const cell = fc.oneof(fc.constantFrom(...AWKWARD), fc.string({ unit: 'grapheme' }));
    await fc.assert(
      fc.asyncProperty(fc.array(fc.tuple(fc.constant('key'), cell, cell), { minLength: 1 }), async (rows) => {
        const text = writeCsv(['key', 'b', 'c'], rows);
        expect(cellsOf(await readText(text)).slice(1)).toEqual(rows);
        const { data } = Papa.parse<string[]>(text.slice(1), { delimiter: ',', newline: '\r\n', skipEmptyLines: true });
        const bare = data.slice(1);
        expect(bare.map((cells) => cells.map((each) => (/^'+[=+\-@\t\r]/.test(each) ? each.slice(1) : each)))).toEqual(rows);
      }),
    );
  });
  it('tells commas, semicolons and tabs apart by the heading, and counts rows as a spreadsheet does', async () => {
    for (const delimiter of [',', ';', '\t']) {
      const text = ['a', 'b'].join(delimiter) + '\n' + ['"x\ny"', '1'].join(delimiter) + '\n\n' + ['z', '2'].join(delimiter);
      expect((await readText(text)).slice(1)).toEqual([
        { row: 2, cells: ['x\ny', '1'] },
        { row: 4, cells: ['z', '2'] },
      ]);
    }
  });
  it('guards what a spreadsheet would run as a formula', () => {
    expect(writeCsv(['a'], [['=1+1']])).toContain("'=1+1");
  });
});
