import { normalShare } from '../geometry/index.ts';

/** A try of somebody who learns, in the order in which they were made. */
export interface PracticeTry {
  /** How long it took, in minutes; null where it was not timed. What no bow takes counts as not timed. */
  readonly minutes: number | null;
  /** Whether a good bow came of it. */
  readonly isGood: boolean;
}

/** What is to be expected of somebody’s next try. */
export interface Forecast {
  /** Number of the try that is forecast: 1 for the first of all. */
  readonly number: number;
  /** Chance that a good bow comes of it, 0 to 1. */
  readonly good: number;
  /** How long it takes, in minutes: the middle, and what four in five lie between. */
  readonly minutes: { readonly middle: number; readonly least: number; readonly most: number };
  /** Chance of a good bow within the time that there is. */
  readonly inTime: number;
}

/**
 * How learners are before anything is known of one (assumed, no source; the shape is the power law of practice: a time falls as a power
 * of the number of tries, Newell & Rosenbloom 1981, from memory). The first try takes eight minutes, half to double that for two in
 * three; each doubling takes off a fifth to a quarter; and of first tries two in five give a good bow.
 */
export const LEARNERS = {
  /** Logarithm of the minutes of the first try. */
  first: { mean: Math.log(8), sd: 0.5 },
  /** The power: how much the logarithm falls by for one more of the number’s own logarithm. */
  power: { mean: 0.33, sd: 0.12 },
  /** Spread of one try about the curve, as a standard deviation of the logarithm: which values it may have, and how likely they are. */
  spreads: [0.12, 0.17, 0.23, 0.31, 0.42, 0.56],
  spreadWeights: [0.08, 0.2, 0.28, 0.24, 0.14, 0.06],
  /** Log-odds that the first try is good, and by how much they grow with the logarithm of the number. */
  firstGood: { mean: -0.4, sd: 1 },
  gain: { mean: 1.1, sd: 0.4 },
} as const;

/** No try is forecast beyond this number: whoever made more is no better than then. */
export const MOST_TRIES = 60;
const FOUR_IN_FIVE = 0.8;

/** What is known of a learner: what times may be, each with its weight, and the odds of a good bow. */
interface Known {
  readonly curves: readonly Curve[];
  readonly odds: readonly { readonly first: number; readonly gain: number; readonly weight: number }[];
}

/** A curve of times with its uncertainty, for one spread: mean and covariance of (first, power). */
interface Curve {
  readonly spread: number;
  readonly weight: number;
  readonly first: number;
  readonly power: number;
  readonly firstVar: number;
  readonly powerVar: number;
  readonly covariance: number;
}

/** Learns from tries: times by linear regression of logarithms for each possible spread, the odds of a good bow on a grid. */
function learn(tries: readonly PracticeTry[]): Known {
  const { first, power, spreads, spreadWeights } = LEARNERS;
  let curves: Curve[] = spreads.map((spread, k) => ({
    ...{ spread, weight: spreadWeights[k] ?? 0, first: first.mean, power: power.mean },
    ...{ firstVar: first.sd ** 2, powerVar: power.sd ** 2, covariance: 0 },
  }));
  tries.forEach(({ minutes }, k) => {
    if (minutes === null || minutes < OF_A_BOW.least || minutes > OF_A_BOW.most) return;
    curves = scaledToOne(curves.map((curve) => afterTime(curve, k + 1, Math.log(minutes))));
  });
  let odds = GRID;
  tries.forEach(({ isGood }, k) => {
    odds = scaledToOne(
      odds.map((each) => {
        const good = chanceOf(each.first + each.gain * Math.log(k + 1));
        return { ...each, weight: each.weight * (isGood ? good : 1 - good) };
      }),
    );
  });
  return { curves, odds };
}

/** Minutes that a bow may take: a clock that was stopped at once, or left running, told nothing. */
const OF_A_BOW = { least: 0.25, most: 60 } as const;

const chanceOf = (logOdds: number): number => 1 / (1 + Math.exp(-logOdds));

function scaledToOne<Weighed extends { readonly weight: number }>(all: readonly Weighed[]): Weighed[] {
  const sum = all.reduce((total, { weight }) => total + weight, 0);
  return all.map((each) => ({ ...each, weight: each.weight / sum }));
}

/** Steps of the grid to each side of the mean, and how many standard deviations it reaches. */
const GRID_STEPS = 12;
const GRID_REACH = 3;
const GRID = (() => {
  const { firstGood, gain } = LEARNERS;
  const steps = Array.from({ length: 2 * GRID_STEPS + 1 }, (_, k) => (GRID_REACH * (k - GRID_STEPS)) / GRID_STEPS);
  return scaledToOne(
    steps.flatMap((a) =>
      steps.map((b) => ({
        first: firstGood.mean + a * firstGood.sd,
        // nobody unlearns by practice
        gain: Math.max(0, gain.mean + b * gain.sd),
        weight: Math.exp(-(a * a + b * b) / 2),
      })),
    ),
  );
})();

/** The mean and variance of a curve’s logarithm at a try, the spread of that try included. */
function at(
  { first, power, firstVar, powerVar, covariance, spread }: Curve,
  number: number,
): { readonly mean: number; readonly sd: number } {
  const x = Math.log(number);
  return { mean: first - power * x, sd: Math.sqrt(firstVar - 2 * covariance * x + powerVar * x * x + spread ** 2) };
}

/** A curve after one more time (Bayes for a line with a known spread, one observation at a time). */
function afterTime(curve: Curve, number: number, logMinutes: number): Curve {
  const x = Math.log(number);
  const { mean, sd } = at(curve, number);
  const off = logMinutes - mean;
  const variance = sd * sd;
  // how much first and power go with the observation
  const [ofFirst, ofPower] = [curve.firstVar - curve.covariance * x, curve.covariance - curve.powerVar * x];
  return {
    spread: curve.spread,
    weight: (curve.weight * Math.exp((-off * off) / (2 * variance))) / sd,
    first: curve.first + (ofFirst * off) / variance,
    power: curve.power + (ofPower * off) / variance,
    firstVar: curve.firstVar - (ofFirst * ofFirst) / variance,
    powerVar: curve.powerVar - (ofPower * ofPower) / variance,
    covariance: curve.covariance - (ofFirst * ofPower) / variance,
  };
}

/** Share of tries that take no longer than a logarithm of minutes says. */
const shareWithin = ({ curves }: Known, number: number, logMinutes: number): number =>
  curves.reduce((sum, curve) => {
    const { mean, sd } = at(curve, number);
    return sum + curve.weight * normalShare((logMinutes - mean) / sd);
  }, 0);

/** The logarithm of minutes that a share of tries does not exceed. */
function quantile(known: Known, number: number, share: number): number {
  let [least, most] = [-6, 9];
  for (let k = 0; k < 48; k += 1) {
    const middle = (least + most) / 2;
    if (shareWithin(known, number, middle) < share) least = middle;
    else most = middle;
  }
  return (least + most) / 2;
}

const goodAt = ({ odds }: Known, number: number): number =>
  odds.reduce((sum, { first, gain, weight }) => sum + weight * chanceOf(first + gain * Math.log(number)), 0);

const inTimeAt = (known: Known, number: number, allowedMinutes: number): number =>
  allowedMinutes > 0 ? goodAt(known, number) * shareWithin(known, number, Math.log(allowedMinutes)) : 0;

/**
 * What is to be expected of a learner’s try after those that were made and so many more.
 * @param allowedMinutes the time that there is on the day.
 * @throws RangeError where the number of further tries is not a whole number from 0 up.
 */
export function forecastTry(tries: readonly PracticeTry[], moreTries: number, allowedMinutes: number): Forecast {
  if (!Number.isInteger(moreTries) || moreTries < 0) throw new RangeError(`further tries are counted, not ${moreTries}`);
  const known = learn(tries);
  const number = Math.min(MOST_TRIES, tries.length + moreTries + 1);
  const minutes = (share: number): number => Math.exp(quantile(known, number, share));
  return {
    number,
    good: goodAt(known, number),
    minutes: { middle: minutes(0.5), least: minutes((1 - FOUR_IN_FIVE) / 2), most: minutes((1 + FOUR_IN_FIVE) / 2) },
    inTime: inTimeAt(known, number, allowedMinutes),
  };
}

/**
 * How many more tries it takes until a learner ties a good bow in time with at least this chance; null where it is more than
 * {@link MOST_TRIES} in all.
 */
export function triesUntil(tries: readonly PracticeTry[], allowedMinutes: number, chance: number): number | null {
  const known = learn(tries);
  const next = Math.min(MOST_TRIES, tries.length + 1);
  for (let number = next; number <= MOST_TRIES; number += 1) if (inTimeAt(known, number, allowedMinutes) >= chance) return number - next;
  return null;
}
