import { mirrorPolynomial, multiply, polynomial, sameTerms, type Laurent } from './laurent.ts';

/** Knots that a tie can end in. `left` and `right` are the two mirror images. */
export type KnotName =
  { readonly knot: 'unknot' | 'square' | 'other' } | { readonly knot: 'halfKnot' | 'granny'; readonly hand: 'left' | 'right' };

/** Left-handed trefoil: one half-knot, closed. */
const TREFOIL: Laurent = polynomial([
  [1, -1],
  [1, -3],
  [-1, -4],
]);
const UNKNOT: Laurent = polynomial([[1, 0]]);

/**
 * Names a knot by its Jones polynomial. A bow's two half-knots, closed, are the sum of two trefoils: of opposite hands the
 * square (reef) knot, which lies level and holds; of one hand the granny, which turns upright and slips.
 */
export function nameKnot(jones: Laurent): KnotName {
  const mirrored = mirrorPolynomial(TREFOIL);
  if (sameTerms(jones, UNKNOT)) return { knot: 'unknot' };
  if (sameTerms(jones, TREFOIL)) return { knot: 'halfKnot', hand: 'left' };
  if (sameTerms(jones, mirrored)) return { knot: 'halfKnot', hand: 'right' };
  if (sameTerms(jones, multiply(TREFOIL, mirrored))) return { knot: 'square' };
  if (sameTerms(jones, multiply(TREFOIL, TREFOIL))) return { knot: 'granny', hand: 'left' };
  if (sameTerms(jones, multiply(mirrored, mirrored))) return { knot: 'granny', hand: 'right' };
  return { knot: 'other' };
}
