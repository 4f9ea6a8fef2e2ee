import type { Point3 } from '../../geometry/index.ts';
import type { TyingMeasures } from '../measures.ts';
import type { PosedStrip } from '../pose.ts';
import { BUTTON, LIFTED_MM, onRing, shirtFrontZ } from './collar.ts';
import { BACKWARD, DOWNWARD, FORWARD, type Half, control, heldUp, straight, to } from './controls.ts';
import { SHORT_CONTROLS, inHand } from './inHand.ts';
import type { Control } from '../strand.ts';

/** Strip beyond the crossing once it is snug, in mm. */
const endMm = (m: TyingMeasures, half: Half): number => (m.setMm - 2 * Math.PI * m.bandRadiusMm + half * m.leadMm) / 2;

/**
 * Long end crossed over the short one before the collar button, both hanging. `led`: the way that the long end will be led
 * lies ready beyond its tip, where it is not seen.
 */
export function crossed(m: TyingMeasures, led: boolean): PosedStrip {
  return {
    leadMm: m.leadMm,
    knotAt: BUTTON,
    short: [...loosely(m, -1, 3, 5), ...inHand(m, hangingShort(3, 5))],
    long: [...loosely(m, 1, 12, 6), ...inHand(m, hangingLong(m, led, 0))],
  };
}

/** Both ends on their way across one another, the long one held forward of the short one. */
export function crossing(m: TyingMeasures): PosedStrip {
  /** An end drawn in towards the middle, so much of its distance left. */
  const drawnIn = (controls: readonly Control[], ratio: number, asideMm: number): Control[] =>
    controls.map((c) => control(to(c.at.x * ratio + asideMm, c.at.y, c.at.z), c.outward, c.gatherRatio));
  return {
    leadMm: m.leadMm,
    knotAt: BUTTON,
    short: [...loosely(m, -1, 3, 4), ...drawnIn(inHand(m, hangingShort(3, 8)), 0.25, -12)],
    long: [...loosely(m, 1, 9, 5), ...drawnIn(inHand(m, hangingLong(m, false, 46)), 0.3, 10)],
  };
}

/** The band drawn forward of the collar to a crossing at (0, y, z). */
export function loosely(m: TyingMeasures, half: Half, z: number, openMm: number): Control[] {
  const R = m.collarRadiusMm;
  const angles = [180, 150, 122, 95, 68, 40];
  return angles.map((degrees, i) => {
    const near = Math.max(0, (i - 2) / 3);
    const ring = onRing(half, degrees, m.bandRadiusMm + near * openMm, R);
    return control(to(ring.at.x, ring.at.y - 1.5 * near, ring.at.z + near * near * (z * 0.45)), ring.outward);
  });
}

/** Short end hanging from a crossing at depth `z`. */
export function hangingShort(z: number, y: number): Control[] {
  const x = 56;
  // well behind the long end's band where that is drawn forward
  const back = z > 20 ? 10 : 0;
  return [
    control(to(0, -y + 2, z), FORWARD, 0.9),
    control(to(13, -13 - y, z - 2 - back / 2), FORWARD, 0.6),
    control(to(33, -34 - y, z - 3 - back), FORWARD, 0.65),
    control(to(50, -60 - y, z - 3 - back), FORWARD),
    ...Array.from({ length: SHORT_CONTROLS - 4 }, (_, i) => {
      const down = -84 - y - i * 24;
      return control(to(x, down, Math.max(z - 3 - back, shirtFrontZ(x, down) + 8 + LIFTED_MM)), FORWARD);
    }),
  ];
}

/** Long end hanging from its crossing on the other side, `forwardMm` further from the shirt than it falls. */
function hangingLong(m: TyingMeasures, led: boolean, forwardMm: number): Control[] {
  const tipY = -endMm(m, 1) - 40;
  const z = shirtFrontZ(38, -endMm(m, 1)) + 8 + LIFTED_MM + forwardMm;
  const [below, far] = [to(-38, tipY, z), to(-38, tipY - 160, z)];
  return [
    control(to(0, -3, 11 + forwardMm * 0.25), FORWARD, 0.9),
    control(to(-27, -42, 11 + forwardMm * 0.8), FORWARD),
    control(below, FORWARD),
    control(far, FORWARD),
    ...(led ? [control(to(-3, -60, 4), BACKWARD), ...ascending(to(-1, 10, 4), 16)] : straight(far, DOWNWARD, FORWARD, 17, 12)),
  ];
}

/** The long end going up from behind the crossing, held towards the chin: `count` controls from `from`. */
export function ascending(from: Point3, count: number): Control[] {
  return [
    control(from, BACKWARD, 0.9),
    ...straight(from, to(0, 1, 0.1), to(0, 0.05, -1), 2, 22),
    ...heldUp(to(from.x, from.y + 44, from.z + 5), to(0, 1, 0.42), to(0, 0.42, -1), count - 3, 18, 90),
  ];
}
