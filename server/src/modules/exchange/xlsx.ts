import { Readable } from 'node:stream';
import writeXlsxFile from 'write-excel-file/node';
import { ProblemError } from '../../problem.ts';
import { readCsv } from './csv.ts';

/** A workbook is made as a whole: larger tables are taken as CSV, which is written row by row. */
export const MOST_XLSX_ROWS = 10_000;

/** A number as a spreadsheet counts it: no leading zero, no sign of a telephone, few enough digits to be held exactly. */
const IS_NUMBER = /^-?(0|[1-9]\d{0,13})(\.\d{1,10})?$/;

/**
 * A table as an Excel workbook (Office Open XML) of one sheet: the heading in bold, numbers as numbers, all else as text, so that no
 * cell is run as a formula.
 * @param csv the table as {@link writeCsvRows} writes it.
 * @throws ProblemError `tooLarge` for more than {@link MOST_XLSX_ROWS} rows.
 */
export async function xlsxOf(csv: AsyncIterable<string>): Promise<Buffer> {
  const rows: { value: string | number; type: StringConstructor | NumberConstructor; fontWeight?: 'bold' }[][] = [];
  for await (const line of readCsv(Readable.from(csv), ',')) {
    if ('torn' in line) continue;
    if (rows.length > MOST_XLSX_ROWS)
      throw new ProblemError('tooLarge', { detail: `A spreadsheet file takes ${MOST_XLSX_ROWS} rows at most. Save the table as CSV.` });
    const isHeading = rows.length === 0;
    rows.push(
      line.cells.map((cell) =>
        !isHeading && IS_NUMBER.test(cell)
          ? { value: Number(cell), type: Number }
          : { value: cell, type: String, ...(isHeading ? { fontWeight: 'bold' as const } : {}) },
      ),
    );
  }
  return writeXlsxFile(rows, { stickyRowsCount: 1 }).toBuffer();
}
