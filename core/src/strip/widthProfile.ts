import { bladeLengthMm, bladeLines, type BladeMeasures } from './blade.ts';
import { evaluateCubic, monotoneCubic, type MonotoneCubic } from '../geometry/index.ts';
import { TIP_CUTS, type TipShape } from './tipShapes.ts';

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
 * How a tip closes is in `tipShapes.ts`.
 */
export function widthAt(profile: WidthProfile, vMm: number): number {
  if (vMm > profile.bladeLengthMm) return 0;
  const intoTipMm = vMm - (profile.bladeLengthMm - profile.tipDepthMm);
  const tailMm = evaluateCubic(profile.curve, vMm);
  return intoTipMm <= 0 ? tailMm : tailMm * TIP_CUTS[profile.tipShape].widthRatio(intoTipMm / profile.tipDepthMm);
}
