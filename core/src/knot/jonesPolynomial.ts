import { bracketPolynomial } from './bracketPolynomial.ts';
import { findCrossings, type Diagram } from './findCrossings.ts';
import { multiply, type Laurent } from './laurent.ts';
import type { Point3 } from '../geometry/index.ts';
import { simplifyPath } from './simplifyPath.ts';

/** Directions that are tried until one is general; none of them lies along a line that people lay things on. */
const VIEWS: readonly Point3[] = [
  { x: 0.1234, y: 0.0567, z: 1 },
  { x: -0.3121, y: 0.2113, z: 0.9 },
  { x: 0.2718, y: -0.4141, z: 0.8 },
  { x: 0.5772, y: 0.3183, z: -0.7 },
];

/**
 * Jones polynomial V(t) of a diagram: the bracket with A = t^(−1/4), times (−A)^(−3w), w being the writhe. Reidemeister's
 * moves leave it as it is. Its time grows with the diagram's width rather than with its crossings (`bracketPolynomial.ts`).
 */
export function jonesOfDiagram(diagram: Diagram): Laurent {
  const writhe = diagram.crossings.reduce((sum, { sign }) => sum + sign, 0);
  const framed = multiply(bracketPolynomial(diagram), new Map([[-3 * writhe, writhe % 2 === 0 ? 1 : -1]]));
  // powers of A are multiples of four for a knot: t = A^(−4)
  return new Map([...framed].map(([exponent, coefficient]) => [-exponent / 4, coefficient]));
}

/**
 * Jones polynomial V(t) of a closed path of straight pieces. It is the same for every way of looking at a knot, and for
 * every way of laying it.
 *
 * @param path corners in order; the last is joined to the first.
 * @param towards direction to the eye; by default one is chosen.
 * @throws RangeError where no view is general: two pieces of the path lie on one another.
 * @example jonesPolynomial(trefoil) // −t⁴ + t³ + t, or its mirror image
 */
export function jonesPolynomial(path: readonly Point3[], towards?: Point3): Laurent {
  const simple = simplifyPath(path);
  for (const view of towards ? [towards, ...VIEWS] : VIEWS) {
    const diagram = findCrossings(simple, view);
    if (diagram) return jonesOfDiagram(diagram);
  }
  throw new RangeError('the path has no general view: two of its pieces lie on one another');
}
