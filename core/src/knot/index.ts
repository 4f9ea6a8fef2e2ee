/** Knot: which knot a closed path in space is, by an invariant that does not depend on how it is looked at. */
export { findCrossings, type Crossing, type Diagram } from './findCrossings.ts';
export { jonesOfDiagram, jonesPolynomial } from './jonesPolynomial.ts';
export { bracketPolynomial } from './bracketPolynomial.ts';
export { addTerms, mirrorPolynomial, multiply, polynomial, sameTerms, writePolynomial, type Laurent } from './laurent.ts';
export { simplifyPath } from './simplifyPath.ts';
export { closeTieRoutes, referenceRoutes, type TieRoutes, type TyingFold } from './tieRoutes.ts';
export { nameKnot, type KnotName } from './nameKnot.ts';
