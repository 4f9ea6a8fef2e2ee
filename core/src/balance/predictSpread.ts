import type { Normal, PreparedTie, TakeUpBelief, TakeUpBeliefs } from '../fit/index.ts';

/** A prediction and how sure it is. */
export type Prediction = Normal;

/** What a set and a lead will give, by what is held of the take-ups. */
export interface PredictedBows {
  readonly frontSpread: Prediction;
  readonly backSpread: Prediction;
  /** Front less back. */
  readonly difference: Prediction;
}

/**
 * Spreads with their uncertainty: s = 2(E − k − o)/3 + o, so a millimetre of take-up is two thirds of a millimetre of bow, and a
 * millimetre of the even lead two thirds of a millimetre between front and back.
 */
export function predictSpread(tie: PreparedTie, beliefs: TakeUpBeliefs, setMm: number, neckPathMm: number, leadMm: number): PredictedBows {
  const overhangMm = tie.measured.overhangMm;
  const spread = (strandMm: number, { meanMm, sdMm }: TakeUpBelief): Prediction => ({
    meanMm: (2 * (strandMm - meanMm - overhangMm)) / 3 + overhangMm,
    sdMm: (2 * sdMm) / 3,
  });
  const frontSpread = spread((setMm - neckPathMm - leadMm) / 2, beliefs.short);
  const backSpread = spread((setMm - neckPathMm + leadMm) / 2, beliefs.long);
  return {
    frontSpread,
    backSpread,
    difference: { meanMm: frontSpread.meanMm - backSpread.meanMm, sdMm: (2 * beliefs.evenLead.sdMm) / 3 },
  };
}
