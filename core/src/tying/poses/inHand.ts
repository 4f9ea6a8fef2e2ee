import type { TyingMeasures } from '../measures.ts';
import type { Control } from '../strand.ts';

/** Controls of each end beyond the band. */
export const SHORT_CONTROLS = 13;

export const LONG_CONTROLS = 21;

/** Blades wider than this are gathered in the hand as they are led about, in mm. */
const EASILY_LED_MM = 58;

/** A lay in which wide blades are gathered in the hand, from the crossing on. */
export function inHand(m: TyingMeasures, controls: readonly Control[]): Control[] {
  const by = Math.min(1, EASILY_LED_MM / m.tie.bowHeightMm);
  return controls.map((c) => ({ ...c, gatherRatio: c.gatherRatio * by }));
}
