import { roundToSetting, settingAt, type RoundedSetting } from '../strip/index.ts';
import { predictBows, spreadOf } from './bow.ts';
import type { PreparedTie } from './prepareTie.ts';
import { evenLeadMm } from './solve.ts';

/** An unnumbered band set by laying it beside a numbered one that fits. In mm. */
export interface BandMatch {
  /** Nose to nose of the numbered tie at its mark, which the other is set to. */
  readonly noseToNoseMm: number;
  readonly rounded: RoundedSetting;
  /** Bow that the match gives, and what the solver would set for the bow as it is cut; they differ where the blades do. */
  readonly spreadMm: number;
  readonly naturalOffMm: number;
}

/**
 * Matches a tie to another that fits at `referenceStep`, noses laid together: the bands are made equal, nose to nose.
 * That is exact for the neck, not for the bow: a blade or knot of another length moves the crossing, so the difference to
 * the bow as it is cut is told.
 */
export function matchBand(reference: PreparedTie, referenceStep: number, tie: PreparedTie, neckPathMm: number): BandMatch {
  const noseToNoseMm = settingAt(reference.measured.hardware, referenceStep).lengthMm - 2 * reference.profile.bladeLengthMm;
  const rounded = roundToSetting(tie.measured.hardware, noseToNoseMm + 2 * tie.profile.bladeLengthMm);
  const spreadMm = spreadOf(predictBows(tie, neckPathMm, rounded.nearest.lengthMm, evenLeadMm(tie)));
  return { noseToNoseMm, rounded, spreadMm, naturalOffMm: spreadMm - tie.naturalSpreadMm };
}
