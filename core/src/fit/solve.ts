import type { PreparedTie } from './prepareTie.ts';

/** Lead that makes front and back bow alike, d* = k_l − k_s, in mm. It does not depend on the neck. */
export function evenLeadMm(tie: PreparedTie): number {
  return tie.takeUp.longMm - tie.takeUp.shortMm;
}

/** Tip-to-tip length, in mm, that gives a wanted spread with the even lead: L = P + K + 3s − overhang. */
export function setForSpreadMm(tie: PreparedTie, neckPathMm: number, spreadMm: number): number {
  return neckPathMm + tie.takeUp.shortMm + tie.takeUp.longMm + 3 * spreadMm - tie.measured.overhangMm;
}

/** Tip-to-tip length, in mm, at which the bow is as it was cut: fold on the belly, waist in the knot. */
export function naturalSetMm(tie: PreparedTie, neckPathMm: number): number {
  return setForSpreadMm(tie, neckPathMm, tie.naturalSpreadMm);
}
