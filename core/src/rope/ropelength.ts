import type { Point3 } from '../geometry/index.ts';
import { findPairs } from './findPairs.ts';
import { IDEAL } from './laws.ts';
import { layRope, strandLengthMm } from './rope.ts';
import { stepRope } from './stepRope.ts';
import { evenlyAlong } from './strand.ts';

/** How a closed round rope is drawn tight. */
export interface RopelengthOptions {
  readonly stations: number;
  /** Steps without success after which the rope is reeled in half as fast. */
  readonly patience: number;
}

/** Thickness of the rope that is drawn tight, in mm; a ropelength does not depend on it. */
const THICK_MM = 2;
/** Rope is reeled in while no two places lie deeper in one another than this part of the thickness. */
const ALLOWED_RATIO = 5e-3;

/**
 * Length of a closed round rope drawn as tight as its knot allows, in diameters of the rope: it is reeled in as long as
 * nothing overlaps (Pierański 1998, from memory). A published ropelength counts in radii, and is twice as much.
 *
 * @param path the knot, closed by itself, loose enough that a rope of thickness 2 lies in it freely.
 */
export function ropelengthDiameters(path: readonly Point3[], { stations, patience }: RopelengthOptions): number {
  const [first] = path;
  if (!first) throw new RangeError('a knot has points');
  const { points, spacingMm } = evenlyAlong([...path, first], stations + 1);
  const centresMm = points.slice(0, stations);
  const across = centresMm.map(() => ({ x: 0, y: 1, z: 0 }));
  const rope = layRope([{ spacingMm, centresMm, across, widthMm: THICK_MM, thicknessMm: THICK_MM, isClosed: true }], IDEAL);
  const [strand] = rope.strands;
  if (!strand) throw new RangeError('a knot has a strand');
  let [rate, lastGood, deepestMm] = [1e-3, 0, 0];
  for (let step = 0; rate > 2e-6; step += 1) {
    if (step % 10 === 0) findPairs(rope);
    deepestMm = stepRope(rope, { coasting: 0.8, growth: 1, isForward: step % 2 === 0 });
    if (deepestMm < ALLOWED_RATIO * THICK_MM) {
      strand.spacingMm *= 1 - rate;
      lastGood = step;
    } else if (step - lastGood > patience) {
      rate /= 2;
      lastGood = step;
    }
  }
  return strandLengthMm(rope, strand) / (THICK_MM - deepestMm);
}
