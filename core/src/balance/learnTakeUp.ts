import type { PreparedTie } from '../fit/index.ts';
import { materialMm, type BowState } from './bowState.ts';

/** What is held of one end's take-up: a normal distribution. In mm. */
export interface TakeUpBelief {
  readonly meanMm: number;
  readonly sdMm: number;
}

/** Of both ends. */
export interface TakeUpBeliefs {
  readonly short: TakeUpBelief;
  readonly long: TakeUpBelief;
}

/** How far the starting values may be out, and how far a measured 2r + t (common practice, no source). In mm. */
const SHORT_PRIOR_SD_MM = 4;
const LONG_PRIOR_SD_MM = 6;
export const READING_SD_MM = 3;
/** An observation further than this many standard deviations from what was expected is a mis-set mark or a mis-read. */
const SURPRISE = 3.5;

/** What is held of a tie's take-ups before it was ever tied: the model's values, and how far those may be out. */
export function priorTakeUps({ takeUp }: PreparedTie): TakeUpBeliefs {
  return {
    short: { meanMm: takeUp.shortMm, sdMm: SHORT_PRIOR_SD_MM },
    long: { meanMm: takeUp.longMm, sdMm: LONG_PRIOR_SD_MM },
  };
}

/** Take-ups that a tightened, measured tying shows: k = E − (2r + t), E = (L − P ∓ d)/2. In mm. */
export function observeTakeUps(
  front: BowState,
  back: BowState,
  setMm: number,
  neckPathMm: number,
  leadMm: number,
): { readonly shortMm: number; readonly longMm: number } {
  return { shortMm: (setMm - neckPathMm - leadMm) / 2 - materialMm(front), longMm: (setMm - neckPathMm + leadMm) / 2 - materialMm(back) };
}

/** What is held after an observation, and whether it was taken in. */
export type LearnedTakeUp =
  | { readonly kind: 'learned'; readonly belief: TakeUpBelief }
  /** Too far from what was expected to be believed unasked: by so many standard deviations. Nothing has moved. */
  | { readonly kind: 'surprising'; readonly belief: TakeUpBelief; readonly deviations: number };

/**
 * Combines what was held with one observation: the posterior of a normal prior and a normal reading error. One that is
 * too far off moves nothing silently; `isConfirmed` takes it in all the same, after somebody has measured again.
 */
export function learnTakeUp(belief: TakeUpBelief, observedMm: number, isConfirmed = false): LearnedTakeUp {
  const [prior, reading] = [belief.sdMm ** 2, READING_SD_MM ** 2];
  const deviations = Math.abs(observedMm - belief.meanMm) / Math.sqrt(prior + reading);
  if (deviations > SURPRISE && !isConfirmed) return { kind: 'surprising', belief, deviations };
  const weight = prior / (prior + reading);
  return {
    kind: 'learned',
    belief: { meanMm: belief.meanMm + weight * (observedMm - belief.meanMm), sdMm: Math.sqrt((prior * reading) / (prior + reading)) },
  };
}
