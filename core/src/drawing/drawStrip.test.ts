import fc from 'fast-check';
import { drawBlade, layOutStrip } from './index.ts';
import { DRAWN_WITHIN_MM, naturalFit, pointsOf } from './testing.ts';
import { anyTie, workedTie } from '../testing/index.ts';

describe('drawBlade', () => {
  it('is as long and as wide as the blade, and the same above and below its axis', () => {
    fc.assert(
      fc.property(anyTie, (tie) => {
        const points = pointsOf(drawBlade(tie.profile));
        expect(Math.max(...points.map(({ x }) => x))).toBeCloseTo(tie.profile.bladeLengthMm, 1);
        expect(2 * Math.max(...points.map(({ y }) => y))).toBeLessThanOrEqual(tie.bowHeightMm + 2 * DRAWN_WITHIN_MM);
        expect(points.reduce((sum, { y }) => sum + y, 0)).toBeCloseTo(0, 6);
      }),
    );
  });
});

describe('layOutStrip', () => {
  it('reaches the lead further on the long end’s side, and spans tip to tip', () => {
    const tie = workedTie();
    const fit = naturalFit(tie, 'left');
    const { long, short } = layOutStrip(tie, fit);
    expect(long.tipX - short.tipX).toBeCloseTo(fit.setMm, 9);
    expect(Math.abs(long.tipX) - Math.abs(short.tipX)).toBeCloseTo(fit.leadMm, 9);
    expect(long.tipX).toBeGreaterThan(0);
    // what hangs beyond the crossing is the strand of the budget
    expect(long.tipX - long.crossingX).toBeCloseTo(fit.back.strandMm, 9);
    expect(short.crossingX - short.tipX).toBeCloseTo(fit.front.strandMm, 9);
    expect(long.xOf(186)).toBeCloseTo(long.tipX, 9);
  });
});
