import { parseNumber } from '@easytuck/core';

/** A column of a table: its name, how a record is written into it, and how a cell is read towards the record. */
export interface Column<Data> {
  readonly name: string;
  /** Path of the contract that a mistake in this column is reported at. */
  readonly path: string;
  /** How the trade writes some of the contract's words. */
  readonly words?: Readonly<Record<string, string>>;
  readonly write: (data: Data) => string;
  readonly read: (cell: string, row: Record<string, unknown>) => void;
}

/** Puts a value at a path of a record that is being read. */
export function put(record: Record<string, unknown>, path: string, value: unknown): void {
  const [last = '', ...outer] = path.split('.').reverse();
  let at = record;
  for (const key of outer.reverse()) at = (at[key] ??= {}) as Record<string, unknown>;
  at[last] = value;
}

/** What stands at a path of a record. */
export function at(record: unknown, path: string): unknown {
  return path
    .split('.')
    .reduce<unknown>(
      (value, key) => (typeof value === 'object' && value !== null ? (value as Record<string, unknown>)[key] : undefined),
      record,
    );
}

/** A text or a number at a path, as text; nothing else is written into a cell. */
function textAt(record: unknown, path: string): string {
  const value = at(record, path);
  return typeof value === 'string' || typeof value === 'number' ? String(value) : '';
}

const plainNumber = (value: unknown): string => (typeof value === 'number' ? String(Math.round(value * 1e6) / 1e6) : '');

/** Text as it is. */
export const textColumn = <D>(name: string, path: string): Column<D> => ({
  name,
  path,
  write: (data) => textAt(data, path),
  read: (cell, row) => put(row, path, cell),
});

/** One of a few words. `blank` stands for an empty cell; `words` are how the trade writes some of them. */
export const wordColumn = <D>(name: string, path: string, blank?: unknown, words: Readonly<Record<string, string>> = {}): Column<D> => ({
  name,
  path,
  words,
  write: (data) => {
    const value = textAt(data, path);
    return words[value] ?? value;
  },
  read: (cell, row) => {
    const word = cell.trim();
    if (word !== '') put(row, path, Object.keys(words).find((value) => words[value] === word.toLowerCase()) ?? word);
    else if (blank !== undefined) put(row, path, blank);
  },
});

/** A number with decimal point or comma; an empty cell leaves the field out, or is `blank`. */
export const numberColumn = <D>(name: string, path: string, blank?: null): Column<D> => ({
  name,
  path,
  write: (data) => plainNumber(at(data, path)),
  read: (cell, row) => {
    if (cell.trim() === '') {
      if (blank === null) put(row, path, null);
      return;
    }
    const reading = parseNumber(cell);
    put(row, path, reading.kind === 'number' ? reading.value : Number.NaN);
  },
});

/** A day as 2026-12-31; an empty cell is none. */
export const dayColumn = <D>(name: string, path: string): Column<D> => ({
  name,
  path,
  write: (data) => textAt(data, path),
  read: (cell, row) => put(row, path, cell.trim() === '' ? null : cell.trim()),
});

/** `yes` or `no`; an empty cell is no. Anything else is handed on, to be refused. */
export const yesColumn = <D>(name: string, path: string): Column<D> => ({
  name,
  path,
  write: (data) => (at(data, path) === true ? 'yes' : 'no'),
  read: (cell, row) => {
    const word = cell.trim().toLowerCase();
    put(row, path, word === 'yes' ? true : word === 'no' || word === '' ? false : cell);
  },
});
