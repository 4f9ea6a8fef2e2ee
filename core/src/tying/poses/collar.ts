import type { Point3 } from '../../geometry/index.ts';
import type { TyingMeasures } from '../measures.ts';
import { type Half, control, to } from './controls.ts';
import type { Control } from '../strand.ts';

/** How much higher a collar sits at the back than at its button (assumed, no source). */
const BACK_RISE_MM = 8;

const SNUG: readonly number[] = [180, 150, 120, 88, 56, 24];

/** The band from the middle of the neck's back to near the front, at angles in degrees from the front. */
export function band({ bandRadiusMm, collarRadiusMm }: TyingMeasures, half: Half, angles: readonly number[] = SNUG): Control[] {
  return angles.map((degrees) => onRing(half, degrees, bandRadiusMm, collarRadiusMm));
}

export function onRing(half: Half, degrees: number, radiusMm: number, collarRadiusMm: number, fallMm = 0): Control {
  const angle = (degrees * Math.PI) / 180;
  const [x, z] = [half * Math.sin(angle), Math.cos(angle)];
  return control(to(radiusMm * x, (BACK_RISE_MM * (1 - z)) / 2 - fallMm, radiusMm * z - collarRadiusMm), to(x, 0, z));
}

/** The collar button, where the knot will be. */
export const BUTTON: Point3 = to(0, 0, 8);

const SHIRT_CURVE_MM = 700;

/** Direction that the shirt front looks in at a distance from the middle. */
export const shirtFacing = (x: number): Point3 => to((2 * x) / SHIRT_CURVE_MM, 0, 1);

/** How far forward the shirt front is below the collar, and how far back the shoulders fall. */
export function shirtFrontZ(x: number, y: number): number {
  const below = Math.max(0, -20 - y);
  return -6 + 0.1 * below - (x * x) / SHIRT_CURVE_MM;
}

/** How far an end that is held stands off the shirt, so that a finger goes behind it, in mm. */
export const LIFTED_MM = 18;

/** Length of a collar's leaf from its fold to its edge, at an angle from the button: longest at its points, in mm (assumed, no source). */
export const collarLeafMm = (angleRad: number, pointAtRad = 0.6): number => 44 + 24 * Math.exp(-((angleRad - pointAtRad) ** 2) / 0.18);
