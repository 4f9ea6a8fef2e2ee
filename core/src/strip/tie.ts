import type { BladeMeasures } from './blade.ts';
import type { ClothBehaviour } from './cloths.ts';
import type { Hardware } from './hardware.ts';

/** A tie as the computation sees it: how it is cut, how its cloth behaves in a knot, what sets its length. */
export interface Tie {
  readonly blade: BladeMeasures;
  readonly cloth: ClothBehaviour;
  /** Wanted overhang of the flat end past the loop edge, in mm: 0 straight, 5–10 pointed. */
  readonly overhangMm: number;
  readonly hardware: Hardware;
  /** Take-ups that measured tyings of this tie have shown, in mm; none where the model's are used. */
  readonly takeUp?: LearnedTakeUps | null;
  /** How firmly its knot is drawn up where it is worn; as usual where nothing is said. Take-ups that were learned are of a usual knot. */
  readonly firmness?: 'soft' | 'usual' | 'firm' | undefined;
}

/** Strip that disappears in the knot, as tyings have shown. In mm. */
export interface LearnedTakeUps {
  readonly shortMm: number;
  readonly longMm: number;
  /** How surely both together, and their difference, were known then: standard deviations. */
  readonly wholeSdMm?: number | undefined;
  readonly leadSdMm?: number | undefined;
  /** By how much those hands differ from themselves from tying to tying, at each end; as is usual where nobody noted it. */
  readonly tyingMm?: number | undefined;
}
