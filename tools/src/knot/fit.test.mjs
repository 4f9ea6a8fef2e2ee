import { readTable, termsOf } from './readTable.mjs';

describe('the table of knots', () => {
  const knots = readTable();

  it('has all its knots at rest, hardly stretched', () => {
    expect(knots).toHaveLength(55);
    expect(knots.filter(({ isAtRest }) => !isAtRest)).toEqual([]);
    expect(Math.max(...knots.map(({ strainRatio }) => Number(strainRatio)))).toBeLessThan(0.01);
  });

  it('covers ties as they are made', () => {
    const spread = knots.filter(({ group }) => group === 'spread');
    for (const [name, least, most] of /** @type {const} */ ([
      ['waistMm', 24, 37],
      ['bandMm', 17, 23],
      ['thicknessMm', 0.9, 2],
      ['gatherRatio', 0.55, 0.75],
    ])) {
      const values = spread.map((knot) => Number(knot[name]));
      expect(Math.min(...values)).toBeLessThan(least);
      expect(Math.max(...values)).toBeGreaterThan(most);
    }
  });

  it('gives the terms of a knot in their order', () => {
    expect(termsOf({ waistMm: 30, bandMm: 20, thicknessMm: 1.3, gatherRatio: 0.65 })).toEqual([19.5, 13, 2, 1]);
  });
});
