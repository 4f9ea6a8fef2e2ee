import Papa from 'papaparse';

/** Cells that a spreadsheet would take for a formula, and those that were already guarded. */
const LOOKS_LIKE_FORMULA = /^'*[=+\-@\t\r]/;
const IS_GUARDED = /^'+[=+\-@\t\r]/;

/**
 * Writes a table as CSV (RFC 4180, UTF-8 with a byte order mark, so that spreadsheets read the letters right). A cell
 * that a spreadsheet would run as a formula gets an apostrophe before it, which {@link readCsv} takes off again.
 */
export function writeCsv(columns: readonly string[], rows: readonly (readonly string[])[]): string {
  const guard = (cell: string): string => (LOOKS_LIKE_FORMULA.test(cell) ? `'${cell}` : cell);
  return `\uFEFF${Papa.unparse([[...columns], ...rows.map((row) => row.map(guard))], { newline: '\r\n' })}\r\n`;
}

/** A table as it was read: the heading, and rows as a spreadsheet counts them. */
export interface CsvTable {
  readonly columns: readonly string[];
  readonly rows: readonly { readonly row: number; readonly cells: readonly string[] }[];
  /** What is wrong with the text itself, by row. */
  readonly broken: readonly { readonly row: number; readonly message: string }[];
}

/** Reads CSV with commas, semicolons or tabs, told apart by the heading; quotes, line breaks in cells and a byte order mark are understood. */
export function readCsv(text: string): CsvTable {
  const plain = text.replace(/^\uFEFF/, '');
  const { data, errors } = Papa.parse<string[]>(plain, { delimiter: delimiterOf(plain), skipEmptyLines: false });
  const bare = (cell: string): string => (IS_GUARDED.test(cell) ? cell.slice(1) : cell);
  const [heading = [], ...body] = data;
  return {
    columns: heading.map((name) => name.trim()),
    rows: body.map((cells, i) => ({ row: i + 2, cells: cells.map(bare) })).filter(({ cells }) => cells.some((cell) => cell.trim() !== '')),
    broken: errors.filter(({ type }) => type === 'Quotes').map(({ row, message }) => ({ row: (row ?? 0) + 1, message })),
  };
}

function delimiterOf(text: string): string {
  const heading = text.slice(0, text.search(/[\r\n]|$/));
  const count = (delimiter: string): number => heading.split(delimiter).length;
  return [',', ';', '\t'].reduce((best, each) => (count(each) > count(best) ? each : best));
}
