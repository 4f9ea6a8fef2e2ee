import { hardwareRange, lengthAtMark, roundToSetting, type RoundedSetting } from '../strip/index.ts';
import { inchesToMm, MM_PER_UNIT, translateCollar, type CollarSize, type TranslatedCollar } from '../units/index.ts';
import { neckPathMm } from './neck.ts';
import type { PreparedTie } from './prepareTie.ts';
import { naturalSetMm } from './solve.ts';

/** House habits for where to set the band (common practice, no source), in the order they are offered. */
export const SCHOOLS = ['true', 'easy', 'small', 'late'] as const;
export type School = (typeof SCHOOLS)[number];

/** How far the *easy* school goes over the collar size. */
export const EASY_MM = inchesToMm(1 / 4);
/** How far the *small* school goes under the collar size unless the shop says otherwise; it may go to an inch and a half. */
export const SMALL_MM = inchesToMm(3 / 4);

/** How far each school goes over the collar size, given what *small* means in this shop. */
const OVER_COLLAR_MM: Readonly<Record<School, (smallMm: number) => number>> = {
  true: () => 0,
  easy: () => EASY_MM,
  small: (smallMm) => -smallMm,
  late: () => 0,
};

/** Where a school sets the band of a tie on a collar. Lengths are tip to tip, in mm. */
export interface SchoolSet {
  readonly school: School;
  /** The set the school asks for, before rounding to the hardware. */
  readonly wantedMm: number;
  readonly rounded: RoundedSetting;
  /** Collar size in the band's own marks, and how it was translated; null for an unnumbered band. */
  readonly mark: TranslatedCollar | null;
  /** The *late* school ties at the longest and then draws in by `drawInMm` at the back; otherwise 0. */
  readonly drawInMm: number;
}

/**
 * The set that a school asks for. A numbered band is set by its marks. An unnumbered one is set where the bow comes out
 * as it was cut (*true*), and so much over or under.
 */
export function schoolSet(school: School, tie: PreparedTie, collar: CollarSize, easeMm: number, smallMm: number = SMALL_MM): SchoolSet {
  const { hardware } = tie.measured;
  const marks = hardware.kind === 'fixed' ? null : hardware.marks;
  const translated = marks === null ? null : translateCollar(collar, marks.system);
  const offsetMm = OVER_COLLAR_MM[school](smallMm);
  const trueMm =
    (translated && lengthAtMark(hardware, translated.collar)) ?? naturalSetMm(tie, neckPathMm(collar, easeMm, tie.measured.cloth));
  const wantedMm = trueMm + offsetMm;
  const rounded = roundToSetting(hardware, wantedMm);
  return {
    school,
    wantedMm,
    rounded,
    mark: translated && { ...translated, collar: shiftLabel(translated.collar, offsetMm) },
    drawInMm: school === 'late' ? Math.max(0, hardwareRange(hardware).longestMm - rounded.nearest.lengthMm) : 0,
  };
}

function shiftLabel(collar: CollarSize, byMm: number): CollarSize {
  return { system: collar.system, label: collar.label + byMm / MM_PER_UNIT[collar.system] };
}
