/** Over two hundred faults in about five minutes. */
export const FULL_PLAN = {
  singles: {
    'server killed': 9,
    'proxy killed': 6,
    'node killed': 9,
    'node stopped, and going on': 3,
    'node cut off from the others': 3,
    'node unplugged from the servers': 3,
    'node joining with all records': 2,
    'disk of a node full': 1,
    'all machines without current': 1,
  },
  storm: { nodeKills: 30, otherKills: 135 },
  perShop: 2,
};

/** One fault of each kind, for the tests. */
export const SHORT_PLAN = {
  singles: {
    'server killed': 1,
    'node killed': 1,
    'node stopped, and going on': 1,
    'node cut off from the others': 1,
    'node unplugged from the servers': 1,
    'node joining with all records': 1,
    'disk of a node full': 1,
  },
  storm: { nodeKills: 0, otherKills: 0 },
  perShop: 1,
};
