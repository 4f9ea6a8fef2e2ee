import autocannon from 'autocannon';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startCluster } from '../cluster/cluster.mjs';
import { fittingFor, newKey, tieThatFits } from '../cluster/people.mjs';
import { buildServer } from '../lib/buildServer.mjs';
import { sleep, startPrivateDatabase } from '../lib/privateDatabase.mjs';
import { superviseServer } from '../lib/superviseServer.mjs';
import { feelBackup } from './besideBackup.mjs';
import { percentile } from './figure.mjs';
import { fileOfPeople, searchLetters, takeIn } from './crowd.mjs';

const PEOPLE = 20_000;
const CONNECTIONS = [10, 50, 200];
const SECONDS = 12;
const WARM_SECONDS = 4;
/** Until all connections are open, nothing counts: a server takes on one new connection in each turn of its loop. */
const OPENING_SECONDS = 6;
const FLAT_MINUTES = 10;
const FLAT_CONNECTIONS = 50;
const LOOK_EVERY_S = 15;

/**
 * What a load came to.
 * @typedef {{ perS: number, p50Ms: number, p95Ms: number, p99Ms: number, openingMs: number, refused: number, wrong: number }} LoadOutcome
 */

/**
 * Loads as shops make them, on one server with one database and on two servers with three nodes, by turns on the same machine; then ten
 * minutes on the one server, for its memory.
 * @param {(line: string) => void} say
 */
export async function measureLoad(say) {
  const folder = mkdtempSync(join(tmpdir(), 'easytuck-load-'));
  const build = await buildServer();
  const single = await startSingle(join(folder, 'single'), build);
  const cluster = await startCluster({
    folder: join(folder, 'cluster'),
    servers: 2,
    build,
    isDemo: true,
    log: () => {},
    env: { LOG_LEVEL: 'silent' },
  });
  try {
    const two = cluster.addresses.slice(0, 2);
    const sides = { 'one server, one database': [single.address], 'two servers, three nodes': two };
    /** @type {Record<string, { id: string }[]>} */
    const known = {};
    for (const [name, [address = '']] of Object.entries(sides)) {
      await takeIn(address, fileOfPeople(PEOPLE));
      known[name] = (await (await fetch(`${address}/api/wearers?limit=50`)).json()).wearers;
      await load([address], 10, WARM_SECONDS, known[name] ?? []);
    }
    /** @type {{ side: string, connections: number, outcome: LoadOutcome }[]} */
    const outcomes = [];
    for (const connections of CONNECTIONS)
      for (const [side, addresses] of Object.entries(sides)) {
        const outcome = await load(addresses, connections, SECONDS, known[side] ?? []);
        outcomes.push({ side, connections, outcome });
        const { perS, p50Ms, p95Ms, p99Ms, openingMs, refused, wrong } = outcome;
        say(
          `  ${side}, ${String(connections).padStart(3)} connections: ${perS.toFixed(0).padStart(5)}/s, p50 ${p50Ms.toFixed(0)}, p95 ${p95Ms.toFixed(0)}, p99 ${p99Ms.toFixed(0)} ms (while they were opened, the longest ${openingMs.toFixed(0)} ms), “not now” ${refused}, wrong ${wrong}`,
        );
      }
    const beside = await feelBackup(two[0] ?? '', two[1] ?? '', known['two servers, three nodes'] ?? []);
    for (const [when, { readMs, saveMs }] of Object.entries(beside))
      say(`  a machine ${when}: a record read, p95 ${readMs.toFixed(1)} ms, changed ${saveMs.toFixed(1)} ms`);
    await cluster.stop();
    const memory = await watchMemory(single, known['one server, one database'] ?? [], say);
    return { outcomes, beside, memory };
  } finally {
    await cluster.stop();
    await single.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** One server on one database of its own, with nothing before it. @param {string} folder @param {string} build */
export async function startSingle(folder, build) {
  const database = await startPrivateDatabase(folder);
  /** @type {{ address: string, server: import('../lib/superviseServer.mjs').SupervisedServer }} */
  const { address, server } = await new Promise((resolve, reject) => {
    const supervised = superviseServer({
      build,
      args: ['--demo'],
      env: {
        ...process.env,
        DATABASE_URL: database.url('easytuck'),
        HOST: '127.0.0.1',
        PORT: '0',
        LOG_LEVEL: 'silent',
        BACKUPS: join(folder, 'backups'),
      },
      logFile: join(folder, 'server.log'),
      onListening: (listening) => resolve({ address: listening, server: supervised }),
      onGivenUp: () => reject(new Error('the server did not start')),
    });
  });
  return {
    address,
    databaseUrl: database.url('easytuck'),
    pid: () => server.pid(),
    databasePid: () => database.pid(),
    stop: async () => {
      await server.stop();
      await database.stop();
    },
  };
}

/**
 * The mix of a busy afternoon, of twenty requests each: records looked at, names searched, the drawer, the ledger, cards given out; of four hundred one is a small table
 * that is taken in.
 * @param {readonly string[]} addresses @param {number} connections @param {number} seconds @param {readonly { id: string }[]} wearers
 * @returns {Promise<LoadOutcome>}
 */
export async function load(addresses, connections, seconds, wearers) {
  const tieId = await tieThatFits(addresses[0] ?? '');
  let count = 0;
  /** @type {import('autocannon').Request[]} */
  const mix = [{ setupRequest: (request) => ({ ...request, ...requestOf((count += 1), wearers, tieId) }) }];
  /** @type {number[]} */
  const times = [];
  let [refused, wrong, openingMs] = [0, 0, 0];
  const open = performance.now() + OPENING_SECONDS * 1_000;
  await Promise.all(
    addresses.map(
      (url) =>
        new Promise((resolve, reject) => {
          const running = autocannon(
            {
              url,
              connections: Math.round(connections / addresses.length),
              duration: OPENING_SECONDS + seconds,
              requests: mix,
              timeout: 15,
            },
            (/** @type {Error | null} */ error, /** @type {{ errors: number }} */ result) => {
              if (error) return reject(error);
              wrong += result.errors;
              return resolve(undefined);
            },
          );
          running.on('response', (_client, status, _bytes, ms) => {
            if (status >= 400 && status !== 503) wrong += 1;
            else if (performance.now() < open) openingMs = Math.max(openingMs, ms);
            else if (status === 503) refused += 1;
            else times.push(ms);
          });
        }),
    ),
  );
  const tookS = (performance.now() - open) / 1_000;
  return {
    perS: times.length / tookS,
    p50Ms: percentile(times, 0.5),
    p95Ms: percentile(times, 0.95),
    p99Ms: percentile(times, 0.99),
    openingMs,
    refused,
    wrong,
  };
}

const JSON_HEADERS = { 'content-type': 'application/json' };
const BOUNDARY = 'easytuck-load';
const LETTERS = searchLetters(97);
/** A table comes in so rarely: a shop takes one in once in a while. */
const IMPORT_EVERY = 400;

/** The next request of the mix, whoever sends it. @param {number} i @param {readonly { id: string }[]} wearers @param {string} tieId @returns {Partial<import('autocannon').Request>} */
function requestOf(i, wearers, tieId) {
  const wearer = wearers[i % wearers.length]?.id;
  const get = (/** @type {string} */ path) => ({ method: /** @type {const} */ ('GET'), path });
  if (i % IMPORT_EVERY === 0)
    return {
      method: 'POST',
      path: '/api/exchange/wearers?mode=all',
      headers: { 'content-type': `multipart/form-data; boundary=${BOUNDARY}` },
      body: aTable(i),
    };
  const kind = i % 20;
  if (kind < 9) return get(`/api/wearers/${wearer}`);
  if (kind < 14) return get(`/api/wearers?${new URLSearchParams({ q: LETTERS[i % LETTERS.length] ?? '' }).toString()}`);
  if (kind < 16) return get('/api/ties');
  if (kind < 17) return get(`/api/fittings?wearerId=${wearer}`);
  const body = JSON.stringify(fittingFor(newKey(), tieId, { kind: 'new', id: newKey(), name: `Load ${i}` }));
  return { method: 'POST', path: '/api/fittings', headers: JSON_HEADERS, body };
}

/** A table of five, as a form. @param {number} number */
function aTable(number) {
  const rows = Array.from({ length: 5 }, (_, k) => `Taken ${number} ${k},16 in,left`);
  return [
    `--${BOUNDARY}`,
    'Content-Disposition: form-data; name="file"; filename="few.csv"',
    'Content-Type: text/csv',
    '',
    'name,collar,long end',
    ...rows,
    `--${BOUNDARY}--`,
    '',
  ].join('\r\n');
}

/** Memory of a server under load, after its first minutes and at the end. @param {{ address: string, pid: () => number | undefined }} shop @param {readonly { id: string }[]} wearers @param {(line: string) => void} say */
async function watchMemory({ address, pid }, wearers, say) {
  const samples = /** @type {number[]} */ ([]);
  let isOver = false;
  const looking = (async () => {
    while (!isOver) {
      samples.push(residentMb(Number(pid())));
      await sleep(LOOK_EVERY_S * 1_000);
    }
  })();
  const { wrong, refused } = await load([address], FLAT_CONNECTIONS, FLAT_MINUTES * 60, wearers);
  isOver = true;
  await looking;
  const mean = (/** @type {readonly number[]} */ list) => list.reduce((sum, each) => sum + each, 0) / list.length;
  const perMinute = 60 / LOOK_EVERY_S;
  const [early, late] = [mean(samples.slice(2 * perMinute, 4 * perMinute)), mean(samples.slice(-2 * perMinute))];
  say(
    `  memory each minute: ${samples
      .filter((_, i) => i % perMinute === 0)
      .map((mb) => mb.toFixed(0))
      .join(', ')} MB; wrong ${wrong}, “not now” ${refused}`,
  );
  return { earlyMb: early, lateMb: late };
}

/** Resident memory of a process, in MB. @param {number} pid */
export const residentMb = (pid) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) / 1024;
