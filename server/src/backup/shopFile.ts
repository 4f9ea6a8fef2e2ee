import { StartRefused } from '../startRefused.ts';
import { createHash, type Hash } from 'node:crypto';
import { z } from 'zod';

/** What a whole shop's file says that it is, and the newest form of it that this version understands. */
export const SHOP_FILE_KIND = 'easytuck.shop';
export const SHOP_FILE_FORMAT = 1;
/** The entry that says what is in the file. */
export const MANIFEST_NAME = 'shop.json';
export const tableEntryName = (table: string): string => `${table}.jsonl`;

/** Why a file was made. */
export const backupReason = z.enum(['asked', 'nightly', 'beforeMigration', 'beforeRestore']);
export type BackupReason = z.infer<typeof backupReason>;

/**
 * A whole shop as one open file: a zip with `shop.json`, which is this, and one JSON Lines entry for each table, a row a line,
 * columns by their names, times in ISO 8601 (UTC). See docs/shop-file.md.
 */
export const manifest = z.object({
  kind: z.literal(SHOP_FILE_KIND),
  format: z.int().min(1),
  /** Name of the shop, and when and why the file was made. */
  shop: z.string(),
  madeAt: z.iso.datetime(),
  reason: backupReason,
  /** The migrations that the tables have been through, oldest first. */
  migrations: z.array(z.string()),
  tables: z.array(z.object({ name: z.string(), rows: z.int().min(0), sha256: z.string() })),
});
export type Manifest = z.infer<typeof manifest>;
export type TableMark = Manifest['tables'][number];

/** Counts lines and sums them up as they go by. */
export class TableSum {
  readonly #hash: Hash = createHash('sha256');
  #rows = 0;

  add(line: string): void {
    this.#rows += 1;
    this.#hash.update(line).update('\n');
  }

  /** To be asked once. */
  mark(name: string): TableMark {
    return { name, rows: this.#rows, sha256: this.#hash.digest('hex') };
  }
}

/** A column of a table, as far as writing and reading a row needs it. */
export interface ShopColumn {
  readonly name: string;
  readonly kind: 'document' | 'time' | 'plain';
}

/** A row as a line of a table's entry. Documents are nested, not quoted; counts that a JSON number cannot hold surely are quoted. */
export function writeRow(columns: readonly ShopColumn[], row: Readonly<Record<string, unknown>>): string {
  const written: Record<string, unknown> = {};
  for (const { name, kind } of columns) {
    const value = row[name];
    if (typeof value === 'string' && kind === 'document') written[name] = JSON.parse(value);
    else if (typeof value === 'string' && kind === 'time') written[name] = `${value.replace(' ', 'T')}Z`;
    else written[name] = typeof value === 'bigint' ? String(value) : value;
  }
  return JSON.stringify(written);
}

function parseRow(line: string): Readonly<Record<string, unknown>> {
  try {
    return JSON.parse(line) as Readonly<Record<string, unknown>>;
  } catch (error) {
    throw new StartRefused('This file is damaged: a line of it is not what was written.', { cause: error });
  }
}

/** A line's row, as the database takes it, in the order of the columns. @throws StartRefused where the line is no row. */
export function readRow(columns: readonly ShopColumn[], line: string): (string | number | null)[] {
  const written = parseRow(line);
  return columns.map(({ name, kind }) => {
    const value = written[name];
    if (value === undefined || value === null) return null;
    if (kind === 'document') return JSON.stringify(value);
    if (kind === 'time' && typeof value === 'string') return value.replace('T', ' ').replace('Z', '');
    return value as string | number;
  });
}
