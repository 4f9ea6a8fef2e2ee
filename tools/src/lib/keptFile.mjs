import { closeSync, fsyncSync, openSync, readFileSync, renameSync, writeSync } from 'node:fs';

/**
 * Writes a small file so that whoever reads it, at whatever moment and after whatever crash, finds the old content or the new,
 * never half of one.
 * @param {string} path
 * @param {string} text
 * @param {number} [mode]
 */
export function writeKept(path, text, mode = 0o644) {
  const partial = `${path}.${process.pid}.partial`;
  const handle = openSync(partial, 'w', mode);
  try {
    writeSync(handle, text);
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
  renameSync(partial, path);
}

/**
 * Reads a small file; null where it is missing or `read` finds that it is not what was written.
 * @template T
 * @param {string} path
 * @param {(text: string) => T | null} read
 * @returns {T | null}
 */
export function readKept(path, read) {
  try {
    return read(readFileSync(path, 'utf8'));
  } catch {
    return null; // not there, or cut off by a crash of an older version
  }
}
