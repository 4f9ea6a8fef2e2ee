import { inchesToMm } from '../units/index.ts';
import { predictBows } from './bow.ts';
import type { PreparedTie } from './prepareTie.ts';
import { evenLeadMm } from './solve.ts';

/** Habits for how much lower the long end hangs (common practice, no source), and the lead that makes both bows alike. */
export type LeadSchool = 'oneInch' | 'inchAndHalf' | 'twoInches' | 'tipAtWaist' | 'noseAtButton' | 'even';

/** A habit's lead with a tie at a set, and what it gives. In mm. */
export interface LeadSchoolView {
  readonly school: LeadSchool;
  readonly leadMm: number;
  readonly frontSpreadMm: number;
  readonly backSpreadMm: number;
}

/**
 * What each lead habit gives with this tie at this set. `tipAtWaist`: the short tip level with the long blade's waist,
 * d = c. `noseAtButton`: the short nose at the collar button once the ends are crossed there, d = L − P − 2B, which can
 * come out negative; hanging free before that the nose is far lower (see `hangCheck`).
 */
export function leadSchools(tie: PreparedTie, neckPathMm: number, setMm: number): readonly LeadSchoolView[] {
  const leads: readonly (readonly [LeadSchool, number])[] = [
    ['oneInch', inchesToMm(1)],
    ['inchAndHalf', inchesToMm(1.5)],
    ['twoInches', inchesToMm(2)],
    ['tipAtWaist', tie.measured.blade.waistToTipMm],
    ['noseAtButton', setMm - neckPathMm - 2 * tie.profile.bladeLengthMm],
    ['even', evenLeadMm(tie)],
  ];
  return leads.map(([school, leadMm]) => {
    const { front, back } = predictBows(tie, neckPathMm, setMm, leadMm);
    return { school, leadMm, frontSpreadMm: front.spreadMm, backSpreadMm: back.spreadMm };
  });
}
