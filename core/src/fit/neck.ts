import type { ClothBehaviour } from '../strip/index.ts';
import { collarGirthMm, inchesToMm, type CollarSize } from '../units/index.ts';
import { COLLAR_OVER_NECK_MM } from './estimateCollar.ts';

/** Ease allowed on a collar where the wearer has no wish of their own: a quarter inch. */
export const DEFAULT_EASE_MM = inchesToMm(1 / 4);

/** A shirt collar's stand: how thick it is, how far it leans in towards the neck, and how high above the line that its size is taken on the band lies (all assumed, no source). */
export const COLLAR_STAND = { thicknessMm: 1.75, leanRad: 0.12, bandAboveMm: 3 } as const;

/** The girth that the middle of a band's thickness has more than the collar: half the stand and half the band further out, on a stand that leans in. */
export const overCollarMm = (bandThicknessMm: number): number =>
  2 * Math.PI * ((COLLAR_STAND.thicknessMm + bandThicknessMm) / 2 - COLLAR_STAND.bandAboveMm * Math.sin(COLLAR_STAND.leanRad));

/**
 * Strip that goes round the collar, crossing to crossing, in mm: the collar's girth where the band lies and the ease, less what the
 * band stretches. Derived in docs/model.md.
 */
export function neckPathMm(collar: CollarSize, easeMm: number, { thicknessMm, stretchRatio = 0 }: ClothBehaviour): number {
  return (collarGirthMm(collar) + overCollarMm(thicknessMm) + easeMm) / (1 + stretchRatio);
}

/** A neck's breadth over its depth: round on the mean, and by how much necks differ (assumed, no source). */
export const NECK_RATIO = { mean: 1, sd: 0.1 } as const;

/** A length that was not measured: what it is expected to be, and its standard deviation. In mm. */
export interface EstimatedLength {
  readonly meanMm: number;
  readonly sdMm: number;
}

/**
 * Breadth of a neck that was not measured, from its girth: an ellipse whose half-axes are in a ratio ρ has a breadth of
 * 2ρ/(1 + ρ) girths over π, to the first order in its flatness. An estimate, to be shown as one.
 *
 * @param bareNeckMm the bare neck's girth; null where only the collar is known, which is half an inch more.
 */
export function estimateNeckBreadth(collar: CollarSize, bareNeckMm: number | null = null): EstimatedLength {
  const roundMm = (bareNeckMm ?? collarGirthMm(collar) - COLLAR_OVER_NECK_MM) / Math.PI;
  const { mean, sd } = NECK_RATIO;
  return { meanMm: (roundMm * 2 * mean) / (1 + mean), sdMm: (roundMm * 2 * sd) / (1 + mean) ** 2 };
}
