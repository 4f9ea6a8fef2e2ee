import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildServer } from '../lib/buildServer.mjs';
import { sleep } from '../lib/privateDatabase.mjs';
import { run } from '../lib/run.mjs';
import { checkNodes, runChaos } from './chaos.mjs';
import { startCluster } from './cluster.mjs';
import { openNode } from './faults.mjs';
import { emptyBook, newKey } from './people.mjs';
import { SHORT_PLAN } from './plans.mjs';
import { mountSmallDisk } from './smallDisk.mjs';

/* A whole cluster on this computer: three nodes, three proxies, three servers. One after another, on one cluster. */

const START_MS = 240_000;
const folder = mkdtempSync(join(tmpdir(), 'easytuck-cluster-'));
const takeDiskAway = mountSmallDisk(join(folder, 'machine-3'));
/** @type {import('./cluster.mjs').Cluster} */
let cluster;
/** @type {string} */
let build;
/** What comes over a connection over which nothing is asked, until it is closed. @type {Promise<string>} */
let unasked;

beforeAll(async () => {
  build = await buildServer();
  cluster = await startCluster({ folder, build, isDemo: true, log: () => {}, roomBytes: 24 * 1_048_576, env: { LOG_LEVEL: 'silent' } });
  unasked = untilClosed(cluster.addresses[0] ?? '');
}, START_MS);
afterAll(async () => {
  await cluster?.stop();
  takeDiskAway?.();
  rmSync(folder, { recursive: true, force: true });
}, START_MS);

const ask = async (
  /** @type {string} */ address,
  /** @type {string} */ path,
  /** @type {object | undefined} */ body = undefined,
  method = 'POST',
) =>
  fetch(address + path, body === undefined ? {} : { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
const json = async (/** @type {string} */ address, /** @type {string} */ path) => (await ask(address, path)).json();
/** @param {number} machine @param {string} statement */
const onNode = async (machine, statement) => {
  const connection = await openNode(cluster, machine);
  try {
    return /** @type {any[]} */ (await connection.query(statement));
  } finally {
    await connection.end();
  }
};
/** @param {string} address @returns {Promise<string>} */
const untilClosed = (address) =>
  new Promise((resolve, reject) => {
    const { hostname, port } = new URL(address);
    let said = '';
    const socket = connect(Number(port), hostname);
    socket.on('data', (chunk) => (said += String(chunk)));
    socket.on('end', () => resolve(said));
    socket.on('error', reject);
  });
const aWearer = (/** @type {string} */ name) => ({ id: newKey(), name, collar: '16', longEnd: 'left', note: '' });

test('three servers that start together change the tables once, and take the demo shop in once', async () => {
  for (let machine = 0; machine < 3; machine += 1) {
    const [{ times, names }] = await onNode(machine, 'SELECT COUNT(*) AS times, COUNT(DISTINCT name) AS names FROM migrations');
    expect(times).toBe(names);
    expect((await onNode(machine, 'SELECT * FROM demo_mark')).length).toBe(1);
  }
  expect((await json(cluster.addresses[0] ?? '', '/api/ties')).ties).toHaveLength(15);
});

test('each server says which machine it is and which node it reads', async () => {
  const said = await Promise.all(cluster.addresses.map((address) => json(address, '/readyz')));
  expect(said).toEqual([1, 2, 3].map((number) => ({ status: 'ok', machine: `machine-${number}`, node: `machine-${number}` })));
});

test('what was acknowledged at one shop is read at the others at once, and so is what they make of it', async () => {
  const [home = '', ...others] = cluster.addresses;
  for (let i = 0; i < 40; i += 1) {
    const wearer = aWearer(`Read Elsewhere ${i}`);
    expect((await ask(home, '/api/wearers', wearer)).status).toBe(201);
    const seen = await Promise.all(others.map((address) => ask(address, `/api/wearers/${wearer.id}`)));
    expect(seen.map(({ status }) => status)).toEqual([200, 200]);
    const changed = { ...wearer, id: undefined, note: `changed ${i}`, version: 1 };
    expect((await ask(others[i % 2] ?? '', `/api/wearers/${wearer.id}`, changed, 'PUT')).status).toBe(200);
    expect(await json(home, `/api/wearers/${wearer.id}`)).toMatchObject({ note: `changed ${i}`, version: 2 });
  }
});

test('of two changes over one version at two shops one is kept and one is told, 409', async () => {
  const wearer = aWearer('Changed Twice');
  await ask(cluster.addresses[0] ?? '', '/api/wearers', wearer);
  for (let version = 1; version < 12; version += 1) {
    const answers = await Promise.all(
      cluster.addresses.map((address, i) =>
        ask(address, `/api/wearers/${wearer.id}`, { ...wearer, id: undefined, note: `${version} by ${i}`, version }, 'PUT'),
      ),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409]);
    const kept = answers.findIndex(({ status }) => status === 200);
    expect(await json(cluster.addresses[(version + 1) % 3] ?? '', `/api/wearers/${wearer.id}`)).toMatchObject({
      version: version + 1,
      note: `${version} by ${kept}`,
    });
  }
});

test('a row that is locked on two nodes at once is held by one of them, and by both without what stands for its name', async () => {
  const wearer = aWearer('Locked Twice');
  await ask(cluster.addresses[0] ?? '', '/api/wearers', wearer);
  const attempt = async (/** @type {boolean} */ isHeld) => {
    const nodes = await Promise.all([0, 1].map((machine) => openNode(cluster, machine)));
    const steps = async (/** @type {string} */ statement) => Promise.allSettled(nodes.map((node) => node.query(statement)));
    const outcomes = [
      await steps('START TRANSACTION'),
      isHeld ? await steps('UPDATE held_names SET taken = taken + 1 WHERE number = 7') : [],
      await steps(`SELECT id FROM wearers WHERE id = '${wearer.id}' FOR UPDATE`),
      await steps('COMMIT'),
    ];
    await Promise.all(nodes.map((node) => node.end().catch(() => {})));
    return [0, 1].filter((i) => outcomes.every((step) => step[i] === undefined || step[i]?.status === 'fulfilled')).length;
  };
  expect(await attempt(false)).toBe(2);
  expect(await attempt(true)).toBe(1);
});

test(
  'one machine makes the backup of the night for all, and it comes back whole, on all nodes',
  async () => {
    const [first = '', second = ''] = cluster.addresses;
    expect((await ask(second, '/api/backups', {})).status).toBe(200);
    expect(await json(first, '/api/backups')).toMatchObject({ latest: null, elsewhere: { machine: 'machine-2' } });
    const kept = join(folder, 'machine-2', 'backups');
    const [name = ''] = readdirSync(kept);
    const urls = cluster.shares[0]?.urls;
    await onNode(0, 'CREATE DATABASE easytuck_empty CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci');
    const { code, output } = await run(process.execPath, [join(build, 'commands.mjs'), 'restore', join(kept, name)], {
      quiet: true,
      env: { ...process.env, DATABASE_URL: urls?.writes.replace(/easytuck$/, 'easytuck_empty') },
    });
    expect([code, output]).toEqual([0, expect.stringContaining('rows')]);
    for (const table of ['wearers', 'wearer_words', 'ties', 'fittings', 'tyings', 'parties', 'party_members', 'collars']) {
      const sums = [];
      for (let machine = 0; machine < 3; machine += 1)
        for (const database of ['easytuck', 'easytuck_empty']) {
          await onNode(machine, 'SET SESSION wsrep_sync_wait = 7');
          const [{ Checksum }] = await onNode(machine, `CHECKSUM TABLE ${database}.${table}`);
          sums.push(Checksum);
        }
      expect([table, new Set(sums).size]).toEqual([table, 1]);
    }
    await onNode(0, 'DROP DATABASE easytuck_empty');
  },
  START_MS,
);

test('a connection that a browser opened in advance and did not use is closed without a word', async () => {
  expect(await unasked).toBe('');
});

test('nothing acknowledged is lost or doubled whatever fails, and every shop can save again after each fault', async () => {
  const outcome = await runChaos(cluster, { ...SHORT_PLAN, smallDisk: takeDiskAway ? 2 : null, say: () => {} });
  const { lost, doubled, overwritten, broken, wrong } = outcome;
  expect({ lost, doubled, overwritten, broken, wrong }).toEqual({ lost: 0, doubled: 0, overwritten: 0, broken: [], wrong: [] });
  expect(outcome.acknowledged).toBeGreaterThan(200);
  if (process.getuid?.() === 0) expect(takeDiskAway).not.toBeNull();
}, 900_000);

test('somebody who signs in at one server is signed in at all of them, and signed out at all', async () => {
  const [home = '', away = ''] = cluster.addresses;
  const owner = { name: 'Maud Perrin', password: 'four lamps by the harbour' };
  const first = await ask(home, '/api/people/first', { id: newKey(), ...owner });
  expect(first.status).toBe(200);
  const cookie = (first.headers.get('set-cookie') ?? '').split(';')[0] ?? '';
  const { token } = await first.json();
  // a server knows for a second whether anybody is set up
  await sleep(1_200);
  expect((await ask(away, '/api/wearers')).status).toBe(401);
  const withCookie = (/** @type {string} */ address) => fetch(`${address}/api/wearers`, { headers: { cookie } });
  expect((await withCookie(away)).status).toBe(200);
  await fetch(`${home}/api/session`, { method: 'DELETE', headers: { cookie, 'x-easytuck-token': token ?? '' } });
  await sleep(1_200);
  expect((await withCookie(away)).status).toBe(401);
  // whoever guesses is slowed by all servers together: five tries are free
  const statuses = [];
  for (let i = 0; i < 7; i += 1)
    statuses.push((await ask(cluster.addresses[i % 3] ?? '', '/api/session', { ...owner, password: `guessed ${i} times` })).status);
  expect(statuses.slice(0, 5)).toEqual([401, 401, 401, 401, 401]);
  expect(statuses.at(-1)).toBe(429);
});

test('what is lost, doubled or different on one node is found', async () => {
  const id = newKey();
  const book = emptyBook();
  book.fittings.set(id, { wearer: 'Never Saved', rootId: id, number: 1 });
  expect(await checkNodes(cluster, book)).toEqual({ lost: 3, doubled: 0, broken: [] });
  book.fittings.clear();
  const [{ of }] = await onNode(1, 'SELECT wearer_id AS of FROM wearer_words LIMIT 1');
  const alone = await openNode(cluster, 1);
  await alone.query('SET SESSION wsrep_on = OFF');
  await alone.query(`DELETE FROM wearer_words WHERE wearer_id = '${of}'`);
  await alone.end();
  expect(await checkNodes(cluster, book)).toMatchObject({ lost: 0, broken: ['the nodes do not hold the same'] });
});
