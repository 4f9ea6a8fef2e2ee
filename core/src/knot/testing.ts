/** Closed curves whose knots are known. */
import type { Point3 } from '../geometry/index.ts';
import { jonesPolynomial, type TyingFold, writePolynomial } from './index.ts';

/** Corners of a smooth closed curve, enough of them that the knot is kept. */
export function sampled(curve: (angleRad: number) => Point3, count: number): Point3[] {
  return Array.from({ length: count }, (_, i) => curve((2 * Math.PI * i) / count));
}

/** Torus knot that goes twice round the long way and q times round the short way. */
export const torus = (q: number): Point3[] =>
  sampled((a) => ({ x: (2 + Math.cos(q * a)) * Math.cos(2 * a), y: (2 + Math.cos(q * a)) * Math.sin(2 * a), z: Math.sin(q * a) }), 24 * q);

export const figureEight = (): Point3[] =>
  sampled((a) => ({ x: (2 + Math.cos(2 * a)) * Math.cos(3 * a), y: (2 + Math.cos(2 * a)) * Math.sin(3 * a), z: Math.sin(4 * a) }), 120);

export const circle = (): Point3[] => sampled((a) => ({ x: Math.cos(a), y: Math.sin(a), z: 0.3 * Math.sin(2 * a) }), 12);

export const written = (path: readonly Point3[], towards?: Point3): string => writePolynomial(jonesPolynomial(path, towards));

/** Long end from the wearer's left, front loop to the right, pushed in from the loop's side. */
export const GOOD: TyingFold = { longEnd: 'left', frontLoop: 'right', pushedFrom: 'loop' };
