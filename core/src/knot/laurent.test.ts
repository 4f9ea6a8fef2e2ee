import fc from 'fast-check';
import { type Laurent, mirrorPolynomial, multiply, polynomial, writePolynomial } from './index.ts';
import { between } from '../testing/index.ts';

describe('polynomials', () => {
  it('are written as they are printed, highest power first, without what comes to nothing', () => {
    expect(
      writePolynomial(
        polynomial([
          [1, 1],
          [-2, -1],
          [3, 0],
          [1, 2],
          [-1, 2],
        ]),
      ),
    ).toBe('t + 3 - 2t^-1');
    expect(writePolynomial(polynomial([[-1, 3]]))).toBe('-t^3');
    expect(writePolynomial(polynomial([]))).toBe('0');
  });
  it('multiply as sums do, and mirror twice to themselves', () => {
    const anyPolynomial = fc
      .array(fc.tuple(fc.integer({ min: -4, max: 4 }), fc.integer({ min: -5, max: 5 })), { maxLength: 6 })
      .map(polynomial);
    const at = (p: Laurent, t: number): number => [...p].reduce((sum, [exponent, coefficient]) => sum + coefficient * t ** exponent, 0);
    fc.assert(
      fc.property(anyPolynomial, anyPolynomial, between(0.5, 2), (p, q, t) => {
        expect(at(multiply(p, q), t)).toBeCloseTo(at(p, t) * at(q, t), 4);
        expect(at(mirrorPolynomial(p), t)).toBeCloseTo(at(p, 1 / t), 4);
        expect(mirrorPolynomial(mirrorPolynomial(p))).toEqual(p);
      }),
    );
  });
});
