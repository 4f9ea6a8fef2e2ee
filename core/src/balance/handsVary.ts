import { densityAt, mixtureOf, type Normal, type Weighed } from '../fit/index.ts';
import { PARTS, VARIANCES, type BeliefPart } from './learnTakeUp.ts';

/**
 * How much a pair of hands differs from itself from tying to tying, at each end: a standard deviation that is not known, but learned
 * from how the tyings scatter. Before any scatter was seen its logarithm is normal about that of `medianMm` (assumed, no source).
 */
const STEADINESS = { medianMm: 2.6, logSd: 0.4 } as const;

/** The prior on a grid of nine values, two and a half standard deviations either way. */
const GRID: readonly { readonly tyingMm: number; readonly weight: number }[] = Array.from({ length: 9 }, (_, i) => {
  const deviations = (i - 4) / 1.6;
  return { tyingMm: STEADINESS.medianMm * Math.exp(STEADINESS.logSd * deviations), weight: Math.exp(-0.5 * deviations ** 2) };
});

/** Readings of one wearer, by parts: their number, mean and sum of squares about it. */
export interface Readings {
  readonly count: number;
  readonly mean: Readonly<Record<BeliefPart, number>>;
  readonly squares: Readonly<Record<BeliefPart, number>>;
}

/** One reading more: mean and sum of squares go on from what they were (Welford 1962, from memory). */
export function withReading(before: Readings | undefined, of: (part: BeliefPart) => number): Readings {
  const count = (before?.count ?? 0) + 1;
  const mean = { whole: 0, evenLead: 0 };
  const squares = { whole: 0, evenLead: 0 };
  for (const part of PARTS) {
    const old = before?.mean[part] ?? 0;
    mean[part] = old + (of(part) - old) / count;
    squares[part] = (before?.squares[part] ?? 0) + (of(part) - old) * (of(part) - mean[part]);
  }
  return { count, mean, squares };
}

/** Variance of one reading of one pair of hands, in mm²: the tape, the lead as it was set, and the hands' own scatter at both ends. */
const varianceOf = (part: BeliefPart, tyingMm: number): number => VARIANCES.reading[part] + 2 * tyingMm ** 2;

/** The grid with its weights after what a wearer's readings scattered: both parts speak of the same hands. */
function weighScatter({ count, squares }: Readings): readonly { readonly tyingMm: number; readonly weight: number }[] {
  if (count < 2) return GRID;
  return GRID.map(({ tyingMm, weight }) => {
    const logs = PARTS.map((part) => {
      const variance = varianceOf(part, tyingMm);
      return -((count - 1) / 2) * Math.log(variance) - squares[part] / (2 * variance);
    });
    return { tyingMm, weight: weight * Math.exp(logs.reduce((sum, each) => sum + each, 0)) };
  });
}

/** How far the mean of a wearer's readings lies off what their hands take on the whole, by parts: standard deviations, in mm. */
export function meanErrs(readings: Readings): Readonly<Record<BeliefPart, number>> {
  return readings.count === 1 ? FIRST_ERRS : errsOf(weighScatter(readings), readings.count);
}

function errsOf(grid: typeof GRID, count: number): Readonly<Record<BeliefPart, number>> {
  const of = (part: BeliefPart): number =>
    mixtureOf(
      grid.map(({ tyingMm, weight }): Weighed => ({ weight, normal: { meanMm: 0, sdMm: Math.sqrt(varianceOf(part, tyingMm) / count) } })),
    ).sdMm;
  return { whole: of('whole'), evenLead: of('evenLead') };
}

/** Of one reading, which has no scatter yet: the same for everybody. */
const FIRST_ERRS = errsOf(GRID, 1);

/** What is held of a pair of hands after their readings, and by how much their next tying will differ from that at each end. */
export interface HandsHeld {
  readonly held: Readonly<Record<BeliefPart, Normal>>;
  readonly tyingMm: number;
}

/**
 * Lays a wearer's own readings on what was held of the tie in their hands: for each value of the unknown scatter the update of a
 * normal mean, weighed by how well that value explains the readings (a normal distribution of unknown variance, Gelman et al.,
 * Bayesian Data Analysis, ch. 3 and 5, from memory; on a grid in place of the conjugate prior, since the tape's part is known).
 */
export function layOn(before: Readonly<Record<BeliefPart, Normal>>, readings: Readings): HandsHeld {
  const grid = weighScatter(readings).map(({ tyingMm, weight }) => {
    const of = (part: BeliefPart) => {
      const { meanMm, sdMm } = before[part];
      const [own, mean] = [varianceOf(part, tyingMm) / readings.count, readings.mean[part]];
      const variance = sdMm ** 2 * own;
      return {
        evidence: densityAt(mean, { meanMm, sdMm: Math.sqrt(sdMm ** 2 + own) }),
        normal: { meanMm: (meanMm * own + mean * sdMm ** 2) / (sdMm ** 2 + own), sdMm: Math.sqrt(variance / (sdMm ** 2 + own)) },
      };
    };
    const parts = { whole: of('whole'), evenLead: of('evenLead') };
    return { tyingMm, parts, weight: weight * parts.whole.evidence * parts.evenLead.evidence };
  });
  const mixed = (part: BeliefPart): Normal => mixtureOf(grid.map(({ weight, parts }) => ({ weight, normal: parts[part].normal })));
  return {
    held: { whole: mixed('whole'), evenLead: mixed('evenLead') },
    tyingMm: scatterOf(grid),
  };
}

/** Scatter of hands that may be any of a grid's, as one standard deviation. */
const scatterOf = (grid: readonly { readonly tyingMm: number; readonly weight: number }[]): number =>
  mixtureOf(grid.map(({ tyingMm, weight }) => ({ weight, normal: { meanMm: 0, sdMm: tyingMm } }))).sdMm;
