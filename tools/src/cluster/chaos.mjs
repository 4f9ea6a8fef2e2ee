import { sleep } from '../lib/privateDatabase.mjs';
import {
  cutOff,
  fillDisk,
  joinAnew,
  killNode,
  killNodeAndProxy,
  killNodes,
  killProxy,
  killServer,
  openNode,
  powerCut,
  stopNode,
  stopNodeLong,
  stopTwoNodes,
  unplug,
  waitUntilSettled,
} from './faults.mjs';
import { letPeopleSave, longestAwayMs } from './people.mjs';

/** Time that is looked at after a fault was undone, for whoever was still waiting. */
const AFTER_MS = 700;
const SETTLED_WITHIN_MS = 30_000;
const SAVED_AGAIN_WITHIN_MS = 90_000;

/** Kinds of faults by how a table calls them. @type {Readonly<Record<string, import('./faults.mjs').Fault>>} */
const KINDS = {
  'node killed': killNode,
  'node stopped, and going on': stopNode,
  'node cut off from the others': cutOff,
  'node unplugged from the servers': unplug,
  'node joining with all records': joinAnew,
  'disk of a node full': fillDisk,
  'server killed': killServer,
  'proxy killed': killProxy,
  'all machines without current': powerCut,
  'two nodes killed at once': killNodes(2, 0),
  'two nodes killed half a second apart': killNodes(2, 500),
  'two nodes killed a second apart': killNodes(2, 1_000),
  'two nodes killed two seconds apart': killNodes(2, 2_000),
  'all nodes killed at once': killNodes(3, 0),
  'three nodes killed in a row': killNodes(3, 1_500),
  'node and proxy killed at once': killNodeAndProxy,
  'two nodes stopped for 15 s': stopTwoNodes,
  'node stopped for 20 s': stopNodeLong,
};

/** How often each part is killed while the others are too. @typedef {{ nodes: number, servers: number, proxies: number }} Storm */

/** @typedef {{ kind: string, times: number, longestAwayMs: number }} KindOutcome */

/**
 * @typedef {{
 *   kinds: readonly KindOutcome[],
 *   faults: number,
 *   stormKills: number,
 *   stormLongestAwayMs: number,
 *   acknowledged: number,
 *   lost: number,
 *   doubled: number,
 *   overwritten: number,
 *   conflicts: number,
 *   refused: number,
 *   unanswered: number,
 *   wrong: readonly string[],
 *   slow: readonly string[],
 *   broken: readonly string[],
 * }} ChaosOutcome
 */

/**
 * Lets people save at all shops of a cluster while its parts fail: first one after another, so that the time without service belongs to
 * one fault, then many at once. At the end everything acknowledged is looked for on every node.
 * @param {import('./cluster.mjs').Cluster} cluster
 * @param {{
 *   singles: Readonly<Record<string, number>>,
 *   storm: Storm,
 *   perShop: number,
 *   smallDisk: number | null,
 *   say: (line: string) => void,
 * }} plan how often each kind comes alone; how many kills come together; how many people save at each shop; the machine whose disk may be
 * filled.
 * @returns {Promise<ChaosOutcome>}
 */
export async function runChaos(cluster, { singles, storm, perShop, smallDisk, say }) {
  const people = await letPeopleSave(cluster.addresses, perShop);
  const { book } = people;
  /** @type {KindOutcome[]} */
  const kinds = [];
  let faults = 0;
  try {
    await sleep(AFTER_MS);
    for (const [kind, times] of Object.entries(singles)) {
      const fault = KINDS[kind];
      if (!fault) throw new Error(`there is no fault called ${kind}`);
      let longest = 0;
      for (let i = 0; i < times; i += 1) {
        const machine = fault === fillDisk ? smallDisk : i % cluster.machines.length;
        if (machine === null) continue;
        const from = performance.now();
        await fault(cluster, machine);
        await savedAgain(book, cluster.addresses, kind);
        await sleep(AFTER_MS);
        faults += 1;
        longest = Math.max(longest, longestAwayMs(book, cluster.addresses, from, performance.now()));
      }
      kinds.push({ kind, times, longestAwayMs: longest });
      say(`  ${kind.padEnd(34)} ${String(times).padStart(4)} times, longest without service ${(longest / 1000).toFixed(1)} s`);
    }
    const from = performance.now();
    const stormKills = await storming(cluster, storm);
    await sleep(AFTER_MS);
    const stormLongestAwayMs = stormKills === 0 ? 0 : longestAwayMs(book, cluster.addresses, from, performance.now());
    if (stormKills > 0)
      say(
        `  ${'many at once'.padEnd(34)} ${String(stormKills).padStart(4)} kills, longest without service ${(stormLongestAwayMs / 1000).toFixed(1)} s`,
      );
    await people.stop();
    await waitUntilSettled(cluster);
    const checks = await checkNodes(cluster, book);
    return {
      kinds,
      faults,
      stormKills,
      stormLongestAwayMs,
      acknowledged: book.fittings.size + [...book.shared.values()].reduce((sum, versions) => sum + versions.size, 0),
      ...checks,
      overwritten: book.overwritten.length,
      conflicts: book.answers.get(409) ?? 0,
      refused: book.answers.get(503) ?? 0,
      unanswered: book.answers.get(0) ?? 0,
      wrong: book.wrong,
      slow: book.slow,
    };
  } finally {
    await people.stop();
  }
}

/**
 * Waits until a change has been acknowledged at every shop since now.
 * @param {import('./people.mjs').Book} book @param {readonly string[]} addresses @param {string} kind of the fault before
 * @throws where a shop cannot save again
 */
async function savedAgain(book, addresses, kind) {
  const from = performance.now();
  const waiting = () => addresses.filter((address) => !(book.acknowledgedAt.get(address) ?? []).some((at) => at > from));
  for (; waiting().length > 0; await sleep(50))
    if (performance.now() - from > SAVED_AGAIN_WITHIN_MS) throw new Error(`nobody can save at ${waiting().join(', ')} after: ${kind}`);
}

/**
 * Nodes, servers and proxies are killed side by side, each kind in turn on all machines.
 * @param {import('./cluster.mjs').Cluster} cluster
 * @param {Storm} kills
 */
async function storming(cluster, { nodes, servers, proxies }) {
  const inTurn = async (/** @type {import('./faults.mjs').Fault} */ fault, /** @type {number} */ times) => {
    for (let i = 0; i < times; i += 1) {
      await fault(cluster, i % cluster.machines.length);
      // at another moment of a save each time
      await sleep((i * 37) % 150);
    }
  };
  await Promise.all([inTurn(killNode, nodes), inTurn(killServer, servers), inTurn(killProxy, proxies)]);
  return nodes + servers + proxies;
}

/**
 * Looks for everything acknowledged on each node by itself, and at what must hold among the rows.
 * @param {import('./cluster.mjs').Cluster} cluster
 * @param {import('./people.mjs').Book} book
 */
export async function checkNodes(cluster, book) {
  /** @type {string[]} */
  const broken = [];
  let [lost, doubled] = [0, 0];
  /** @type {Set<string>} */
  const sums = new Set();
  for (let machine = 0; machine < cluster.machines.length; machine += 1) {
    const connection = await openNode(cluster, machine);
    const of = (/** @type {string} */ what) => `machine-${machine + 1}: ${what}`;
    try {
      await connection.query(`SET SESSION wsrep_sync_wait = 7, SESSION lock_wait_timeout = ${SETTLED_WITHIN_MS / 1000}`);
      /** @type {{ id: string, name: string, rootId: string, number: number }[]} */
      const rows = await connection.query('SELECT id, wearer_name AS name, root_id AS rootId, revision AS number FROM fittings');
      const kept = new Map(rows.map((row) => [row.id, row]));
      for (const [id, { wearer, rootId, number }] of book.fittings) {
        const row = kept.get(id);
        if (!row || row.name !== wearer || row.rootId !== rootId || row.number !== number) lost += 1;
      }
      /** @type {{ name: string, times: number }[]} */
      const twice = await connection.query(
        "SELECT name, COUNT(*) AS times FROM wearers WHERE name REGEXP '^P[0-9]+ [0-9]+ ' GROUP BY name HAVING times > 1",
      );
      doubled += twice.length;
      for (const [id, versions] of book.shared) {
        /** @type {{ version: number, note: string }[]} */
        const [row] = await connection.query('SELECT version, note FROM wearers WHERE id = ?', [id]);
        const latest = row?.version ?? 0;
        for (let version = 2; version <= Math.max(latest, ...versions.keys()); version += 1) {
          if (versions.has(version) && version > latest) lost += 1;
          // a version of which nobody knows is a change that nobody made
          else if (!versions.has(version) && book.unsure.get(id)?.has(version) !== true)
            broken.push(of(`nobody made version ${version} of a shared record`));
        }
        if (versions.has(latest) && row?.note !== versions.get(latest)) lost += 1;
      }
      for (const [what, statement] of Object.entries(INVARIANTS)) {
        /** @type {{ found: number }[]} */
        const [row] = await connection.query(`SELECT COUNT(*) AS found FROM (${statement}) broken`);
        if (Number(row?.found) > 0) broken.push(of(`${row?.found} ${what}`));
      }
      sums.add(JSON.stringify(await checksums(connection)));
    } finally {
      await connection.end().catch(() => {});
    }
  }
  if (sums.size > 1) broken.push('the nodes do not hold the same');
  return { lost, doubled, broken };
}

/** What no row may break; each finds those that do. */
const INVARIANTS = {
  'fittings without one latest revision': 'SELECT root_id FROM fittings GROUP BY root_id HAVING SUM(is_latest) <> 1',
  'fittings with a gap in their revisions':
    'SELECT root_id FROM fittings GROUP BY root_id HAVING MAX(revision) <> COUNT(*) OR COUNT(DISTINCT revision) <> COUNT(*)',
  'fittings whose latest is not the last':
    'SELECT f.id FROM fittings f WHERE f.is_latest AND EXISTS (SELECT 1 FROM fittings g WHERE g.root_id = f.root_id AND g.revision > f.revision)',
  'fittings of nobody': 'SELECT f.id FROM fittings f LEFT JOIN wearers w ON w.id = f.wearer_id WHERE w.id IS NULL',
  'fittings of no tie': 'SELECT f.id FROM fittings f LEFT JOIN ties t ON t.id = f.tie_id WHERE t.id IS NULL',
  'revisions of nothing':
    'SELECT f.id FROM fittings f LEFT JOIN fittings r ON r.id = f.revises WHERE f.revises IS NOT NULL AND r.id IS NULL',
  'measures of nobody': 'SELECT m.id FROM wearer_measures m LEFT JOIN wearers w ON w.id = m.wearer_id WHERE w.id IS NULL',
  'words of nobody': 'SELECT x.word FROM wearer_words x LEFT JOIN wearers w ON w.id = x.wearer_id WHERE w.id IS NULL',
};

/** @param {import('mariadb').Connection} connection */
async function checksums(connection) {
  /** @type {{ name: string }[]} */
  const tables = await connection.query(
    // servers say every few seconds that they are there
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name NOT IN ('servers', 'leases') ORDER BY table_name",
  );
  return connection.query(`CHECKSUM TABLE ${tables.map(({ name }) => `\`${name}\``).join(', ')}`);
}
