import type { TyingMeasures } from '../measures.ts';
import type { PosedStrip } from '../pose.ts';
import { type BowForm, shortBow, wrap, behind } from './bow.ts';
import { band } from './collar.ts';
import { FORWARD, control, heldUp, straight, to } from './controls.ts';
import { risen, WORKING_TURN } from './halfKnot.ts';
import { LONG_CONTROLS, inHand } from './inHand.ts';
import { knotOf, levels } from './levels.ts';
import type { Control, Strand } from '../strand.ts';

export const shortStrand = (m: TyingMeasures, lay: BowForm): Strand => [...band(m, -1), ...shortBow(m, lay)];

/** The short half of the strip with its end as it is given. */
export const hangingStrand = (m: TyingMeasures, end: readonly Control[]): Strand => [...band(m, -1), ...end];

/** The long end lifted off the shoulder, before the face. */
export function liftedOver(m: TyingMeasures, lay: BowForm, short = shortBow(m, lay)): PosedStrip {
  const up = to(0, 0.5 * m.knotHeightMm, levels(m).up);
  return {
    leadMm: m.leadMm,
    knotAt: knotOf(m, lay),
    short: hangingStrand(m, short),
    long: [...band(m, 1), ...risen(m), ...heldUp(up, to(0.12, 1, 0.5), to(0, 0.5, -1), 15, 16, 90)],
  };
}

/** The long end falling forward over the front bow. */
export function falling(m: TyingMeasures, lay: BowForm, short = shortBow(m, lay)): PosedStrip {
  const z = levels(m, 1);
  const arch = [
    control(to(0, 14, z.up + 3), to(0, 0.4, -1), 0.7),
    control(to(0, 26, z.up + 16), to(0, 1, -0.5), 0.8),
    control(to(0, 28, z.up + 36), to(0, 1, 0.3), 0.9),
    control(to(0, 16, z.up + 56), to(0, 0.7, 0.7)),
    ...straight(to(0, 16, z.up + 56), to(0, -0.85, 0.45), to(0, 0.45, 0.85), 12, 18),
  ];
  return {
    leadMm: m.leadMm,
    knotAt: knotOf(m, lay),
    short: hangingStrand(m, short),
    long: [...band(m, 1), ...behind(m, { loose: 0, longTurn: WORKING_TURN }), ...arch],
  };
}

/** The long end is still narrow where it leaves the knot's place. */
const HANG_GATHER = [0.5, 0.55, 0.75] as const;

/** The long end hanging straight down over the middle of the front bow. */
export function dropped(m: TyingMeasures, lay: BowForm): PosedStrip {
  const z = levels(m, lay.loose);
  const top = wrap(m, lay);
  const hang = Array.from({ length: LONG_CONTROLS - top.length }, (_, i) =>
    control(to(0, -16 - i * 19, z.face + 1), FORWARD, HANG_GATHER[i] ?? 1),
  );
  return { leadMm: m.leadMm, knotAt: knotOf(m, lay), short: shortStrand(m, lay), long: [...band(m, 1), ...top, ...inHand(m, hang)] };
}
