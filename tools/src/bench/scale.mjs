import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fittingFor, newKey, tieThatFits } from '../cluster/people.mjs';
import { buildServer } from '../lib/buildServer.mjs';
import { run } from '../lib/run.mjs';
import { fileOfPeople, searchLetters, takeIn } from './crowd.mjs';
import { percentile } from './figure.mjs';
import { load, residentMb, startSingle } from './load.mjs';
import { timesOf } from './sideBySide.mjs';

const SIZES = [1_000, 10_000, 100_000, 300_000, 1_000_000];
/** A file is as large as the interface would send it. */
const ROWS_A_FILE = 100_000;
const READS = 300;
const LOAD_SECONDS = 10;
const BYTES_PER_MB = 1_048_576;

/**
 * How the cost grows with the number of wearers on one server with one database, up to a million.
 * @param {(line: string) => void} say
 */
export async function measureScale(say) {
  const folder = mkdtempSync(join(tmpdir(), 'easytuck-scale-'));
  const build = await buildServer();
  const shop = await startSingle(folder, build);
  try {
    say(
      '  | wearers | taken in, rows/s | read, p95 ms | search, p95 ms | a page, p95 ms | giving out, p95 ms | 50 connections /s | database MB | backup s | backup MB | server MB |',
    );
    let there = 0;
    for (const size of SIZES) {
      const began = performance.now();
      for (let from = there; from < size; from += ROWS_A_FILE)
        await takeIn(shop.address, fileOfPeople(Math.min(ROWS_A_FILE, size - from), from));
      const rowsPerS = (size - there) / ((performance.now() - began) / 1_000);
      there = size;
      say(await rowAt(shop, size, rowsPerS, build, folder));
    }
  } finally {
    await shop.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** @param {Awaited<ReturnType<typeof startSingle>>} shop @param {number} size @param {number} rowsPerS @param {string} build @param {string} folder */
async function rowAt({ address, databaseUrl, pid }, size, rowsPerS, build, folder) {
  const get = async (/** @type {string} */ path) => (await fetch(address + path)).json();
  const p95 = async (/** @type {(i: number) => Promise<unknown>} */ work) => percentile(await timesOf(READS, work), 0.95);
  const letters = searchLetters(READS);
  const { wearers } = await get('/api/wearers?q=co');
  const tieId = await tieThatFits(address);
  const read = await p95((i) => get(`/api/wearers/${wearers[i % wearers.length].id}`));
  const search = await p95((i) => get(`/api/wearers?${new URLSearchParams({ q: letters[i] ?? '' }).toString()}`));
  const page = await p95(() => get('/api/wearers'));
  const give = await p95((i) => giveOut(address, tieId, `Given ${size} ${i}`));
  const { perS } = await load([address], 50, LOAD_SECONDS, wearers);
  const { database } = await get('/api/running');
  const file = join(folder, 'shop.zip');
  const began = performance.now();
  const { code, output } = await run(process.execPath, [join(build, 'commands.mjs'), 'backup', file], {
    quiet: true,
    env: { ...process.env, DATABASE_URL: databaseUrl },
  });
  if (code !== 0) throw new Error(output);
  const backupS = (performance.now() - began) / 1_000;
  const cells = [
    size.toLocaleString('en-GB'),
    rowsPerS.toFixed(0),
    read.toFixed(1),
    search.toFixed(1),
    page.toFixed(1),
    give.toFixed(1),
    perS.toFixed(0),
  ];
  const sizes = [database.bytes / BYTES_PER_MB, backupS, statSync(file).size / BYTES_PER_MB, residentMb(Number(pid()))].map((value) =>
    value.toFixed(0),
  );
  return `  | ${[...cells, ...sizes].join(' | ')} |`;
}

/** @param {string} address @param {string} tieId @param {string} name */
const giveOut = async (address, tieId, name) =>
  (
    await fetch(`${address}/api/fittings`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(fittingFor(newKey(), tieId, { kind: 'new', id: newKey(), name })),
    })
  ).text();
