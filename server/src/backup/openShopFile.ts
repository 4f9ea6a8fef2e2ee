import { createInterface } from 'node:readline';
import type { Readable } from 'node:stream';
import { open, type Entry, type ZipFile } from 'yauzl';
import { StartRefused } from '../startRefused.ts';
import { manifest, MANIFEST_NAME, SHOP_FILE_FORMAT, SHOP_FILE_KIND, tableEntryName, TableSum, type Manifest } from './shopFile.ts';

/** A whole shop's file, opened. */
export interface ShopFile {
  readonly manifest: Manifest;
  /** A table's lines, in order. @throws StartRefused once they are through, where they are not what was written. */
  readonly lines: (table: string) => AsyncGenerator<string>;
  readonly close: () => void;
}

/** A row's line, and a manifest, are never longer than this. */
const LONGEST_ENTRY_BYTES = 16 * 1_048_576;

/**
 * Opens a whole shop's file. @throws StartRefused, in a sentence, for a file that is none, that is damaged, or that a newer
 * version made.
 */
export async function openShopFile(path: string): Promise<ShopFile> {
  const zip = await openZip(path);
  try {
    const entries = await entriesOf(zip);
    const found = await readManifest(zip, entries.get(MANIFEST_NAME));
    return {
      manifest: found,
      lines: (table) => checkedLines(zip, entries, found, table),
      close: () => zip.close(),
    };
  } catch (error) {
    zip.close();
    throw error;
  }
}

/** Reads a whole shop's file through. @throws StartRefused where anything in it is not what was written. */
export async function checkShopFile(path: string): Promise<Manifest> {
  const file = await openShopFile(path);
  try {
    for (const { name } of file.manifest.tables) for await (const _line of file.lines(name));
    return file.manifest;
  } finally {
    file.close();
  }
}

const damaged = (what: string, cause?: unknown): StartRefused => new StartRefused(`This file is damaged: ${what}.`, { cause });

function openZip(path: string): Promise<ZipFile> {
  return new Promise((resolve, reject) => {
    open(path, { lazyEntries: true, autoClose: false }, (error: Error | null, zip) => {
      if (!error) resolve(zip);
      else if ((error as { code?: unknown }).code === 'ENOENT') reject(new StartRefused(`There is no file ${path}.`));
      else reject(new StartRefused('This is no file of a whole shop: it is not a zip, or only a part of one.', { cause: error }));
    });
  });
}

function entriesOf(zip: ZipFile): Promise<ReadonlyMap<string, Entry>> {
  return new Promise((resolve, reject) => {
    const entries = new Map<string, Entry>();
    zip.on('entry', (entry: Entry) => {
      entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.once('end', () => resolve(entries));
    zip.once('error', (error: Error) => reject(damaged('its list of contents cannot be read', error)));
    zip.readEntry();
  });
}

function streamOf(zip: ZipFile, entry: Entry): Promise<Readable> {
  return new Promise((resolve, reject) => {
    zip.openReadStream(entry, (error: Error | null, stream) =>
      error ? reject(damaged(`${entry.fileName} cannot be read`, error)) : resolve(stream),
    );
  });
}

async function readManifest(zip: ZipFile, entry: Entry | undefined): Promise<Manifest> {
  if (!entry || entry.uncompressedSize > LONGEST_ENTRY_BYTES)
    throw new StartRefused(`This is no file of a whole shop: there is no ${MANIFEST_NAME} in it.`);
  const pieces: Buffer[] = [];
  let content: unknown;
  try {
    for await (const piece of (await streamOf(zip, entry)) as AsyncIterable<Buffer>) pieces.push(piece);
    content = JSON.parse(Buffer.concat(pieces).toString('utf8'));
  } catch (error) {
    throw damaged(`${MANIFEST_NAME} cannot be read`, error);
  }
  const says = content as { readonly kind?: unknown; readonly format?: unknown };
  if (says.kind !== SHOP_FILE_KIND) throw new StartRefused('This is no file of a whole shop: it says that it is something else.');
  if (typeof says.format === 'number' && says.format > SHOP_FILE_FORMAT)
    throw new StartRefused('A newer Easy Tuck made this file; this one is older and would not understand it. Use the newer one.');
  const read = manifest.safeParse(content);
  if (!read.success) throw damaged(`${MANIFEST_NAME} does not say what is in it`, read.error);
  return read.data;
}

async function* checkedLines(
  zip: ZipFile,
  entries: ReadonlyMap<string, Entry>,
  { tables }: Manifest,
  table: string,
): AsyncGenerator<string> {
  const [entry, written] = [entries.get(tableEntryName(table)), tables.find(({ name }) => name === table)];
  if (!entry || !written) throw damaged(`there is no ${table} in it`);
  const sum = new TableSum();
  const source = await streamOf(zip, entry);
  let failure: unknown;
  source.once('error', (error) => (failure = error));
  try {
    for await (const line of createInterface({ input: source, crlfDelay: Infinity })) {
      if (line === '') continue;
      sum.add(line);
      yield line;
    }
  } catch (error) {
    failure ??= error;
  } finally {
    source.destroy();
  }
  if (failure !== undefined) throw failure instanceof StartRefused ? failure : damaged(`${table} cannot be read to its end`, failure);
  const { rows, sha256 } = sum.mark(table);
  if (rows !== written.rows || sha256 !== written.sha256) throw damaged(`${table} is not what was written`);
}
