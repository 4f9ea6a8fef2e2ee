import type { TyingMeasures } from '../measures.ts';
import type { PosedStrip } from '../pose.ts';
import { BUTTON, band } from './collar.ts';
import { control, heldUp, to } from './controls.ts';
import { shoulderHeight } from '../body.ts';
import { risen, snugShort } from './halfKnot.ts';
import { inHand } from './inHand.ts';
import { levels } from './levels.ts';
import type { Control, Strand } from '../strand.ts';

/** Where the long end goes over the wearer's own shoulder. */
function overTheShoulder(m: TyingMeasures): Control[] {
  const R = m.collarRadiusMm;
  return [
    control(to(5, 20, 7), to(0, -0.2, -1), 0.7),
    control(to(28, 36, 8), to(-0.2, -0.5, -1), 0.7),
    control(to(58, 34, 4), to(-0.5, -0.9, -0.3), 0.85),
    control(to(R + 22, 8, -8), to(-0.8, -0.7, -0.1)),
    // it lies along the shoulder, outwards and to the back
    ...Array.from({ length: 11 }, (_, i) => {
      const x = R + 38 + i * 11;
      return control(to(x, Math.max(-110, shoulderHeight(x) + (i === 0 ? 12 : 5)), -28 - i * 12.5), to(-0.3, -1, 0));
    }),
  ];
}

export const parkedLong = (m: TyingMeasures): Strand => [...band(m, 1), ...risen(m), ...inHand(m, overTheShoulder(m))];

/** Long end out of the way over the shoulder. */
export function parked(m: TyingMeasures): PosedStrip {
  return { leadMm: m.leadMm, knotAt: BUTTON, short: [...band(m, -1), ...snugShort(m)], long: parkedLong(m) };
}

/** The long end lifted towards the shoulder. */
export function liftedAside(m: TyingMeasures, short: readonly Control[] = snugShort(m)): PosedStrip {
  const up = to(0, 0.5 * m.knotHeightMm, levels(m).up);
  return {
    leadMm: m.leadMm,
    knotAt: BUTTON,
    short: [...band(m, -1), ...short],
    long: [...band(m, 1), ...risen(m), ...inHand(m, heldUp(up, to(0.72, 0.64, 0.42), to(0, -0.2, -1), 15, 16, 100))],
  };
}
