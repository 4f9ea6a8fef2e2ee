import { fitTie } from '../fit/index.ts';
import { closeTieRoutes, jonesPolynomial, nameKnot, referenceRoutes, type TyingFold } from './index.ts';
import { circle, figureEight, GOOD, written } from './testing.ts';
import { workedTie } from '../testing/index.ts';

describe('the knot of a bow', () => {
  it.each([
    ['square, where the front loop lies opposite to where the long end started', GOOD, { knot: 'square' }],
    ['a granny, where it lies on that side', { ...GOOD, frontLoop: 'left' }, { knot: 'granny', hand: 'left' }],
    ['one half-knot only, pushed in from the flat end’s side', { ...GOOD, pushedFrom: 'flatEnd' }, { knot: 'halfKnot', hand: 'left' }],
    [
      'one half-knot only, so with the other fold',
      { ...GOOD, frontLoop: 'left', pushedFrom: 'flatEnd' },
      { knot: 'halfKnot', hand: 'left' },
    ],
  ] as const)('is %s; the other hand gives its mirror image', (_words, fold, name) => {
    expect(nameKnot(jonesPolynomial(closeTieRoutes(referenceRoutes(fold))))).toEqual(name);
    const other: TyingFold = { longEnd: 'right', frontLoop: fold.frontLoop === 'left' ? 'right' : 'left', pushedFrom: fold.pushedFrom };
    expect(nameKnot(jonesPolynomial(closeTieRoutes(referenceRoutes(other))))).toEqual('hand' in name ? { ...name, hand: 'right' } : name);
  });

  it('is square with the front loop where a fit puts it, in both hands, as it was laid in knots of shoes (Daily-Diamond, Gregg & O’Reilly 2017: the reef holds, the granny slips)', () => {
    const tie = workedTie();
    for (const longEnd of ['left', 'right'] as const) {
      const fit = fitTie({
        tie,
        neckPathMm: 412.75,
        setMm: 842.3,
        leadMm: 38,
        longEnd,
        limits: { neckBreadthMm: null, collarPointsMm: null, faceWidthMm: null },
      });
      const routes = referenceRoutes({ longEnd, frontLoop: fit.frontLoopSide, pushedFrom: 'loop' });
      expect(nameKnot(jonesPolynomial(closeTieRoutes(routes)))).toEqual({ knot: 'square' });
    }
  });

  it('has the polynomials that are worked out for it by hand', () => {
    expect(written(closeTieRoutes(referenceRoutes(GOOD)))).toBe('-t^3 + t^2 - t + 3 - t^-1 + t^-2 - t^-3');
    expect(written(closeTieRoutes(referenceRoutes({ ...GOOD, pushedFrom: 'flatEnd' })))).toBe('t^-1 + t^-3 - t^-4');
  });

  it('is nothing of the kind for other knots', () => {
    expect(nameKnot(jonesPolynomial(circle()))).toEqual({ knot: 'unknot' });
    expect(nameKnot(jonesPolynomial(figureEight()))).toEqual({ knot: 'other' });
  });
});
