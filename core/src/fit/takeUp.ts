import type { Tie } from '../strip/index.ts';

/** Layers of strip that the wrap of the knot encloses: two of the front bow's centre and two of the half-knot. */
export const WRAPPED_LAYERS = 4;

/** Strip that disappears in the knot, in mm. */
export interface KnotTakeUp {
  /** Height of the knot, h = γ·w(waist). */
  readonly knotHeightMm: number;
  /** Short end, from the crossing to the knot's centre: k_s = h/2. */
  readonly shortMm: number;
  /** Long end: half up behind, over, down the front, under, half up: k_l = 2h + 2nτ. */
  readonly longMm: number;
}

/** Take-up of both ends from the waist's width and the cloth. Derived in docs/model.md; starting values, until measured tyings have shown the tie's own. */
export function knotTakeUp(tie: Tie): KnotTakeUp {
  const knotHeightMm = tie.cloth.gatherRatio * tie.blade.waistWidthMm;
  return {
    knotHeightMm,
    shortMm: tie.takeUp?.shortMm ?? knotHeightMm / 2,
    longMm: tie.takeUp?.longMm ?? 2 * knotHeightMm + 2 * WRAPPED_LAYERS * tie.cloth.thicknessMm,
  };
}
