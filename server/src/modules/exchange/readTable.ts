import {
  LONGEST_CELL_SHOWN,
  MOST_MISTAKES_LISTED,
  type FileEncoding,
  type ImportMistake,
  type ImportReport,
  type KnownRows,
} from '@easytuck/contract';
import { JSONParser } from '@streamparser/json';
import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import type { z } from 'zod';
import { isSound } from '../../plugins/soundBody.ts';
import { ProblemError } from '../../problem.ts';
import { at, type Column } from './columns.ts';
import { delimiterOf, readCsv } from './csv.ts';
import { encodingOf, readText } from './encoding.ts';

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
  /** Where several on record are the same, so that none of them can be brought up to date. */
  readonly severalThere: string;
  /** Rows beyond this are refused. */
  readonly mostRows: number;
}

/** A row that can be taken in, or its mistakes. */
export interface ReadRow<Data> {
  readonly row: number;
  readonly data: Data | null;
  /** Which of the record's parts the file gives; the others were filled in. */
  readonly given: ReadonlySet<string>;
  readonly mistakes: readonly ImportMistake[];
}

const NONE_GIVEN: ReadonlySet<string> = new Set();

/** A row and how far in the file it stands, 0 to 1. */
export interface PlacedRow<Data> extends ReadRow<Data> {
  readonly share: number;
}

export const FILE_VERSION = 1;

/** Reads a file of records row by row, each checked by the contract, each mistake at its row and column. The whole is never held. */
export async function* readTable<Data>(
  kind: TableKind<Data>,
  format: 'csv' | 'json',
  path: string,
  onEncoding?: (encoding: FileEncoding) => void,
): AsyncGenerator<PlacedRow<Data>> {
  const bytes = await lengthOf(path);
  const { encoding, beginning } = await encodingOf(path);
  onEncoding?.(encoding);
  const source = createReadStream(path);
  const text = readText(source, encoding);
  let count = 0;
  for await (const read of format === 'csv' ? readCsvTable(kind, beginning, text) : readJsonTable(kind, text)) {
    count += 1;
    if (count > kind.mostRows)
      throw new ProblemError('tooLarge', {
        detail: `No more than ${kind.mostRows.toLocaleString('en-GB')} rows are imported at once; this file has more. Divide it.`,
      });
    yield { ...read, share: bytes === 0 ? 1 : Math.min(1, source.bytesRead / bytes) };
  }
}

async function lengthOf(path: string): Promise<number> {
  const file = await open(path);
  try {
    return (await file.stat()).size;
  } finally {
    await file.close();
  }
}

async function* readCsvTable<Data>(kind: TableKind<Data>, beginning: string, text: Readable): AsyncGenerator<ReadRow<Data>> {
  let places: ReturnType<typeof placesOf<Data>> | null = null;
  for await (const read of readCsv(text, delimiterOf(beginning))) {
    if ('torn' in read) {
      const message =
        read.torn === 'quote'
          ? 'A quotation mark in this row is not closed. Nothing after it could be read.'
          : 'This row is too long: a quotation mark in it is probably not closed. Nothing after it was read.';
      yield { row: read.row, data: null, given: NONE_GIVEN, mistakes: [{ row: read.row, column: '', value: '', message }] };
      return;
    }
    if (places === null) places = placesOf(kind, read.cells);
    else yield readCells(kind, places, read.row, read.cells);
  }
  if (places === null) throw unreadable('This file is empty. The first row names the columns.');
}

interface Places<Data> {
  readonly count: number;
  readonly of: readonly { readonly column: Column<Data>; readonly place: number }[];
  readonly given: ReadonlySet<string>;
}

/** Where each column stands. @throws ProblemError for a heading with a column that there is not, or that stands twice. */
function placesOf<Data>(kind: TableKind<Data>, heading: readonly string[]): Places<Data> {
  const names = heading.map((name) => name.trim().toLowerCase());
  const unknown = names.findIndex((name) => name !== '' && !kind.columns.some((column) => column.name === name));
  if (unknown >= 0)
    throw unreadable(
      `There is no column “${clip((heading[unknown] ?? '').trim())}”. Columns are: ${kind.columns.map(({ name }) => name).join(', ')}.`,
    );
  const twice = names.find((name, i) => name !== '' && names.indexOf(name) !== i);
  if (twice !== undefined) throw unreadable(`The column “${clip(twice)}” stands in this file twice. Leave one of the two out.`);
  const of = kind.columns.map((column) => ({ column, place: names.indexOf(column.name) }));
  return { count: heading.length, of, given: new Set(of.filter(({ place }) => place >= 0).map(({ column }) => partOf(column.path))) };
}

/** The part of a record that a column belongs to. */
const partOf = (path: string): string => path.split('.')[0] ?? path;

function readCells<Data>(kind: TableKind<Data>, { count, of, given }: Places<Data>, row: number, cells: readonly string[]): ReadRow<Data> {
  if (cells.length > count) {
    const message = `This row has ${cells.length} cells, but there are ${count} columns.`;
    return { row, data: null, given, mistakes: [{ row, column: '', value: clip(cells.slice(count).join(' ')), message }] };
  }
  const record: Record<string, unknown> = {};
  for (const { column, place } of of) if (place >= 0) column.read(cells[place] ?? '', record);
  kind.complete?.(record);
  return checked(kind, row, record, given, (column) => cells[of.find((each) => each.column === column)?.place ?? -1] ?? '');
}

async function* readJsonTable<Data>(kind: TableKind<Data>, source: Readable): AsyncGenerator<ReadRow<Data>> {
  const head: { kind?: unknown; version?: unknown } = {};
  let count = 0;
  let waiting: unknown[] = [];
  const parser = new JSONParser({ paths: ['$.kind', '$.version', '$.rows.*'], keepStack: false });
  parser.onValue = ({ value, key, stack }) => {
    if (stack.length > 1) waiting.push(value);
    else if (key === 'kind') head.kind = value;
    else head.version = value;
  };
  const mustSay = (): void => {
    if (head.kind !== kind.file || head.version !== FILE_VERSION)
      throw unreadable(`This file does not say that it is “${kind.file}”, version ${FILE_VERSION}.`);
  };
  try {
    for await (const chunk of source as AsyncIterable<Buffer>) {
      try {
        parser.write(chunk);
      } catch (error) {
        throw unreadable(`This file is not JSON: ${clip(error instanceof Error ? error.message : '')}`);
      }
      const rows = waiting;
      waiting = [];
      if (rows.length > 0) mustSay();
      for (const record of rows) {
        count += 1;
        yield checked(kind, count, record, partsOf(record), (column) => shown(at(record, column.path)));
      }
    }
  } finally {
    source.destroy();
  }
  if (!parser.isEnded) throw unreadable('This file is not JSON: it ends too soon.');
  mustSay();
}

const partsOf = (record: unknown): ReadonlySet<string> =>
  typeof record === 'object' && record !== null ? new Set(Object.keys(record)) : NONE_GIVEN;

/** A value of a file as it may be shown. */
function shown(value: unknown): string {
  if (value === undefined || value === null) return '';
  return typeof value === 'string' ? value : JSON.stringify(value);
}

function checked<Data>(
  kind: TableKind<Data>,
  row: number,
  record: unknown,
  given: ReadonlySet<string>,
  cellOf: (column: Column<Data>) => string,
): ReadRow<Data> {
  if (!isSound(record))
    return {
      row,
      data: null,
      given,
      mistakes: [{ row, column: '', value: '', message: 'This row holds characters that cannot be kept.' }],
    };
  const read = kind.schema.safeParse(record);
  if (read.success) return { row, data: read.data, given, mistakes: [] };
  const mistakes = read.error.issues.map(({ path, message }): ImportMistake => {
    const dotted = path.filter((step) => typeof step === 'string').join('.');
    const column =
      kind.columns.find((each) => each.path === dotted) ?? kind.columns.find((each) => dotted !== '' && each.path.startsWith(dotted));
    return { row, column: column?.name ?? clip(dotted), value: column ? clip(cellOf(column)) : '', message: inWords(message, column) };
  });
  return { row, data: null, given, mistakes };
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

/** No more of what was written than can be of use to whoever reads it. */
function clip(text: string): string {
  if (text.length <= LONGEST_CELL_SHOWN) return text;
  return `${Array.from(text.slice(0, LONGEST_CELL_SHOWN - 1))
    .filter((character) => character.isWellFormed())
    .join('')}…`;
}

function unreadable(detail: string): ProblemError {
  return new ProblemError('unreadable', { detail });
}

/** Rows that may be taken in: new ones, and those that are on record already with the key of that record. */
export interface Sorted<Data> {
  readonly fresh: readonly ReadRow<Data>[];
  readonly known: readonly { readonly read: ReadRow<Data>; readonly id: string }[];
}

/** Counts a file's rows as they go by, and remembers which were there before. */
export class Tally<Data> {
  readonly #kind: TableKind<Data>;
  readonly #known: KnownRows;
  readonly #seen = new Set<string>();
  readonly #mistakes: ImportMistake[] = [];
  #mistakeCount = 0;
  #total = 0;
  #good = 0;
  #knownCount = 0;

  constructor(kind: TableKind<Data>, known: KnownRows) {
    this.#kind = kind;
    this.#known = known;
  }

  get bad(): number {
    return this.#total - this.#good - this.#knownCount;
  }

  /** Takes rows in their order; answers those that can be taken in. `onRecord`: keys of the records that are the same. */
  add(rows: readonly ReadRow<Data>[], onRecord: ReadonlyMap<string, readonly string[]>): Sorted<Data> {
    const fresh: ReadRow<Data>[] = [];
    const known: { read: ReadRow<Data>; id: string }[] = [];
    for (const read of rows) {
      const { row, data, mistakes } = read;
      this.#total += 1;
      this.#note(mistakes);
      if (data === null) continue;
      const same = this.#kind.sameAs(data);
      const print = fingerprint(same);
      const refuse = (message: string): void =>
        this.#note([{ row, column: this.#kind.sameColumn, value: clip(same.split('|')[0] ?? ''), message }]);
      if (this.#seen.has(print)) {
        refuse('An earlier row of this file is the same.');
        continue;
      }
      const [id, another] = onRecord.get(same) ?? [];
      if (id !== undefined && another !== undefined && this.#known === 'update') {
        refuse(this.#kind.severalThere);
        continue;
      }
      this.#seen.add(print);
      if (id === undefined) {
        this.#good += 1;
        fresh.push(read);
      } else {
        this.#knownCount += 1;
        known.push({ read, id });
      }
    }
    return { fresh, known };
  }

  report(taken: number, updated: number, readAs: FileEncoding): ImportReport {
    return {
      ...{ total: this.#total, good: this.#good, known: this.#knownCount, bad: this.bad },
      ...{ taken, updated, readAs },
      mistakes: this.#mistakes,
      further: this.#mistakeCount - this.#mistakes.length,
    };
  }

  #note(mistakes: readonly ImportMistake[]): void {
    this.#mistakeCount += mistakes.length;
    this.#mistakes.push(...mistakes.slice(0, MOST_MISTAKES_LISTED - this.#mistakes.length));
  }
}

/** Sixteen bytes in place of a text: a million of them fit where a million names would not. */
const fingerprint = (text: string): string => createHash('sha256').update(text).digest().toString('latin1', 0, 16);
