import {
  DEFAULT_EASE_MM,
  evenLeadMm,
  fitWearer,
  judgeTied,
  learnTie,
  planPulls,
  prepareTie,
  rankTies,
  retieFor,
  schoolSet,
  SCHOOLS,
  SMALL_MM,
  symmetryOf,
  takeUpsForWearer,
  targetHalves,
} from '@easytuck/core';
import { WORKED_TIE } from '@easytuck/core/testing';
import { percentile } from './figure.mjs';
import { sideBySide } from './sideBySide.mjs';

const COLLARS = Array.from({ length: 25 }, (_, i) => ({ system: /** @type {const} */ ('in'), label: 14 + i / 8 }));
const TIE = prepareTie(WORKED_TIE);
const ROUNDS = 5;
const PER_ROUND = 200_000;

/** Whole solves a second: a school's set, rounded to the hardware with both neighbours, and the fit there with every bound. The best of a few rounds. */
export function measureSolves() {
  let best = 0;
  let checksum = 0;
  for (let round = 0; round < ROUNDS; round += 1) {
    const started = performance.now();
    for (let i = 0; i < PER_ROUND; i += 1) {
      const collar = COLLARS[i % COLLARS.length] ?? { system: /** @type {const} */ ('in'), label: 16 };
      const { rounded } = schoolSet(SCHOOLS[i % SCHOOLS.length] ?? 'true', TIE, collar, DEFAULT_EASE_MM);
      const worn = {
        collar,
        easeMm: DEFAULT_EASE_MM,
        style: /** @type {const} */ ('turndown'),
        collarPointsMm: null,
        neckBreadthMm: null,
        faceWidthMm: null,
      };
      checksum += fitWearer(TIE, worn, rounded.nearest.step, evenLeadMm(TIE), 'left').fit.spreadMm;
    }
    best = Math.max(best, PER_ROUND / ((performance.now() - started) / 1000));
  }
  if (!Number.isFinite(checksum)) throw new Error('a solve gave no number');
  return best;
}

const DRAWER = Array.from({ length: 1_000 }, (_, i) => ({
  id: String(i),
  breakaway: false,
  inStock: i % 3,
  dress: {
    shape: /** @type {const} */ ('butterfly'),
    fibre: /** @type {const} */ ('silk'),
    weave: /** @type {const} */ ('twill'),
    look: i % 2 ? /** @type {const} */ ('black') : /** @type {const} */ ('plain'),
  },
  prepared: prepareTie({
    ...TIE.measured,
    blade: { ...TIE.measured.blade, bellyToWaistMm: 50 + (i % 25), waistToTipMm: 50 + (i % 23), bellyWidthMm: 40 + (i % 31) },
  }),
}));

/** A collar as it is worn. @param {{ system: 'in', label: number }} collar */
const wornWith = (collar) => ({
  collar,
  easeMm: DEFAULT_EASE_MM,
  style: /** @type {const} */ ('turndown'),
  collarPointsMm: null,
  neckBreadthMm: null,
  faceWidthMm: null,
});

/** Time to rank 1,000 different ties for one wearer, in ms, beside the time of the thousand bare fits that it cannot do without. Medians over collars, by turns. */
export async function measureRanking() {
  const rank = () =>
    median((collar) => {
      const ranked = rankTies(
        DRAWER,
        wornWith(collar),
        { school: 'true', smallMm: SMALL_MM, longEnd: 'left' },
        { occasion: 'blackTie', fullness: 'classic', hands: 'learning', needsBreakaway: false },
      );
      if (ranked.length !== DRAWER.length) throw new Error('a tie was lost');
    });
  const fit = () =>
    median((collar) => {
      let sum = 0;
      for (const { prepared } of DRAWER) {
        const { rounded } = schoolSet('true', prepared, collar, DEFAULT_EASE_MM);
        sum += fitWearer(prepared, wornWith(collar), rounded.nearest.step, evenLeadMm(prepared), 'left').fit.spreadMm;
      }
      if (!Number.isFinite(sum)) throw new Error('a fit gave no number');
    });
  return sideBySide(rank, fit);
}

/** @param {(collar: { system: 'in', label: number }) => void} work */
const median = (work) =>
  percentile(
    COLLARS.map((collar) => {
      const began = performance.now();
      work(collar);
      return performance.now() - began;
    }),
    0.5,
  );

/** Times of the balance desk's own work, in ms: everything it says of one measured bow, and what a tie's 200 tyings teach. Medians. */
export function measureBalance() {
  const tied = (/** @type {number} */ i) => ({
    front: { loopMm: 58 + (i % 13), flatEndMm: 54 + (i % 11), slackMm: i % 7 },
    back: { loopMm: 56 + (i % 9), flatEndMm: 60 + (i % 10), slackMm: i % 5 },
    frontLoopSide: /** @type {const} */ ('right'),
    tiltRad: 0.01,
    knotOffMm: 1,
  });
  const plan = times(400, (i) => {
    const state = tied(i);
    const aims = targetHalves(TIE, state, { kind: 'even' });
    planPulls(state.front, aims.front);
    planPulls(state.back, aims.back);
    judgeTied(TIE, state, { kind: 'even' });
    symmetryOf(TIE, state);
    retieFor(TIE, state.front, state.back, 38, 842.3, 124);
  });
  const seen = Array.from({ length: 200 }, (_, i) => ({
    id: String(i),
    wearerId: String(i % 40),
    shortMm: 9 + (i % 7),
    longMm: 44 + (i % 9),
    isConfirmed: false,
  }));
  const learn = times(100, () => {
    learnTie(TIE, seen);
    takeUpsForWearer(TIE, seen, '7');
  });
  return { planMs: percentile(plan, 0.5), learnMs: percentile(learn, 0.5) };
}

/** @param {number} count @param {(i: number) => void} work */
function times(count, work) {
  return Array.from({ length: count }, (_, i) => {
    const began = performance.now();
    work(i);
    return performance.now() - began;
  });
}
