import type { Side } from '../fit/index.ts';
import type { Point3 } from '../geometry/index.ts';

/** How the folds of a bow are made: where the front loop lies, and from which side the back bow is pushed through. */
export interface TyingFold {
  /** Side that the long end started on. */
  readonly longEnd: Side;
  /** Side that the front bow's loop lies on. */
  readonly frontLoop: Side;
  /** Whether the back bow is pushed in from the loop's side, as it should be, or from the flat end's. */
  readonly pushedFrom: 'loop' | 'flatEnd';
}

/** Paths of both ends from behind the neck to their folds, where they are cut. Units are arbitrary. */
export interface TieRoutes {
  readonly long: readonly Point3[];
  readonly short: readonly Point3[];
}

type Triple = readonly [x: number, y: number, z: number];

/**
 * Reference routes of both ends through the knot, the strip taken as a thread: long over short at the button, behind both
 * and up inside the neck opening, over the top, down across the middle of the front bow, back under it, behind both layers
 * of the loop and through to the other side; short down from the crossing, back layer out to its fold, front layer back
 * across the middle. Derived in docs/model.md.
 */
export function referenceRoutes({ longEnd, frontLoop, pushedFrom }: TyingFold): TieRoutes {
  // the routes are written for a long end from the wearer's left; the other hand is their mirror image
  const hand = longEnd === 'left' ? 1 : -1;
  const s = (frontLoop === 'left' ? 1 : -1) * hand;
  const p = pushedFrom === 'loop' ? s : -s;
  const at = (points: readonly Triple[]): Point3[] => points.map(([x, y, z]) => ({ x: hand * x, y, z }));
  return {
    long: at([
      [6, 2, -4],
      [2, 1, 0],
      [0, 0, 0.3],
      [-1.5, -1, 0.3],
      [-1.5, -1.8, 0],
      [-0.6, -1.2, -1.5],
      [0, 1.5, -1.5],
      [0, 2.2, -0.5],
      [0, 2.4, 2],
      [0, 1, 3],
      [0, -2.2, 3],
      [1.6 * p, -2.2, 1.5],
      [1.6 * p, -1, 0.55],
      [0.96 * p, 0, 0.55],
      [0, 0, 0.55],
      [-2.4 * p, 0, 0.55],
      [-9 * p, 0, 0.55],
    ]),
    short: at([
      [-6, 2, -4],
      [-2, 1, 0],
      [0, 0, 0],
      [1.2, -1.2, 0],
      [1, -1.6, 0.6],
      [0.2, -0.6, 1.2],
      [2 * s, 0, 1.2],
      [9 * s, 0, 1.2],
    ]),
  };
}

/** One closed curve of both ends: the cut ends joined in front and below, the neck ends behind. */
export function closeTieRoutes({ long, short }: TieRoutes): readonly Point3[] {
  const cutAt = (route: readonly Point3[]): number => Math.sign(route[route.length - 1]?.x ?? 1);
  const below = (side: number): Point3 => ({ x: 12 * side, y: -12, z: 2 });
  const [longSide, shortSide] = [cutAt(long), cutAt(short)];
  const joined = longSide === shortSide ? [{ x: 12 * longSide, y: -12, z: 4 }] : [below(longSide), below(shortSide)];
  return [...long, ...joined, ...[...short].reverse(), { x: 0, y: 6, z: -10 }];
}
