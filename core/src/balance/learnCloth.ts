import type { PreparedTie } from '../fit/index.ts';
import { priorTakeUps, READING_SD_MM, type TakeUpBelief, type TakeUpBeliefs } from './learnTakeUp.ts';
import { learnTie, WEARER_SD_MM, type TakeUpObservation } from './learnTie.ts';

/** By how much the knot of one measured tie took more than the model says (less where negative), on the mean of its tyings. In mm. */
export interface TieOff {
  readonly count: number;
  readonly shortOffMm: number;
  readonly longOffMm: number;
}

/** From so many other ties of a cloth on, a tie of it is expected to be out as they are. */
export const CLOTH_TIES = 3;
/** Part of the starting values' variance that ties of one cloth have in common; the rest is each tie's own (assumed, no source). */
export const CLOTH_SHARE = 0.5;

/** What a tie's tyings show against the model; null where none of them can be believed. Surprising ones are left out. */
export function tieOff(tie: PreparedTie, observations: readonly TakeUpObservation[]): TieOff | null {
  const { believed } = learnTie(tie, observations);
  if (believed.length === 0) return null;
  const mean = (end: 'shortMm' | 'longMm'): number => believed.reduce((sum, each) => sum + each[end], 0) / believed.length;
  return { count: believed.length, shortOffMm: mean('shortMm') - tie.takeUp.shortMm, longOffMm: mean('longMm') - tie.takeUp.longMm };
}

/**
 * What is held of a tie before it is tied, by what the other ties of its cloth showed: a normal model of two levels. A tie
 * is out by what its cloth is out by and by something of its own; the mean of a tie's n readings varies about that by the
 * hands' variance and a nth of the reading's. (Gelman et al., Bayesian Data Analysis, ch. 5, from memory.)
 *
 * @returns the model's own values with fewer than {@link CLOTH_TIES} other ties.
 */
export function priorOfCloth(tie: PreparedTie, others: readonly TieOff[]): TakeUpBeliefs {
  const model = priorTakeUps(tie);
  if (others.length < CLOTH_TIES) return model;
  const of = ({ meanMm, sdMm }: TakeUpBelief, offs: readonly { readonly offMm: number; readonly count: number }[]): TakeUpBelief => {
    const [cloth, own] = [CLOTH_SHARE * sdMm ** 2, (1 - CLOTH_SHARE) * sdMm ** 2];
    let [precision, weighed] = [1 / cloth, 0];
    for (const { offMm, count } of offs) {
      const weight = 1 / (own + WEARER_SD_MM ** 2 + READING_SD_MM ** 2 / count);
      precision += weight;
      weighed += weight * offMm;
    }
    return { meanMm: meanMm + weighed / precision, sdMm: Math.sqrt(1 / precision + own) };
  };
  return {
    short: of(
      model.short,
      others.map(({ shortOffMm: offMm, count }) => ({ offMm, count })),
    ),
    long: of(
      model.long,
      others.map(({ longOffMm: offMm, count }) => ({ offMm, count })),
    ),
  };
}
