/** Two hundred faults and kills in five to ten minutes. */
export const FULL_PLAN = {
  singles: {
    'server killed': 5,
    'proxy killed': 4,
    'node killed': 4,
    'node stopped, and going on': 2,
    'node cut off from the others': 2,
    'node unplugged from the servers': 2,
    'node joining with all records': 2,
    'disk of a node full': 1,
    'all machines without current': 1,
  },
  storm: { nodes: 10, servers: 50, proxies: 120 },
  perShop: 2,
};

/** What takes the majority away, and what comes near it. */
const MAJORITY_FAULTS = [
  'two nodes killed at once',
  'two nodes killed half a second apart',
  'two nodes killed a second apart',
  'two nodes killed two seconds apart',
  'all nodes killed at once',
  'three nodes killed in a row',
  'node and proxy killed at once',
  'two nodes stopped for 15 s',
  'node stopped for 20 s',
];
/** After these nobody can save until the machines have found out who begins. */
const TAKES_MAJORITY = new Set(['all machines without current', ...MAJORITY_FAULTS.filter((kind) => /^(two|three|all) /.test(kind))]);
/** @param {string} kind */
export const takesMajority = (kind) => TAKES_MAJORITY.has(kind);

/** How long a shop may be without service after a fault, in milliseconds: a node takes over, or one begins again. */
export const ALLOWED_AWAY_MS = { single: 10_000, majority: 40_000 };

/** @param {number} times @returns {Record<string, number>} */
const majorityFaults = (times) => Object.fromEntries(MAJORITY_FAULTS.map((kind) => [kind, times]));

/** Each of these faults three times: about ten minutes. */
export const MAJORITY_PLAN = { singles: majorityFaults(3), storm: { nodes: 0, servers: 0, proxies: 0 }, perShop: 1 };

/** All of it, and what takes the majority away thirty times each: about two hours. */
export const LONG_PLAN = { ...FULL_PLAN, singles: { ...FULL_PLAN.singles, ...majorityFaults(30) } };

/** One fault of each kind, for the tests. */
export const SHORT_PLAN = {
  singles: {
    'server killed': 1,
    'proxy killed': 1,
    'node killed': 1,
    'node stopped, and going on': 1,
    'node cut off from the others': 1,
    'node unplugged from the servers': 1,
    'node joining with all records': 1,
    'disk of a node full': 1,
    'two nodes killed half a second apart': 1,
  },
  storm: { nodes: 0, servers: 0, proxies: 0 },
  perShop: 1,
};
