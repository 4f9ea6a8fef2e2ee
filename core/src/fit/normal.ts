import { normalShare } from '../geometry/index.ts';

/** A normal distribution. In mm. */
export interface Normal {
  readonly meanMm: number;
  readonly sdMm: number;
}

/** Half-width of the interval that holds the truth in 90 of 100 cases, in standard deviations. */
export const NINETY_PERCENT = 1.6449;

/** Two independent sources for one length, each weighed by its precision. */
export function combine(a: Normal, b: Normal): Normal {
  const [pa, pb] = [1 / a.sdMm ** 2, 1 / b.sdMm ** 2];
  return { meanMm: (pa * a.meanMm + pb * b.meanMm) / (pa + pb), sdMm: Math.sqrt(1 / (pa + pb)) };
}

/** Density of a normal distribution, in 1/mm. */
export const densityAt = (mm: number, { meanMm, sdMm }: Normal): number =>
  Math.exp(-0.5 * ((mm - meanMm) / sdMm) ** 2) / (sdMm * Math.sqrt(2 * Math.PI));

/** One of several explanations, with how likely it is; the weights of a mixture need not add up to 1. */
export interface Weighed {
  readonly weight: number;
  readonly normal: Normal;
}

/**
 * A mixture of normal distributions, given as the one normal distribution with its mean and with the same interval of nine in ten
 * about it. A mixture has longer tails than that: further out than nine in ten it holds less well.
 */
export function mixtureOf(parts: readonly Weighed[]): Normal {
  const total = parts.reduce((sum, { weight }) => sum + weight, 0);
  const meanMm = parts.reduce((sum, { weight, normal }) => sum + weight * normal.meanMm, 0) / total;
  const [first] = parts;
  if (first && parts.length === 1) return first.normal;
  const shareAt = (mm: number): number =>
    parts.reduce((sum, { weight, normal }) => sum + (weight / total) * normalShare((mm - normal.meanMm) / normal.sdMm), 0);
  const at = (mm: number): number => parts.reduce((sum, { weight, normal }) => sum + (weight / total) * densityAt(mm, normal), 0);
  const variance = parts.reduce(
    (sum, { weight, normal }) => sum + (weight / total) * (normal.sdMm ** 2 + (normal.meanMm - meanMm) ** 2),
    0,
  );
  // Newton's method on the share within, kept between what is too near and what is too far
  let [low, high, halfMm] = [0, 5 * Math.sqrt(variance), NINETY_PERCENT * Math.sqrt(variance)];
  for (let i = 0; i < 40; i += 1) {
    const over = shareAt(meanMm + halfMm) - shareAt(meanMm - halfMm) - 0.9;
    if (Math.abs(over) < 1e-7) break;
    if (over < 0) low = halfMm;
    else high = halfMm;
    const next = halfMm - over / (at(meanMm + halfMm) + at(meanMm - halfMm));
    halfMm = next > low && next < high ? next : (low + high) / 2;
  }
  return { meanMm, sdMm: halfMm / NINETY_PERCENT };
}
