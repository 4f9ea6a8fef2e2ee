import fc from 'fast-check';
import Fraction from 'fraction.js';
import { parseNumber } from './index.ts';

describe('parseNumber', () => {
  it.each([
    ['15 3/4', 15.75],
    ['15-3/4', 15.75],
    ['15 - 3/4', 15.75],
    ['15¾', 15.75],
    ['15 ¾', 15.75],
    ['15.75', 15.75],
    ['15,75', 15.75],
    ['15 and 3/4', 15.75],
    ['3⁄4', 0.75],
    ['½', 0.5],
    ['  16 ', 16],
    ['0', 0],
    ['15–3/4', 15.75],
    ['15—3/4', 15.75],
    ['15\u20113/4', 15.75],
    ['15−3/4', 15.75],
    ['１５．７５', 15.75],
    ['١٥٫٧٥', 15.75],
    ['۱۵ ۳/۴', 15.75],
    ['15.', 15],
    ['.75', 0.75],
  ])('reads %s', (text, value) => {
    expect(parseNumber(text)).toEqual({ kind: 'number', value });
  });

  it.each([
    ['', 'empty'],
    ['   ', 'empty'],
    ['-15', 'negative'],
    ['−½', 'negative'],
    ['NaN', 'notANumber'],
    ['Infinity', 'notANumber'],
    ['1e9', 'notANumber'],
    ['15 3/4 2', 'notANumber'],
    ['15.5 1/4', 'notANumber'],
    ['1/2/3', 'notANumber'],
    ['fifteen', 'notANumber'],
    ['15 1/0', 'zeroDenominator'],
    ['15 100/4', 'improperFraction'],
    ['15 5/4', 'improperFraction'],
    ['15 4/4', 'improperFraction'],
    ['31/2', 'improperFraction'],
    ['.', 'notANumber'],
    ['–15', 'negative'],
    ['9'.repeat(60), 'notANumber'],
  ])('refuses %j as %s', (text, reason) => {
    expect(parseNumber(text)).toEqual({ kind: 'unreadable', reason });
  });

  it('agrees with fraction.js on whole numbers with fractions', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 99 }),
        fc
          .integer({ min: 2, max: 64 })
          .chain((denominator) => fc.tuple(fc.integer({ min: 1, max: denominator - 1 }), fc.constant(denominator))),
        (whole, [numerator, denominator]) => {
          const text = `${whole} ${numerator}/${denominator}`;
          expect(parseNumber(text)).toEqual({ kind: 'number', value: expect.closeTo(new Fraction(text).valueOf(), 12) as number });
        },
      ),
    );
  });
});
