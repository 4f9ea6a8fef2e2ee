import fc from 'fast-check';
import { findBounds, predictBows, spreadOf, spreadOverSets } from './index.ts';
import { NO_LIMITS } from './testing.ts';
import { settingAt } from '../strip/index.ts';
import { anyLeadMm, anyNeckPathMm, anyTie, between, ROUNDING_MM } from '../testing/index.ts';

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
