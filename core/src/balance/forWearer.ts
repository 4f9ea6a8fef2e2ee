import type { Tie } from '../strip/index.ts';
import { MODEL_VERSION, type Firmness } from '../fit/index.ts';
import type { KnownHands } from './learnTie.ts';

/** Whose take-ups an answer goes by: the model's, those that the tie's tyings showed in anybody's hands, or the wearer's own. */
export const TAKE_UPS_OF = ['model', 'tie', 'wearer'] as const;
export type TakeUpOf = (typeof TAKE_UPS_OF)[number];

/** A tie as it comes out in one wearer's hands, and whose take-ups those are. */
export interface TieInHands<T extends Tie = Tie> {
  readonly tie: T;
  readonly takeUpOf: TakeUpOf;
}

/**
 * A tie in one pair of hands: what every screen, paper, link and party works it out by. A wearer's own take-ups come before those
 * that are kept with the tie, and these before the model's.
 * @param hands what is known of the wearer's own hands with this tie; null or undefined where nothing is.
 * @param firmness how firmly its knot is to be drawn up.
 */
export function tieForWearer<T extends Tie>(
  tie: T,
  hands: KnownHands | null | undefined,
  firmness: Firmness | null = 'usual',
): TieInHands<T> {
  const drawn = firmness === null || firmness === 'usual' ? tie : { ...tie, firmness };
  if (!hands) return { tie: drawn, takeUpOf: tie.takeUp ? 'tie' : 'model' };
  const { shortMm, longMm, wholeSdMm, leadSdMm, tyingMm } = hands;
  return { tie: { ...drawn, takeUp: { shortMm, longMm, wholeSdMm, leadSdMm, tyingMm, model: MODEL_VERSION } }, takeUpOf: 'wearer' };
}
