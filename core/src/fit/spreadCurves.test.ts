import fc from 'fast-check';
import { findBounds, predictBows, spreadOf, spreadOverSets } from './index.ts';
import { NO_LIMITS } from './testing.ts';
import { settingAt } from '../strip/index.ts';
import { anyLeadMm, anyNeckPathMm, anyTie, between, ROUNDING_MM, workedTie } from '../testing/index.ts';

describe('spreadOverSets', () => {
  it('is what a fit gives at every setting, and bars what the bounds bar', () => {
    fc.assert(
      fc.property(anyTie, anyNeckPathMm, anyLeadMm, between(90, 160), (tie, pathMm, leadMm, neckBreadthMm) => {
        const limits = { ...NO_LIMITS, neckBreadthMm };
        const { points, barred } = spreadOverSets(tie, pathMm, leadMm, limits);
        expect(points).toHaveLength(9);
        for (const { step, setMm, spreadMm } of points) {
          expect(setMm).toBe(settingAt(tie.measured.hardware, step).lengthMm);
          const bounds = findBounds(tie, pathMm, setMm, leadMm, limits);
          expect(spreadMm).toBeCloseTo(spreadOf(predictBows(tie, pathMm, setMm, leadMm)), 9);
          // a set right on a bound may be told either way
          const judged = bounds.filter(({ nature, roomMm }) => nature !== 'hardware' && Math.abs(roomMm) > ROUNDING_MM);
          const isShaded = (id: string): boolean =>
            barred.some(({ bound, fromMm, toMm }) => bound === id && setMm >= fromMm && setMm <= toMm);
          expect(judged.filter(({ id }) => isShaded(id))).toEqual(judged.filter(({ roomMm }) => roomMm < 0));
        }
      }),
    );
  });
});

describe('what is barred of a band', () => {
  it('is from its end to the bound, the band’s own ends aside', () => {
    const tie = workedTie();
    const limits = { neckBreadthMm: 126, collarPointsMm: null, faceWidthMm: 500 };
    const { barred } = spreadOverSets(tie, 412.75, 38.05, limits);
    // the even bow is 124 mm wide at 842.3 mm, and a millimetre wider every three: 126 mm at 848.3
    expect(barred.find(({ bound }) => bound === 'neckBreadth')).toEqual({
      bound: 'neckBreadth',
      fromMm: expect.closeTo(848.3, 6) as number,
      toMm: expect.closeTo(791.5 + 8 * 12.7, 6) as number,
    });
    // a bow 500 mm wide is not on this band
    expect(barred.map(({ bound }) => bound)).not.toContain('faceWidth');
    const crossing = barred.find(({ bound }) => bound === 'crossing');
    const limit = findBounds(tie, 412.75, 791.5, 38.05, limits).find(({ id }) => id === 'crossing')?.limitMm ?? Number.NaN;
    expect(crossing).toEqual(limit > 791.5 ? { bound: 'crossing', fromMm: 791.5, toMm: limit } : undefined);
    for (const { fromMm, toMm } of barred) expect(toMm).toBeGreaterThan(fromMm);
  });
});
