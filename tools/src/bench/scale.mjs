import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir, userInfo } from 'node:os';
import { join } from 'node:path';
import { fittingFor, newKey, tieThatFits } from '../cluster/people.mjs';
import { buildServer } from '../lib/buildServer.mjs';
import { run } from '../lib/run.mjs';
import { fileOfPeople, searchLetters, takeIn } from './crowd.mjs';
import { percentile } from './figure.mjs';
import { load, residentMb, startSingle } from './load.mjs';
import { timesOf } from './sideBySide.mjs';

const SIZES = [1_000, 10_000, 100_000, 1_000_000];
/** So many are taken in as a table; the rest are copies of them in the database, which is quicker: ten of each name. */
const TAKEN_IN = 100_000;
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
  let shop = await startSingle(folder, build);
  try {
    say(
      '  | wearers | taken in, rows/s | read, p95 ms | search, p95 ms | a page, p95 ms | giving out, p95 ms | 50 connections /s | database MB | backup s | backup MB | server MB |',
    );
    let there = 0;
    for (const size of SIZES) {
      const began = performance.now();
      if (size > TAKEN_IN) {
        await giveMemory(folder);
        await copyPeople(shop.databaseUrl, there, size);
        // measured with as much memory as it has in a shop: taking it away from a database that runs holds it up for minutes
        await shop.stop();
        shop = await startSingle(folder, build);
      } else await takeIn(shop.address, fileOfPeople(size - there, there));
      const rowsPerS = size > TAKEN_IN ? null : (size - there) / ((performance.now() - began) / 1_000);
      there = size;
      say(await rowAt(shop, size, rowsPerS, build, folder));
    }
  } finally {
    await shop.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

const MORE_MEMORY_BYTES = 6 * 2 ** 30;

/** Gives the database more memory until it is started again: filling it would take an hour. @param {string} folder */
async function giveMemory(folder) {
  const { createConnection } = await import('mariadb');
  const connection = await createConnection({ socketPath: join(folder, 'data', 'database.sock'), user: userInfo().username });
  try {
    await connection.query(`SET GLOBAL innodb_buffer_pool_size = ${MORE_MEMORY_BYTES}, GLOBAL innodb_flush_log_at_trx_commit = 0`);
  } finally {
    await connection.end();
  }
}

const COPIED = /** @type {const} */ (['wearers', 'wearer_words', 'wearer_measures']);

/** Copies the people who were taken in, a hundred thousand at a time, under keys of their own. @param {string} databaseUrl @param {number} from @param {number} to */
async function copyPeople(databaseUrl, from, to) {
  const { createConnection } = await import('mariadb');
  const url = new URL(databaseUrl);
  const connection = await createConnection({
    ...{ host: url.hostname, port: Number(url.port), user: url.username, password: url.password, database: url.pathname.slice(1) },
  });
  try {
    await connection.query('CREATE TEMPORARY TABLE base (id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin PRIMARY KEY)');
    await connection.query("INSERT INTO base SELECT id FROM wearers WHERE SUBSTR(id, 15, 1) = '7' ORDER BY id LIMIT ?", [TAKEN_IN]);
    for (let copy = from / TAKEN_IN; copy < to / TAKEN_IN; copy += 1) {
      const keyOf = (/** @type {string} */ column) => `CONCAT(LEFT(${column}, 14), '4', LPAD(${copy}, 3, '0'), SUBSTR(${column}, 19))`;
      for (const table of COPIED) {
        /** @type {{ name: string }[]} */
        const columns = await connection.query(
          "SELECT column_name AS name FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name = ? AND is_generated = 'NEVER' ORDER BY ordinal_position",
          [table],
        );
        const owner = table === 'wearers' ? 'id' : 'wearer_id';
        const values = columns.map(({ name }) => (name === 'id' || name === owner ? keyOf(`t.${name}`) : `t.${name}`));
        await connection.query(
          `INSERT INTO ${table} (${columns.map(({ name }) => name).join(', ')}) SELECT ${values.join(', ')} FROM base JOIN ${table} t ON t.${owner} = base.id`,
        );
      }
    }
  } finally {
    await connection.end();
  }
}

/** @param {Awaited<ReturnType<typeof startSingle>>} shop @param {number} size @param {number | null} rowsPerS @param {string} build @param {string} folder */
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
    rowsPerS === null ? '–' : rowsPerS.toFixed(0),
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
