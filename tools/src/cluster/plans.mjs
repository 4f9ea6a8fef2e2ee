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
  },
  storm: { nodes: 0, servers: 0, proxies: 0 },
  perShop: 1,
};
