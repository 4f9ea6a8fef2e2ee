import fc from 'fast-check';
import { drawTied } from './index.ts';
import { DRAWN_WITHIN_MM, naturalFit, pointsOf } from './testing.ts';
import type { Side } from '../fit/index.ts';
import { anyNeckPathMm, anyTie, workedTie } from '../testing/index.ts';

describe('drawTied', () => {
  it('draws each wing as far out as the fit says, loops opposite to flat ends, front opposite to back', () => {
    fc.assert(
      fc.property(anyTie, anyNeckPathMm, fc.constantFrom<Side>('left', 'right'), (tie, pathMm, longEnd) => {
        const fit = naturalFit(tie, longEnd, pathMm);
        const { front, back } = drawTied(tie, fit);
        const outmost = (path: string): number => pointsOf(path).reduce((far, { x }) => (Math.abs(x) > Math.abs(far) ? x : far), 0);
        const sign = longEnd === 'left' ? 1 : -1;
        expect(outmost(back.loopSeen.outline)).toBeCloseTo(sign * fit.back.loopMm, 1);
        expect(outmost(back.flatEnd.outline)).toBeCloseTo(-sign * fit.back.flatEndMm, 1);
        expect(outmost(front.loopSeen.outline)).toBeCloseTo(-sign * fit.front.loopMm, 1);
        expect(outmost(front.flatEnd.outline)).toBeCloseTo(sign * fit.front.flatEndMm, 1);
      }),
    );
  });

  it('is the mirror image for the other hand', () => {
    const tie = workedTie();
    const left = drawTied(tie, naturalFit(tie, 'left'));
    const right = drawTied(tie, naturalFit(tie, 'right'));
    const mirror = (path: string) => pointsOf(path).map(({ x, y }) => ({ x: x === 0 ? 0 : -x, y }));
    expect(mirror(left.front.loopSeen.outline)).toEqual(pointsOf(right.front.loopSeen.outline));
    expect(mirror(left.back.flatEnd.outline)).toEqual(pointsOf(right.back.flatEnd.outline));
  });

  it('gathers every wing to the knot at the centre and is never taller than the blade', () => {
    const tie = workedTie();
    const { front } = drawTied(tie, naturalFit(tie, 'left'));
    for (const { outline } of [front.loopHidden, front.loopSeen, front.flatEnd]) {
      const points = pointsOf(outline);
      expect(points[0]?.y).toBeCloseTo(-tie.takeUp.knotHeightMm / 2, 1);
      expect(2 * Math.max(...points.map(({ y }) => y))).toBeLessThanOrEqual(tie.bowHeightMm + 2 * DRAWN_WITHIN_MM);
    }
  });
});
