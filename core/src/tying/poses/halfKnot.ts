import type { TyingMeasures } from '../measures.ts';
import type { PosedStrip } from '../pose.ts';
import { behind } from './bow.ts';
import { BUTTON, LIFTED_MM, band, shirtFrontZ } from './collar.ts';
import { BACKWARD, FORWARD, control, heldUp, to } from './controls.ts';
import { ascending, hangingShort, loosely } from './crossed.ts';
import { SHORT_CONTROLS, inHand } from './inHand.ts';
import { levels } from './levels.ts';
import type { Control } from '../strand.ts';

/** Long end turned up under the crossing, its tip about to go in behind. */
export function turnedUnder(m: TyingMeasures): PosedStrip {
  const y = 4;
  const long = [
    control(to(0, -3, 36), FORWARD, 0.9),
    control(to(-22, -36, 34), FORWARD),
    control(to(-30, -112, 34), to(0, -0.4, 1)),
    control(to(-12, -118, 18), to(0, -1, -0.4)),
    control(to(-3, -50, 7), BACKWARD),
    ...ascending(to(-1, 6, 6), 16),
  ];
  return {
    leadMm: m.leadMm,
    knotAt: to(0, -4, 33),
    short: [...loosely(m, -1, 30, 16), ...inHand(m, hangingShort(30, y))],
    long: [...loosely(m, 1, 36, 16), ...inHand(m, long)],
  };
}

/** Long end under the crossing and up between tie and collar, not yet drawn. */
export function through(m: TyingMeasures): PosedStrip {
  const long = [
    control(to(0, -3, 38), FORWARD, 0.85),
    control(to(-19, -17, 37), to(-0.2, -0.2, 1), 0.65),
    control(to(-30, -31, 26), to(-0.6, -0.7, 0.3), 0.5),
    control(to(-17, -31, 13), to(-0.3, -0.7, -0.7), 0.5),
    control(to(-1, -8, 7), BACKWARD, 0.7),
    ...ascending(to(0, 20, 7), 16),
  ];
  return {
    leadMm: m.leadMm,
    knotAt: to(0, -4, 32),
    short: [...loosely(m, -1, 32, 16), ...inHand(m, hangingShort(32, 4))],
    long: [...loosely(m, 1, 38, 16), ...inHand(m, long)],
  };
}

/** Turns of the knot while it is not yet drawn tight. */
export const WORKING_TURN = 1.3;

/** Short end hanging from the half-knot pulled up to the button. */
export function snugShort(m: TyingMeasures): Control[] {
  const z = levels(m).short;
  return [
    control(to(0, 0, z), FORWARD, 0.85),
    control(to(2.5, -5, z + 0.5), FORWARD, 0.7),
    control(to(5, -13, z + 1), FORWARD, 0.75),
    control(to(7, -24, z + 1.5), FORWARD, 0.9),
    ...Array.from({ length: SHORT_CONTROLS - 4 }, (_, i) => {
      const y = -42 - i * 26;
      return control(to(8, y, Math.max(z + 2, shirtFrontZ(8, y) + 6 + LIFTED_MM * Math.min(1, (i + 1) / 2))), FORWARD);
    }),
  ];
}

/** The long end where it comes up over a half-knot that is pulled up. */
export const risen = (m: TyingMeasures): Control[] => [
  ...behind(m, { loose: 0, longTurn: WORKING_TURN }),
  control(to(0, 0.5 * m.knotHeightMm, levels(m).up), BACKWARD, 0.7),
];

/** The half-knot pulled up to the collar button. */
export function snug(m: TyingMeasures): PosedStrip {
  const up = to(0, 0.5 * m.knotHeightMm, levels(m).up);
  return {
    leadMm: m.leadMm,
    knotAt: BUTTON,
    short: [...band(m, -1), ...snugShort(m)],
    long: [...band(m, 1), ...risen(m), ...heldUp(up, to(0, 1, 0.28), to(0, 0.28, -1), 15, 16, 130)],
  };
}
