import type { BladeMeasures } from './blade.ts';
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
}

/** Strip that disappears in the knot, as tyings have shown. In mm. */
export interface LearnedTakeUps {
  readonly shortMm: number;
  readonly longMm: number;
}

/** How a cloth behaves where the knot squeezes it. */
export interface ClothBehaviour {
  /** Thickness of the made-up strip, lining and interlining included. */
  readonly thicknessMm: number;
  /** Gathered width over flat width in the knot: firm 0.55, medium 0.65, soft 0.75. */
  readonly gatherRatio: number;
}

/** Shapes of blade, by the trade's names. */
export type BladeShape = 'butterfly' | 'semiButterfly' | 'batwing' | 'pointed' | 'club';

/** How a face of the cloth looks, as far as dress custom asks. */
export type ClothLook = 'white' | 'black' | 'plain' | 'patterned';

/** Cloths that ties are made of. */
export type ClothKind = 'silk' | 'satin' | 'grosgrain' | 'cotton' | 'linen' | 'polyester' | 'velvet' | 'wool';

/** Starting values for a cloth, to be corrected by measured tyings (common practice, no source). */
export const CLOTH_BEHAVIOUR: Readonly<Record<ClothKind, ClothBehaviour>> = {
  silk: { thicknessMm: 1.1, gatherRatio: 0.65 },
  satin: { thicknessMm: 1.0, gatherRatio: 0.62 },
  grosgrain: { thicknessMm: 1.3, gatherRatio: 0.68 },
  cotton: { thicknessMm: 1.2, gatherRatio: 0.65 },
  linen: { thicknessMm: 1.3, gatherRatio: 0.7 },
  polyester: { thicknessMm: 0.9, gatherRatio: 0.6 },
  velvet: { thicknessMm: 2.2, gatherRatio: 0.75 },
  wool: { thicknessMm: 1.8, gatherRatio: 0.72 },
};
