import { WORKED_KNOT } from '@easytuck/core/rope';

/** What is varied, and between which values: ties as they are made, and somewhat beyond. */
/** @type {Readonly<Record<string, readonly [number, number]>>} */
const RANGES = {
  waistMm: [23, 38],
  bandMm: [16, 24],
  thicknessMm: [0.7, 2.2],
  gatherRatio: [0.5, 0.8],
  neckPathMm: [370, 460],
};
const SPREAD_CASES = 40;

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

/** Knots spread evenly over the ranges (Halton 1960), which the formulas are fitted to. */
const spread = Array.from({ length: SPREAD_CASES }, (_, n) => ({
  ...WORKED_KNOT,
  ...Object.fromEntries(
    Object.entries(RANGES).map(([name, [from, to]], k) => [
      name,
      Math.round((from + (to - from) * evenly(n + 1, BASES[k] ?? 2)) * 1000) / 1000,
    ]),
  ),
}));

/** The worked knot with one thing changed: what the spreads of the model are taken from. */
const changed = [
  {},
  { fineness: 0.5 },
  { shortPullN: 1, longPullN: 1 },
  { shortPullN: 9, longPullN: 9 },
  { shortPullN: 1.5, longPullN: 6 },
  { shortPullN: 6, longPullN: 1.5 },
  { friction: 0 },
  { friction: 0.3 },
  { bendingNmm2: 20 },
  { bendingNmm2: 20, shortPullN: 1, longPullN: 1 },
  { edgeNPerMm: 15 },
  { edgeNPerMm: 100 },
  { squeezePerNmm2: 0.1 },
  { gatherRatio: 0.4 },
  { gatherRatio: 0.3 },
].map((change) => ({ ...WORKED_KNOT, ...change }));

/** @type {readonly { group: 'spread' | 'changed', knot: typeof WORKED_KNOT }[]} */
export const CASES = [
  ...changed.map((knot) => ({ group: /** @type {const} */ ('changed'), knot })),
  ...spread.map((knot) => ({ group: /** @type {const} */ ('spread'), knot })),
];
