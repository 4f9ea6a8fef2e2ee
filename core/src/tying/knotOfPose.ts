import { type Point3 } from '../geometry/index.ts';
import { jonesPolynomial, nameKnot, type KnotName, type Laurent } from '../knot/index.ts';
import { pointOf, type Pose } from './pose.ts';

/** Where a strip is cut so that its knot is a closed curve: at the folds of the bows, or at the tips where there is none. */
export interface Cuts {
  readonly shortNode: number;
  readonly longNode: number;
}

/** The whole strip, tip to tip. */
export const atTips = (pose: Pose): Cuts => ({ shortNode: 0, longNode: pose.nodeCount - 1 });

/** Where both folds of a bow lie: the nodes of each end that reach furthest to a side. */
export function atFolds(pose: Pose): Cuts {
  const reach = (from: number, to: number): number => {
    let best = from;
    for (let node = from; node < to; node += 1) {
      if (Math.abs(pose.centreMm[3 * node] ?? 0) > Math.abs(pose.centreMm[3 * best] ?? 0)) best = node;
    }
    return best;
  };
  const { shortLoop, longLoop } = loopNodes(pose);
  return { shortNode: reach(shortLoop.from, shortLoop.to), longNode: reach(longLoop.from, longLoop.to) };
}

/** Stretches of nodes in which the loops of a bow lie: from the knot out to the flat end's beginning. */
function loopNodes(pose: Pose): { readonly shortLoop: { from: number; to: number }; readonly longLoop: { from: number; to: number } } {
  const x = (node: number): number => pose.centreMm[3 * node] ?? 0;
  // from each tip inwards to where the flat end meets the knot's centre line, and on to where the loop does
  const crossesCentre = (from: number, step: 1 | -1): number => {
    const side = Math.sign(x(from));
    let node = from;
    while (Math.sign(x(node)) === side && node > 0 && node < pose.nodeCount - 1) node += step;
    if (node === 0) node = from;
    return node;
  };
  const shortCentre = crossesCentre(1, 1);
  const shortBack = crossesCentre(shortCentre + 1, 1);
  const longCentre = crossesCentre(pose.nodeCount - 2, -1);
  const longBack = crossesCentre(longCentre - 1, -1);
  return { shortLoop: { from: shortCentre, to: shortBack }, longLoop: { from: longBack, to: longCentre } };
}

/**
 * The closed curve that a pose's knot is judged by: the strip between two cuts, its cut ends led far away to their sides and
 * joined below.
 * @throws RangeError where the strip has no two ends.
 */
export function closePose(pose: Pose, { shortNode, longNode }: Cuts): readonly Point3[] {
  const path: Point3[] = [];
  for (let node = shortNode; node <= longNode; node += 1) path.push(pointOf(pose.centreMm, node));
  const [first, last] = [path[0], path[path.length - 1]];
  if (!first || !last) throw new RangeError('a strip has two ends');
  return [...path, ...wayOut(last, 1), ...wayOut(first, 0).reverse()];
}

const FAR_MM = 900;

/** From a cut end straight out to its side and down to a place far below and in front; two that leave on one side do not meet before. */
function wayOut(end: Point3, rank: 0 | 1): Point3[] {
  const side = Math.sign(end.x) || 1;
  const far = side * (FAR_MM + 170 * rank);
  return [
    { x: far, y: end.y + 13 * rank, z: end.z + 7 * rank },
    { x: far, y: -FAR_MM, z: 210 + 90 * rank },
  ];
}

/** Jones polynomial of a pose's knot, from whichever side it is looked at. */
export const jonesOfPose = (pose: Pose, cuts: Cuts, towards?: Point3): Laurent => jonesPolynomial(closePose(pose, cuts), towards);

/** Name of a pose's knot. */
export const knotOfPose = (pose: Pose, cuts: Cuts): KnotName => nameKnot(jonesOfPose(pose, cuts));
