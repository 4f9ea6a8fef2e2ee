/** Balance: the tied bow as measured, the pulls that even it out, what only tying again can mend, and what a tying teaches. */
export { easeKnotSide, drawFlatEnd, drawKnotSide, drawTailSide, materialMm, type BowState } from './bowState.ts';
export { applyPulls, LONGEST_PULL_MM, planPulls, type Pull, type PullKind, type PullPlan } from './planPulls.ts';
export { retieFor, type Retie } from './retie.ts';
export { deviationsOf, isSurprising, observeTakeUps, priorTakeUps, VARIANCES, type BeliefPart, type ShownTakeUps } from './learnTakeUp.ts';
export { predictSpread, type PredictedBows, type Prediction } from './predictSpread.ts';
export { FINISHES, LOOP_LAYERS } from './wishes.ts';
export {
  countsAsEvenMm,
  EVEN_ENOUGH,
  HAND_TIED_MM,
  judgeTied,
  symmetryOf,
  targetHalves,
  wantedSpreadDifferenceMm,
  type EvennessTolerance,
  type FinishTarget,
  type SideFigures,
  type SymmetryFigures,
  type TiedState,
  type Unevenness,
} from './symmetry.ts';
export {
  handsOf,
  inAnybodysHands,
  keptTakeUps,
  learnTie,
  mostTelling,
  nextTime,
  takeUpsForWearer,
  withTakeUps,
  type KnownHands,
  type LearnedTie,
  type TakeUpObservation,
} from './learnTie.ts';
export { tieForWearer, TAKE_UPS_OF, type TakeUpOf, type TieInHands } from './forWearer.ts';
export { likelierSetting, type LikelierSetting } from './likelierSetting.ts';
export { firmnessOf, KNOT_FEELS, slackMmOf, type KnotFeel } from './knotSlack.ts';
export { howSure, type HowSure } from './howSure.ts';
export { measureFirst, READINGS, type ReadingKind, type WhatWasRead, type WorthOfReading } from './measureFirst.ts';
export { observationsOf, type MeasuredTying } from './observationsOf.ts';
export { KIN_SHARES, MOST_KIN, priorOfKin, tieOff, type Kinship, type MeasuredKin, type TieOff } from './learnKin.ts';
export { doubtReadings, wholeReading, type ReadHalfWidths, type ReadingDoubt } from './doubtReadings.ts';
export {
  bowsByEye,
  EYE_AMOUNTS_MM,
  EYE_FINDINGS,
  stepsByEye,
  type BothBows,
  type EyeAmount,
  type EyeFinding,
  type EyeStep,
  EYE_RANGES_MM,
  pullRangeMm,
} from './byEye.ts';
