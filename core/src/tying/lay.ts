import type { Point3 } from '../knot/index.ts';
import type { TyingMeasures } from './measures.ts';
import { unit, type Control } from './strand.ts';

/**
 * Short ways to write controls. Everything in this folder is laid for a long end from the wearer's left; the other hand is
 * its mirror image.
 */
export const to = (x: number, y: number, z: number): Point3 => ({ x, y, z });

export const FORWARD = to(0, 0, 1);
export const BACKWARD = to(0, 0, -1);
export const UPWARD = to(0, 1, 0);
export const DOWNWARD = to(0, -1, 0);

export const control = (at: Point3, outward: Point3, gatherRatio = 1): Control => ({ at, outward: unit(outward), gatherRatio });

/** Which half of the strip: +1 lies on the wearer's left. */
export type Half = 1 | -1;

/** The band from the middle of the neck's back to near the front, at angles in degrees from the front. */
export function band({ bandRadiusMm, collarRadiusMm }: TyingMeasures, half: Half, angles: readonly number[] = SNUG): Control[] {
  return angles.map((degrees) => onRing(half, degrees, bandRadiusMm, collarRadiusMm));
}

/** How much higher a collar sits at the back than at its button (assumed, no source). */
const BACK_RISE_MM = 8;

export const SNUG: readonly number[] = [180, 150, 120, 88, 56, 24];

export function onRing(half: Half, degrees: number, radiusMm: number, collarRadiusMm: number, fallMm = 0): Control {
  const angle = (degrees * Math.PI) / 180;
  const [x, z] = [half * Math.sin(angle), Math.cos(angle)];
  return control(to(radiusMm * x, (BACK_RISE_MM * (1 - z)) / 2 - fallMm, radiusMm * z - collarRadiusMm), to(x, 0, z));
}

/** Controls on a straight line, `count` of them, `stepMm` apart, the first one step from `from`. */
export function straight(from: Point3, direction: Point3, outward: Point3, count: number, stepMm: number): Control[] {
  const { x, y, z } = unit(direction);
  return Array.from({ length: count }, (_, i) =>
    control(to(from.x + x * stepMm * (i + 1), from.y + y * stepMm * (i + 1), from.z + z * stepMm * (i + 1)), outward),
  );
}

const SHIRT_CURVE_MM = 700;

/** Direction that the shirt front looks in at a distance from the middle. */
export const shirtFacing = (x: number): Point3 => to((2 * x) / SHIRT_CURVE_MM, 0, 1);

/** How far forward the shirt front is below the collar, and how far back the shoulders fall. */
export function shirtFrontZ(x: number, y: number): number {
  const below = Math.max(0, -20 - y);
  return -6 + 0.1 * below - (x * x) / SHIRT_CURVE_MM;
}

/** Levels of cloth over one another at the knot, from the collar outwards, in mm. `loose` opens up those of the bows; the half-knot is drawn up before. */
export interface Levels {
  readonly up: number;
  readonly short: number;
  readonly long: number;
  readonly backKnot: number;
  readonly backTail: number;
  readonly frontKnot: number;
  readonly frontTail: number;
  readonly face: number;
}

export function levels({ layerMm }: TyingMeasures, loose = 0): Levels {
  const up = 1.7;
  const backKnot = up + 3 * layerMm + 4 * loose;
  const frontKnot = backKnot + 2 * layerMm + 6 * loose;
  return {
    up,
    short: up + layerMm,
    long: up + 2 * layerMm,
    backKnot,
    backTail: backKnot + layerMm + 2.5 * loose,
    frontKnot,
    frontTail: frontKnot + layerMm + 3 * loose,
    face: frontKnot + 2 * layerMm + 5 * loose + 9 * Math.max(0, loose - 1),
  };
}

/** Length of a collar's leaf from its fold to its edge, at an angle from the button: longest at its points, in mm (assumed, no source). */
export const collarLeafMm = (angleRad: number): number => 44 + 24 * Math.exp(-((angleRad - 0.6) ** 2) / 0.18);
