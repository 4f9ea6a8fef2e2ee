import { add, type Point3 } from '../knot/index.ts';
import { behind, type BowLay } from './bowStrands.ts';
import { BACKWARD, DOWNWARD, FORWARD, band, control, levels, onRing, shirtFacing, shirtFrontZ, straight, to, type Half } from './lay.ts';
import type { TyingMeasures } from './measures.ts';
import type { LaidStrip } from './pose.ts';
import type { Control, Strand } from './strand.ts';

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

/** Strip beyond the crossing once it is snug, in mm. */
const endMm = (m: TyingMeasures, half: Half): number => (m.setMm - 2 * Math.PI * m.bandRadiusMm + half * m.leadMm) / 2;

/** The collar button, where the knot will be. */
export const BUTTON: Point3 = to(0, 0, 8);

/** Middle of a bow's knot. */
export const knotOf = (m: TyingMeasures, { loose }: Pick<BowLay, 'loose'>): Point3 =>
  to(0, 0, 0.6 * levels(m, loose).up + 0.4 * levels(m, loose).face);

/** An end draped over the collar: round it, and down the shirt front. */
export function draped(m: TyingMeasures, half: Half): Strand {
  const R = m.collarRadiusMm;
  const onCollar = [180, 158, 134, 110, 88, 68].map((degrees, i) =>
    onRing(half, degrees, m.bandRadiusMm + i * 0.5, R, [0, 0, 0, 2, 8, 17][i]),
  );
  const x = half * (m.bandRadiusMm * 0.83);
  const count = half === 1 ? LONG_CONTROLS : SHORT_CONTROLS;
  const down = Array.from({ length: count }, (_, i) => {
    const y = -38 - (i * 330) / count;
    const settled = Math.min(1, i / 3);
    return control(to(x * (0.96 - 0.1 * settled), y, shirtFrontZ(x, y) + 5), add(shirtFacing(x), to(half * 0.45 * (1 - settled), 0, 0)));
  });
  return [...onCollar, ...down];
}

/**
 * Long end crossed over the short one before the collar button, both hanging. `led`: the way that the long end will be led
 * lies ready beyond its tip, where it is not seen.
 */
export function crossed(m: TyingMeasures, led: boolean): LaidStrip {
  return {
    leadMm: m.leadMm,
    knotAt: BUTTON,
    short: [...loosely(m, -1, 3, 5), ...inHand(m, hangingShort(3, 5))],
    long: [...loosely(m, 1, 12, 6), ...inHand(m, hangingLong(m, led, 0))],
  };
}

/** Both ends on their way across one another, the long one held forward of the short one. */
export function crossing(m: TyingMeasures): LaidStrip {
  const short = [...loosely(m, -1, 3, 4), ...inHand(m, hangingShort(3, 8))];
  return {
    leadMm: m.leadMm,
    knotAt: BUTTON,
    short: short.map((c, k) => (k < 6 ? c : control(to(c.at.x * 0.25 - 12, c.at.y, c.at.z), c.outward, c.gatherRatio))),
    long: [...loosely(m, 1, 9, 5), ...inHand(m, hangingLong(m, false, 46))].map((c, k) =>
      k < 6 ? c : control(to(c.at.x * 0.3 + 10, c.at.y, c.at.z), c.outward, c.gatherRatio),
    ),
  };
}

/** The band drawn forward of the collar to a crossing at (0, y, z). */
function loosely(m: TyingMeasures, half: Half, z: number, openMm: number): Control[] {
  const R = m.collarRadiusMm;
  const angles = [180, 150, 122, 95, 68, 40];
  return angles.map((degrees, i) => {
    const near = Math.max(0, (i - 2) / 3);
    const ring = onRing(half, degrees, m.bandRadiusMm + near * openMm, R);
    return control(to(ring.at.x, ring.at.y - 1.5 * near, ring.at.z + near * near * (z * 0.45)), ring.outward);
  });
}

/** Short end hanging from a crossing at depth `z`. */
function hangingShort(z: number, y: number): Control[] {
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
      return control(to(x, down, Math.max(z - 3 - back, shirtFrontZ(x, down) + 8)), FORWARD);
    }),
  ];
}

/** Long end hanging from its crossing on the other side, `forwardMm` further from the shirt than it falls. */
function hangingLong(m: TyingMeasures, led: boolean, forwardMm: number): Control[] {
  const tipY = -endMm(m, 1) - 40;
  const z = shirtFrontZ(38, -endMm(m, 1)) + 8 + forwardMm;
  const [below, far] = [to(-38, tipY, z), to(-38, tipY - 160, z)];
  return [
    control(to(0, -3, 11 + forwardMm * 0.25), FORWARD, 0.9),
    control(to(-27, -42, 11 + forwardMm * 0.8), FORWARD),
    control(below, FORWARD),
    control(far, FORWARD),
    ...(led ? [control(to(-3, -60, 4), BACKWARD), ...ascending(to(-1, 10, 4), 16)] : straight(far, DOWNWARD, FORWARD, 17, 12)),
  ];
}

/** The long end going up from behind the crossing, held towards the chin: 16 controls from `from`. */
function ascending(from: Point3, count: number): Control[] {
  return [
    control(from, BACKWARD, 0.9),
    ...straight(from, to(0, 1, 0.1), to(0, 0.05, -1), 2, 22),
    ...straight(to(from.x, from.y + 44, from.z + 5), to(0, 1, 0.42), to(0, 0.3, -1), count - 3, 18),
  ];
}

/** Long end turned up under the crossing, its tip about to go in behind. */
export function turnedUnder(m: TyingMeasures): LaidStrip {
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
export function through(m: TyingMeasures): LaidStrip {
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
export const WORKING_TURN = 0.95;

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
      return control(to(8, y, Math.max(z + 2, shirtFrontZ(8, y) + 6)), FORWARD);
    }),
  ];
}

/** The long end where it comes up over a half-knot that is pulled up: its first 6 controls. */
export const risen = (m: TyingMeasures): Control[] => [
  ...behind(m, { loose: 0, longTurn: WORKING_TURN }),
  control(to(0, 0.5 * m.knotHeightMm, levels(m).up), BACKWARD, 0.7),
];

/** The half-knot pulled up to the collar button. */
export function snug(m: TyingMeasures): LaidStrip {
  const up = to(0, 0.5 * m.knotHeightMm, levels(m).up);
  return {
    leadMm: m.leadMm,
    knotAt: BUTTON,
    short: [...band(m, -1), ...snugShort(m)],
    long: [...band(m, 1), ...risen(m), ...straight(up, to(0, 1, 0.28), to(0, 0.28, -1), 15, 16)],
  };
}

/** Where the long end goes over the wearer's own shoulder. */
function overTheShoulder(m: TyingMeasures): Control[] {
  const R = m.collarRadiusMm;
  return [
    control(to(5, 20, 7), to(0, -0.2, -1), 0.7),
    control(to(28, 36, 8), to(-0.2, -0.5, -1), 0.7),
    control(to(58, 34, 4), to(-0.5, -0.9, -0.3), 0.85),
    control(to(R + 22, 8, -8), to(-0.8, -0.7, -0.1)),
    ...Array.from({ length: 11 }, (_, i) => control(to(R + 40 + i * 0.6, [-17, -25][i] ?? -28, -32 - i * 17), to(-0.2, -1, 0))),
  ];
}

export const parkedLong = (m: TyingMeasures): Strand => [...band(m, 1), ...risen(m), ...inHand(m, overTheShoulder(m))];

/** Long end out of the way over the shoulder. */
export function parked(m: TyingMeasures): LaidStrip {
  return { leadMm: m.leadMm, knotAt: BUTTON, short: [...band(m, -1), ...snugShort(m)], long: parkedLong(m) };
}

/** The long end lifted towards the shoulder. */
export function liftedAside(m: TyingMeasures, short: readonly Control[] = snugShort(m)): LaidStrip {
  const up = to(0, 0.5 * m.knotHeightMm, levels(m).up);
  return {
    leadMm: m.leadMm,
    knotAt: BUTTON,
    short: [...band(m, -1), ...short],
    long: [...band(m, 1), ...risen(m), ...inHand(m, straight(up, to(0.62, 0.75, 0.12), to(0, -0.2, -1), 15, 16))],
  };
}
