import { parse } from 'csv-parse';
import Papa from 'papaparse';
import type { Readable } from 'node:stream';
import { ProblemError } from '../../problem.ts';

/** Cells that a spreadsheet would take for a formula, and those that were already guarded. */
const LOOKS_LIKE_FORMULA = /^'*[=+\-@\t\r]/;
const IS_GUARDED = /^'+[=+\-@\t\r]/;

const BYTE_ORDER_MARK = '\uFEFF';

/**
 * Writes rows as CSV (RFC 4180, UTF-8), each line ended. A cell that a spreadsheet would run as a formula gets an apostrophe
 * before it, which {@link readCsv} takes off again.
 */
export function writeCsvRows(rows: readonly (readonly string[])[]): string {
  if (rows.length === 0) return '';
  const guard = (cell: string): string => (LOOKS_LIKE_FORMULA.test(cell) ? `'${cell}` : cell);
  return `${Papa.unparse(
    rows.map((row) => row.map(guard)),
    { newline: '\r\n' },
  )}\r\n`;
}

/** The heading of a table, after a byte order mark, so that spreadsheets read the letters right. */
export const writeCsvHeading = (columns: readonly string[]): string =>
  `${BYTE_ORDER_MARK}${Papa.unparse([[...columns]], { newline: '\r\n' })}\r\n`;

/** A row as a spreadsheet counts it; the heading is row 1. `torn`: the text broke off in it, and nothing after it was read. */
export type CsvRow =
  { readonly row: number; readonly cells: readonly string[] } | { readonly row: number; readonly torn: 'quote' | 'tooLong' };

/** A row that is longer than this is one whose quotation mark is not closed, in bytes. */
const LONGEST_ROW_BYTES = 1_048_576;

/**
 * Reads CSV row by row, the heading first, empty rows left out; the whole is never held. Quotes, line breaks in cells and a
 * byte order mark are understood.
 * @param delimiter what {@link delimiterOf} found.
 */
export async function* readCsv(source: Readable, delimiter: string): AsyncGenerator<CsvRow> {
  const bare = (cell: string): string => (IS_GUARDED.test(cell) ? cell.slice(1) : cell);
  const parser = source.pipe(
    parse({
      bom: true,
      delimiter,
      record_delimiter: ['\r\n', '\n', '\r'],
      relax_quotes: true,
      relax_column_count: true,
      max_record_size: LONGEST_ROW_BYTES,
    }),
  );
  source.once('error', (error) => parser.destroy(error));
  let row = 0;
  let isBeforeHeading = true;
  try {
    for await (const cells of parser as AsyncIterable<string[]>) {
      // a spreadsheet does not count this line, nor show it
      if (isBeforeHeading && SEPARATOR_LINE.test(cells.join(delimiter))) continue;
      isBeforeHeading = false;
      row += 1;
      if (cells.some((cell) => cell.trim() !== '')) yield { row, cells: row === 1 ? cells : cells.map(bare) };
    }
  } catch (error) {
    const { code } = error as { readonly code?: unknown };
    if (code === 'CSV_QUOTE_NOT_CLOSED') yield { row: row + 1, torn: 'quote' };
    else if (code === 'CSV_MAX_RECORD_SIZE') yield { row: row + 1, torn: 'tooLong' };
    else if (typeof code === 'string' && code.startsWith('CSV_'))
      throw new ProblemError('unreadable', { detail: `Row ${row + 1} of this file cannot be read as a table.`, cause: error });
    else throw error;
  } finally {
    source.destroy();
  }
}

/** A first line that names what stands between cells, as some spreadsheets write and read it. */
const SEPARATOR_LINE = /^sep=([,;\t])\s*$/i;

/** Whether cells stand between commas, semicolons or tabs: by a first line that says so, else by the heading. */
export function delimiterOf(beginning: string): ',' | ';' | '\t' {
  const end = beginning.search(/[\r\n]/);
  const heading = end < 0 ? beginning : beginning.slice(0, end);
  const named = SEPARATOR_LINE.exec(heading.replace(BYTE_ORDER_MARK, ''))?.[1];
  if (named !== undefined) return named as ',' | ';' | '\t';
  const count = (delimiter: string): number => heading.split(delimiter).length;
  return ([',', ';', '\t'] as const).reduce((best, each) => (count(each) > count(best) ? each : best));
}
