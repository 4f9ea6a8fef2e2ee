import { mkdtempSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readKept, writeKept } from './keptFile.mjs';
import { runFileOf, runningIn, sayRunning } from './shopFolder.mjs';

const folder = mkdtempSync(join(tmpdir(), 'tuck-kept-'));

describe('a small file', () => {
  it('is written whole or not at all, for whom it is meant, and leaves nothing beside it', () => {
    const path = join(folder, 'secret');
    writeKept(path, 'one', 0o600);
    writeKept(path, 'two', 0o600);
    expect([readFileSync(path, 'utf8'), statSync(path).mode & 0o777]).toEqual(['two', 0o600]);
    expect(readdirSync(folder)).toEqual(['secret']);
    expect(() => writeKept(join(folder, 'no', 'such'), 'x')).toThrow();
  });

  it('is read where it is whole, and otherwise is not there', () => {
    expect(readKept(join(folder, 'none'), (text) => text)).toBeNull();
    writeFileSync(join(folder, 'half'), '{"pid":');
    expect(readKept(join(folder, 'half'), (text) => JSON.parse(text))).toBeNull();
    expect(readKept(join(folder, 'secret'), (text) => (text === 'two' ? 2 : null))).toBe(2);
  });
});

describe('what a running start says of itself', () => {
  it('counts only where it is whole and that start still runs', () => {
    for (const text of ['', '{"pid":', 'null', '[]', '{"pid":1}', '{"pid":"x","address":"y"}']) {
      writeFileSync(runFileOf(folder), text);
      expect(runningIn(folder)).toBeNull();
    }
    // a process of this number runs, but it is no start of the shop
    sayRunning(folder, { pid: process.pid, address: 'http://127.0.0.1:1', serverPid: 2, databasePid: undefined });
    expect(runningIn(folder)).toBeNull();
  });
});
