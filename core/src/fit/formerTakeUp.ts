import type { ClothBehaviour, LearnedTakeUps } from '../strip/index.ts';
import { overCollarMm } from './neck.ts';

/** The model that counted the neck path as collar and ease alone, as if the band had no thickness and lay in the collar's own line. */
export const STRIP_1 = 'strip-1';

/**
 * Take-ups that tyings showed under strip-1, as today's model has them. What was read of those bows stands: what the path is longer
 * by, the knot takes less, half of it at each end, so that every prediction made by them stays as it was.
 */
export function takeUpsOfStrip1<T extends LearnedTakeUps>(takeUp: T, cloth: Pick<ClothBehaviour, 'thicknessMm'>): T {
  const lessMm = overCollarMm(cloth.thicknessMm) / 2;
  return { ...takeUp, shortMm: takeUp.shortMm - lessMm, longMm: takeUp.longMm - lessMm };
}
