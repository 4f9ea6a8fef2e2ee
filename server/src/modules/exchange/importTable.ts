import { MOST_MISTAKES_LISTED, type ImportMistake, type ImportReport } from '@easytuck/contract';
import { z } from 'zod';
import { ProblemError } from '../../problem.ts';
import { at, type Column } from './columns.ts';
import { readCsv, writeCsv } from './csv.ts';

/** A kind of record that goes out and comes in as a table. */
export interface TableKind<Data> {
  /** What a JSON file of it says that it is. */
  readonly file: string;
  readonly schema: z.ZodType<Data>;
  /** In the order they are written, which is also the order they are read in. */
  readonly columns: readonly Column<Data>[];
  /** Fills in what a table may leave out. */
  readonly complete?: (record: Record<string, unknown>) => void;
  /** What two records that must not both be on record have in common. */
  readonly sameAs: (data: Data) => string;
  readonly sameColumn: string;
  readonly alreadyThere: string;
}

/** A row that can be taken in, or its mistakes. */
interface ReadRow<Data> {
  readonly row: number;
  readonly data: Data | null;
  readonly mistakes: readonly ImportMistake[];
}

/** A file, read: rows without a mistake, and the report. */
export interface ReadFile<Data> {
  readonly good: readonly Data[];
  readonly report: Omit<ImportReport, 'taken'>;
}

const FILE_VERSION = 1;

/** Reads a table and checks every row by the contract, each mistake at its row and column. `known`: what is on record already. */
export function readFile<Data>(kind: TableKind<Data>, format: 'csv' | 'json', text: string, known: ReadonlySet<string>): ReadFile<Data> {
  const rows = format === 'csv' ? readCsvRows(kind, text) : readJsonRows(kind, text);
  const seen = new Set(known);
  const good: Data[] = [];
  const mistakes: ImportMistake[] = [];
  for (const { row, data, mistakes: found } of rows) {
    mistakes.push(...found);
    if (data === null) continue;
    const same = kind.sameAs(data);
    if (seen.has(same)) {
      const message = known.has(same) ? kind.alreadyThere : 'An earlier row of this file is the same.';
      mistakes.push({ row, column: kind.sameColumn, value: same.split('|')[0] ?? '', message });
      continue;
    }
    seen.add(same);
    good.push(data);
  }
  return {
    good,
    report: {
      total: rows.length,
      good: good.length,
      bad: rows.length - good.length,
      mistakes: mistakes.slice(0, MOST_MISTAKES_LISTED),
      further: Math.max(0, mistakes.length - MOST_MISTAKES_LISTED),
    },
  };
}

/** Writes records as a table, or as JSON that says what it is. */
export function writeFile<Data>(
  kind: TableKind<Data>,
  format: 'csv' | 'json',
  records: readonly Data[],
  toJson: (data: Data) => unknown,
): string {
  if (format === 'json') return `${JSON.stringify({ kind: kind.file, version: FILE_VERSION, rows: records.map(toJson) }, null, 1)}\n`;
  return writeCsv(
    kind.columns.map(({ name }) => name),
    records.map((data) => kind.columns.map(({ write }) => write(data))),
  );
}

function readCsvRows<Data>(kind: TableKind<Data>, text: string): readonly ReadRow<Data>[] {
  const table = readCsv(text);
  if (table.columns.every((name) => name === '')) throw unreadable('This file is empty. The first row names the columns.');
  const places = kind.columns.map((column) => ({ column, place: table.columns.findIndex((name) => name.toLowerCase() === column.name) }));
  const unknown = table.columns.filter((name) => name !== '' && !kind.columns.some((column) => column.name === name.toLowerCase()));
  if (unknown.length > 0)
    throw unreadable(`There is no column “${unknown[0]}”. Columns are: ${kind.columns.map(({ name }) => name).join(', ')}.`);
  return table.rows.map(({ row, cells }) => {
    const record: Record<string, unknown> = {};
    for (const { column, place } of places) if (place >= 0) column.read(cells[place] ?? '', record);
    kind.complete?.(record);
    const torn = table.broken.find((broken) => broken.row === row);
    const extra =
      cells.length > table.columns.length
        ? [
            {
              row,
              column: '',
              value: cells.slice(table.columns.length).join(' '),
              message: `This row has ${cells.length} cells, but there are ${table.columns.length} columns.`,
            },
          ]
        : [];
    const broken = torn ? [{ row, column: '', value: '', message: 'A quotation mark in this row is not closed.' }] : extra;
    return broken.length > 0
      ? { row, data: null, mistakes: broken }
      : checked(kind, row, record, (column) => cells[places.find((each) => each.column === column)?.place ?? -1] ?? '');
  });
}

const jsonFile = z.object({ kind: z.string(), version: z.number(), rows: z.array(z.unknown()) });

function readJsonRows<Data>(kind: TableKind<Data>, text: string): readonly ReadRow<Data>[] {
  let content: unknown;
  try {
    content = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    throw unreadable(`This file is not JSON: ${error instanceof Error ? error.message : ''}`);
  }
  const file = jsonFile.safeParse(content);
  if (!file.success || file.data.kind !== kind.file || file.data.version !== FILE_VERSION)
    throw unreadable(`This file does not say that it is “${kind.file}”, version ${FILE_VERSION}.`);
  return file.data.rows.map((record, i) => checked(kind, i + 1, record, (column) => String(at(record, column.path) ?? '')));
}

function checked<Data>(kind: TableKind<Data>, row: number, record: unknown, cellOf: (column: Column<Data>) => string): ReadRow<Data> {
  const read = kind.schema.safeParse(record);
  if (read.success) return { row, data: read.data, mistakes: [] };
  const mistakes = read.error.issues.map(({ path, message }): ImportMistake => {
    const dotted = path.filter((step) => typeof step === 'string').join('.');
    const column =
      kind.columns.find((each) => each.path === dotted) ?? kind.columns.find((each) => dotted !== '' && each.path.startsWith(dotted));
    return { row, column: column?.name ?? dotted, value: column ? cellOf(column) : '', message: inWords(message, column) };
  });
  return { row, data: null, mistakes };
}

/** What a schema says of a missing or unknown word is put in words for people. */
function inWords<Data>(message: string, column: Column<Data> | undefined): string {
  const options = /^Invalid (?:option|input): expected one of (.+)$/.exec(message)?.[1];
  if (options !== undefined) {
    const words = options.replaceAll('"', '').split('|');
    return `Write one of ${words.map((word) => column?.words?.[word] ?? word).join(', ')}.`;
  }
  if (!message.startsWith('Invalid input')) return message;
  return `${column ? `The ${column.name}` : 'This'} is missing or cannot be read.`;
}

function unreadable(detail: string): ProblemError {
  return new ProblemError('unreadable', { detail });
}
