import { evenLeadMm } from './solve.ts';
import type { PreparedTie } from './prepareTie.ts';

/** What is seen of a tie once its half-knot is drawn up, the long end brought down over the front for a moment. */
export interface HalfKnotCheck {
  /** How much lower than the short end's tip the long end's hangs; negative where it hangs higher. */
  readonly longLowerMm: number;
  /** What the back bow loses in spread, and the front bow gains, where both ends are evened at this moment. */
  readonly evenedMm: number;
}

/**
 * What to look for after the half-knot, by the length budget: the long end has gone up behind the half-knot and over it, which takes
 * the knot's height and two layers of cloth; half of what a lead is off goes off each bow's cloth, a third of that off its spread
 * (see docs/model.md).
 */
export function halfKnotCheck(tie: PreparedTie, leadMm: number): HalfKnotCheck {
  const takenMm = tie.takeUp.knotHeightMm + 2 * tie.measured.cloth.thicknessMm;
  return { longLowerMm: leadMm - takenMm, evenedMm: (evenLeadMm(tie) - takenMm) / 3 };
}
