import { roundToSetting, type RoundedSetting } from '../strip/index.ts';
import type { CollarSize } from '../units/index.ts';
import type { Fit } from './fitTie.ts';
import { fitWearer, type WornCollar } from './fitWearer.ts';
import { neckPathMm } from './neck.ts';
import type { PreparedTie } from './prepareTie.ts';
import { schoolSet, type School } from './schools.ts';
import { evenLeadMm, naturalSetMm } from './solve.ts';

/** One line of a set table: a collar, where the band is set for the bow the tie was cut for, and what that gives. */
export interface SetTableLine {
  readonly collar: CollarSize;
  readonly rounded: RoundedSetting;
  readonly leadMm: number;
  readonly fit: Fit;
}

/** Collar sizes of a set table, in inches: all that are sold, by quarters. */
const FIRST_IN = 13;
const LAST_IN = 20;

/** The collar sizes from 13 to 20 in by quarters. */
export const TABLE_COLLARS: readonly CollarSize[] = Array.from({ length: (LAST_IN - FIRST_IN) * 4 + 1 }, (_, i) => ({
  system: 'in',
  label: FIRST_IN + i / 4,
}));

/**
 * Set, lead and room of a tie for one collar: the band's setting nearest to the tie's natural set, the lead that makes both
 * bows alike, and the fit there with typical collar points and a neck as broad as it is round. `rounded.beyondMm` says by
 * how much the band falls short or long of it.
 */
export function setTableLine(tie: PreparedTie, collar: CollarSize, easeMm: number): SetTableLine {
  const rounded = roundToSetting(tie.measured.hardware, naturalSetMm(tie, neckPathMm(collar, easeMm, tie.measured.cloth)));
  const leadMm = evenLeadMm(tie);
  const worn = { collar, easeMm, style: 'turndown' as const, collarPointsMm: null, neckBreadthMm: null, faceWidthMm: null };
  return { collar, rounded, leadMm, fit: fitWearer(tie, worn, rounded.nearest.step, leadMm, 'left').fit };
}

/**
 * The same for one wearer as measured, where the house's school sets the band. `smallMm` is how far the small school goes
 * under the collar size.
 */
export function wearerTableLine(tie: PreparedTie, worn: WornCollar, school: School, smallMm: number): SetTableLine {
  const { rounded } = schoolSet(school, tie, worn.collar, worn.easeMm, smallMm);
  const leadMm = evenLeadMm(tie);
  return { collar: worn.collar, rounded, leadMm, fit: fitWearer(tie, worn, rounded.nearest.step, leadMm, 'left').fit };
}
