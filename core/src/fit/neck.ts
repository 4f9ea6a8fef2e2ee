import { collarGirthMm, inchesToMm, type CollarSize } from '../units/index.ts';

/** Ease allowed on a collar where the wearer has no wish of their own: a quarter inch. */
export const DEFAULT_EASE_MM = inchesToMm(1 / 4);

/** Strip that goes round the collar, crossing to crossing, in mm: P = C + ε. */
export function neckPathMm(collar: CollarSize, easeMm: number): number {
  return collarGirthMm(collar) + easeMm;
}

/** Breadth of a neck that was not measured, in mm: C/π, as if the neck were round. An estimate, to be shown as one. */
export function estimateNeckBreadthMm(collar: CollarSize): number {
  return collarGirthMm(collar) / Math.PI;
}
