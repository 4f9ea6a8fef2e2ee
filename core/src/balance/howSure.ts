import type { PreparedTie, TakeUpBeliefs } from '../fit/index.ts';
import { priorTakeUps } from './learnTakeUp.ts';
import { inAnybodysHands, nextTime } from './learnTie.ts';

/** How surely a bow comes out as wide as a fit says, as standard deviations in mm. */
export interface HowSure {
  readonly spreadSdMm: number;
  /** The same before anybody had tied the tie. */
  readonly untiedSdMm: number;
}

/** A millimetre of take-up is two thirds of a millimetre of bow; both bows are known alike. */
const ofBow = (inHands: TakeUpBeliefs): number => (2 / 3) * nextTime(inHands).short.sdMm;

/**
 * How surely the next bow of a tie comes out as its fits say.
 * @param isByOwnHands its take-ups are those of the wearer's own hands, not the tie's in anybody's.
 */
export function howSure(tie: PreparedTie, isByOwnHands: boolean): HowSure {
  return {
    spreadSdMm: ofBow(isByOwnHands ? tie.beliefs : inAnybodysHands(tie.beliefs)),
    untiedSdMm: ofBow(inAnybodysHands(priorTakeUps(tie))),
  };
}
