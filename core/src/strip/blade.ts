import type { TipShape } from './tipShapes.ts';

/** A width taken between the named lines. `atMm` counts from the nose towards the tip. */
export interface ExtraWidth {
  readonly atMm: number;
  readonly widthMm: number;
}

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
  /** Further widths between nose and tail, from the nose outwards, where more than the named lines were measured. */
  readonly extraWidths?: readonly ExtraWidth[];
}

/** A named line across the blade. */
export type BladeLine = 'nose' | 'belly' | 'waist' | 'tail';

/** The named lines from the nose outwards: where each lies, and how wide the blade is there. In mm. */
export function bladeLines(blade: BladeMeasures): readonly { readonly name: BladeLine; readonly atMm: number; readonly widthMm: number }[] {
  return [
    { name: 'nose', atMm: 0, widthMm: blade.bandWidthMm },
    { name: 'belly', atMm: blade.noseToBellyMm, widthMm: blade.bellyWidthMm },
    { name: 'waist', atMm: waistPositionMm(blade), widthMm: blade.waistWidthMm },
    { name: 'tail', atMm: bladeLengthMm(blade) - blade.tipDepthMm, widthMm: blade.tailWidthMm },
  ];
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
