import { bladeLengthMm, bladeLines, type BladeMeasures, type TipShape } from './blade.ts';
import { evaluateCubic, monotoneCubic, type MonotoneCubic } from './interpolateMonotone.ts';

/** Width of the strip along one blade. Positions `v` are in mm along the strip, 0 at the nose, positive to the tip. */
export interface WidthProfile {
  readonly curve: MonotoneCubic;
  readonly bladeLengthMm: number;
  readonly tipShape: TipShape;
  readonly tipDepthMm: number;
}

/** Length of band, in mm, that is level before the nose; it makes the profile leave the band without a corner. */
const LEVEL_BAND_MM = 10;

/** Builds the width profile of a blade that passed `checkBlade`. */
export function widthProfile(blade: BladeMeasures): WidthProfile {
  const length = bladeLengthMm(blade);
  return {
    curve: monotoneCubic([
      [-LEVEL_BAND_MM, blade.bandWidthMm],
      ...[...bladeLines(blade), ...(blade.extraWidths ?? [])]
        .map(({ atMm, widthMm }) => [atMm, widthMm] as const)
        .sort(([a], [b]) => a - b),
    ]),
    bladeLengthMm: length,
    tipShape: blade.tipShape,
    tipDepthMm: blade.tipDepthMm,
  };
}

/**
 * Width of the strip, in mm, at position `vMm`: the band's width before the nose, 0 beyond the tip, never negative.
 * A pointed tip closes in straight lines, a rounded one in half an ellipse, a straight one at once.
 */
export function widthAt(profile: WidthProfile, vMm: number): number {
  if (vMm > profile.bladeLengthMm) return 0;
  const intoTipMm = vMm - (profile.bladeLengthMm - profile.tipDepthMm);
  if (intoTipMm <= 0 || profile.tipShape === 'straight') return evaluateCubic(profile.curve, vMm);
  const tail = evaluateCubic(profile.curve, vMm);
  const ratio = intoTipMm / profile.tipDepthMm;
  return profile.tipShape === 'pointed' ? tail * (1 - ratio) : tail * Math.sqrt(Math.max(0, 1 - ratio * ratio));
}
