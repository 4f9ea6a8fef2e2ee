import { WORKED_KNOT } from '@easytuck/core/rope';

/** What is varied, and between which values: ties as they are made, and somewhat beyond; pulls from a very soft knot to one drawn hard. */
/** @type {Readonly<Record<string, readonly [number, number]>>} */
const RANGES = {
  waistMm: [23, 38],
  bandMm: [16, 24],
  thicknessMm: [0.7, 2.2],
  gatherRatio: [0.5, 0.8],
  neckPathMm: [370, 460],
};
const PULLS_N = /** @type {const} */ ([1.5, 25]);
const SPREAD_CASES = 64;

/**
 * The i-th number of the van der Corput sequence of a base: even over 0 to 1, and the same each time.
 * @param {number} i
 * @param {number} base
 */
function evenly(i, base) {
  let [value, part, rest] = [0, 1 / base, i];
  while (rest > 0) {
    value += part * (rest % base);
    rest = Math.floor(rest / base);
    part /= base;
  }
  return value;
}

const BASES = [2, 3, 5, 7, 11];

const rounded = (/** @type {number} */ value) => Math.round(value * 1000) / 1000;
const drawnWith = (/** @type {number} */ pullN) => ({ shortPullN: pullN, longPullN: pullN });

/** Knots spread evenly over the ranges (Halton 1960), pulls evenly by their ratio: what the formulas are fitted to. */
const spread = Array.from({ length: SPREAD_CASES }, (_, n) => ({
  ...WORKED_KNOT,
  ...Object.fromEntries(
    Object.entries(RANGES).map(([name, [from, to]], k) => [name, rounded(from + (to - from) * evenly(n + 1, BASES[k] ?? 2))]),
  ),
  ...drawnWith(rounded(PULLS_N[0] * (PULLS_N[1] / PULLS_N[0]) ** evenly(n + 1, 13))),
}));

/** The worked knot with one thing changed: what the spreads of the model are taken from. The slowest first. */
const changed = [
  { fineness: 0.35 },
  { fineness: 0.5 },
  {},
  ...[1, 1.6, 2.5, 4, 10, 17, 25].map(drawnWith),
  { shortPullN: 3.25, longPullN: 13 },
  { shortPullN: 13, longPullN: 3.25 },
  { friction: 0 },
  { friction: 0.3 },
  { bendingNmm2: 20 },
  { edgeNPerMm: 15 },
  { edgeNPerMm: 100 },
  { squeezePerNmm2: 0.1 },
  { gatherRatio: 0.4 },
  { gatherRatio: 0.3 },
  // how well a knot repeats itself: changes that should do next to nothing
  { waistMm: 30.1 },
  { bandMm: 20.1 },
].map((change) => ({ ...WORKED_KNOT, ...change }));

/** @type {readonly { group: 'spread' | 'changed', knot: typeof WORKED_KNOT }[]} */
export const CASES = [
  ...changed.map((knot) => ({ group: /** @type {const} */ ('changed'), knot })),
  ...spread.map((knot) => ({ group: /** @type {const} */ ('spread'), knot })),
];
