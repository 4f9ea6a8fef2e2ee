import { takeUpParts, tightTakeUp } from '@easytuck/core';
import { percentile } from '../bench/figure.mjs';
import { clothOf, fittedTo, pullOf, readTable } from './readTable.mjs';

describe('the table of knots', () => {
  const knots = readTable();

  it('has all its knots at rest, hardly stretched but by hard pulls', () => {
    expect(knots).toHaveLength(86);
    expect(knots.filter(({ isAtRest }) => !isAtRest)).toEqual([]);
    const strainTo = (/** @type {number} */ pullN) =>
      Math.max(...knots.filter((knot) => pullOf(knot) <= pullN).map(({ strainRatio }) => Number(strainRatio)));
    expect(strainTo(6.5)).toBeLessThan(0.01);
    expect(strainTo(25)).toBeLessThan(0.025);
  });

  it('covers ties as they are made, and pulls from a soft knot to one drawn hard', () => {
    const spread = knots.filter(({ group }) => group === 'spread');
    for (const [name, least, most] of /** @type {const} */ ([
      ['waistMm', 24, 37],
      ['bandMm', 17, 23],
      ['thicknessMm', 0.9, 2],
      ['gatherRatio', 0.55, 0.75],
      ['shortPullN', 2, 20],
    ])) {
      const values = spread.map((knot) => Number(knot[name]));
      expect(Math.min(...values)).toBeLessThan(least);
      expect(Math.max(...values)).toBeGreaterThan(most);
    }
  });

  it('has one knot that jammed, which no formula is fitted to', () => {
    expect(fittedTo(knots)).toHaveLength(63);
  });

  it('is met by the formulas to what docs/model.md says of them', () => {
    const off = (/** @type {'shortMm' | 'longMm'} */ end) =>
      percentile(
        fittedTo(knots).map((knot) => Math.abs(tightTakeUp(clothOf(knot), pullOf(knot))[end] - Number(knot[end]))),
        0.95,
      );
    expect(off('shortMm')).toBeLessThan(2.8);
    expect(off('longMm')).toBeLessThan(4.9);
  });

  it('gives the parts of a knot', () => {
    expect(takeUpParts({ waistWidthMm: 30, bandWidthMm: 20, thicknessMm: 1.3, gatherRatio: 0.65 }, 6.5 * Math.E)).toEqual({
      ...{ waist: 19.5, band: 13, layers: 2, thin: 0.5, rest: 1 },
      ...{ pull: expect.closeTo(1, 12), pullLayers: expect.closeTo(2, 12) },
    });
  });
});
