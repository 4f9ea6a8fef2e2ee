import type { FileEncoding } from '@easytuck/contract';
import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { Readable } from 'node:stream';

/** Enough to see how letters are laid down, and to find the heading. */
const BEGINNING_BYTES = 65_536;
/** Of the bytes in one place of every pair, so many are zero in a table of UTF-16: digits, separators and most letters. */
const ZEROS = 0.3;

/** How a file's letters are laid down: told by its mark, by the zeros of UTF-16, else whether all of it is sound UTF-8. */
export async function encodingOf(path: string): Promise<{ readonly encoding: FileEncoding; readonly beginning: string }> {
  const bytes = await firstBytes(path);
  const encoding = markedAs(bytes) ?? pairedAs(bytes) ?? ((await isUtf8(path)) ? 'utf-8' : 'windows-1252');
  return { encoding, beginning: new TextDecoder(encoding).decode(bytes, { stream: true }) };
}

/** A file's text in pieces, as UTF-8 bytes without a mark. */
export function readText(source: ReturnType<typeof createReadStream>, encoding: FileEncoding): Readable {
  const decoder = new TextDecoder(encoding);
  async function* pieces(): AsyncGenerator<Buffer> {
    for await (const chunk of source as AsyncIterable<Buffer>) yield Buffer.from(decoder.decode(chunk, { stream: true }));
    yield Buffer.from(decoder.decode());
  }
  return Readable.from(pieces(), { objectMode: false });
}

async function firstBytes(path: string): Promise<Buffer> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(BEGINNING_BYTES), 0, BEGINNING_BYTES, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await file.close();
  }
}

function markedAs(bytes: Buffer): FileEncoding | null {
  if (bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf) return 'utf-8';
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  return null;
}

function pairedAs(bytes: Buffer): FileEncoding | null {
  let [first, second] = [0, 0];
  for (let i = 0; i + 1 < bytes.length; i += 2) {
    if (bytes[i] === 0) first += 1;
    if (bytes[i + 1] === 0) second += 1;
  }
  const pairs = Math.floor(bytes.length / 2);
  if (pairs === 0) return null;
  if (second > ZEROS * pairs && second > 4 * first) return 'utf-16le';
  return first > ZEROS * pairs && first > 4 * second ? 'utf-16be' : null;
}

async function isUtf8(path: string): Promise<boolean> {
  const decoder = new TextDecoder('utf-8', { fatal: true });
  const source = createReadStream(path);
  try {
    for await (const chunk of source as AsyncIterable<Buffer>) decoder.decode(chunk, { stream: true });
    decoder.decode();
    return true;
  } catch (error) {
    if ((error as { readonly code?: unknown }).code === 'ERR_ENCODING_INVALID_ENCODED_DATA') return false;
    throw error;
  } finally {
    source.destroy();
  }
}
