/** How the end of a blade is cut. */
export type TipShape = 'straight' | 'pointed' | 'rounded';

/**
 * One end of a tie, measured along the strip from the nose (where the band starts to widen) to the tip, and across it.
 * Both ends of a tie are alike.
 */
export interface BladeMeasures {
  /** Nose to belly, the first widest line. */
  readonly noseToBellyMm: number;
  /** Belly to waist, the narrow line that will sit in the knot. */
  readonly bellyToWaistMm: number;
  /** Waist to the end of the tip. */
  readonly waistToTipMm: number;
  readonly bandWidthMm: number;
  readonly bellyWidthMm: number;
  readonly waistWidthMm: number;
  /** Widest line of the tail, which lies `tipDepthMm` before the tip. */
  readonly tailWidthMm: number;
  readonly tipShape: TipShape;
  /** Length that the point or the rounding takes; 0 for a straight tip. */
  readonly tipDepthMm: number;
}

/** Nose to tip of one blade, in mm. */
export function bladeLengthMm(blade: BladeMeasures): number {
  return blade.noseToBellyMm + blade.bellyToWaistMm + blade.waistToTipMm;
}

/** Position of the waist along the blade, in mm from the nose. */
export function waistPositionMm(blade: BladeMeasures): number {
  return blade.noseToBellyMm + blade.bellyToWaistMm;
}

/** Spread the blade was cut for, in mm: fold on the belly, waist in the knot. */
export function naturalSpreadMm(blade: BladeMeasures): number {
  return blade.bellyToWaistMm + blade.waistToTipMm;
}
