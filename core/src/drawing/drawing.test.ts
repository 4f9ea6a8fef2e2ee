import fc from 'fast-check';
import {
  evenLeadMm,
  fitTie,
  naturalSetMm,
  TYPICAL_COLLARS,
  type CollarStyle,
  type Fit,
  type PreparedTie,
  type Side,
} from '../fit/index.ts';
import { anyNeckPathMm, anyTie, workedTie } from '../testing/index.ts';
import { drawBlade, drawCollar, drawTied, drawTiedFlat, drawTieFlat, layOutStrip, movedPath, threadPath } from './index.ts';

/** Paths are rounded to a hundredth of a millimetre. */
const DRAWN_WITHIN_MM = 0.011;

function naturalFit(tie: PreparedTie, longEnd: Side, pathMm = 412.75): Fit {
  return fitTie({
    tie,
    neckPathMm: pathMm,
    setMm: naturalSetMm(tie, pathMm),
    leadMm: evenLeadMm(tie),
    longEnd,
    limits: { neckBreadthMm: null, collarPointsMm: null, faceWidthMm: null },
  });
}

/** Points of a path made of straight pieces. */
function pointsOf(path: string): { x: number; y: number }[] {
  return [...path.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => ({ x: Number(x), y: Number(y) }));
}

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

describe('drawCollar', () => {
  it.each(Object.keys(TYPICAL_COLLARS) as CollarStyle[])('puts the points of a %s collar as far apart as measured', (style) => {
    const { points, leaves } = drawCollar(TYPICAL_COLLARS[style], 129, 118, 90);
    expect(points[0].x - points[1].x).toBeCloseTo(118, 9);
    for (const leaf of leaves) expect(pointsOf(leaf).length).toBeGreaterThan(3);
  });

  it('puts the second button 65 mm below the first (common practice, no source)', () => {
    expect(drawCollar(TYPICAL_COLLARS.turndown, 129, 130, 170).buttons).toEqual([
      { x: 0, y: 65 },
      { x: 0, y: 155 },
    ]);
  });
});

describe('threadPath', () => {
  it('leaves and arrives straight down', () => {
    expect(threadPath({ x: 10, y: 0 }, { x: 0, y: 90 }, 30, 40)).toBe('M10 0C10 30 0 50 0 90');
  });
});

describe('flat drawings for paper', () => {
  const xs = (path: string): number[] => [...path.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map(([, x]) => Number(x));

  it('lay the strip out from tip to tip, the long end on its own side, as far as it reaches', () => {
    fc.assert(
      fc.property(anyTie, anyNeckPathMm, fc.constantFrom<Side>('left', 'right'), (tie, pathMm, longEnd) => {
        const fit = naturalFit(tie, longEnd, pathMm);
        const { minX, widthMm, heightMm, outlines } = drawTieFlat(tie, fit);
        expect(widthMm).toBeCloseTo(fit.setMm, 6);
        expect(heightMm).toBe(tie.bowHeightMm);
        const all = outlines.flatMap(({ d }) => xs(d));
        expect(Math.min(...all)).toBeCloseTo(minX, 1);
        expect(Math.max(...all)).toBeCloseTo(minX + widthMm, 1);
        const longs = outlines.filter(({ shows }) => shows === 'long').flatMap(({ d }) => xs(d));
        const outmost = longs.reduce((far, x) => (Math.abs(x) > Math.abs(far) ? x : far), 0);
        expect(Math.sign(outmost)).toBe(longEnd === 'left' ? 1 : -1);
        expect(Math.abs(outmost)).toBeCloseTo((fit.setMm + fit.leadMm) / 2, 1);
      }),
    );
  });

  it('draw the bow inside its frame, back bow first, knot last', () => {
    fc.assert(
      fc.property(anyTie, anyNeckPathMm, (tie, pathMm) => {
        const { minX, widthMm, outlines } = drawTiedFlat(tie, naturalFit(tie, 'left', pathMm));
        const all = outlines.flatMap(({ d }) => xs(d));
        expect(Math.min(...all)).toBeGreaterThanOrEqual(minX - DRAWN_WITHIN_MM);
        expect(Math.max(...all)).toBeLessThanOrEqual(minX + widthMm + DRAWN_WITHIN_MM);
        expect(outlines.map(({ shows }) => shows)).toEqual([
          'long',
          'longLining',
          'long',
          'short',
          'shortLining',
          'short',
          'pleat',
          'knot',
        ]);
      }),
    );
  });

  it('move and mirror a path, curves and all', () => {
    expect(movedPath('M1 2Q3 -4 5.5 6Z', -1, 10, 1)).toBe('M9 3Q7 -3 4.5 7Z');
    expect(movedPath('M1 2L3 4', 1, 0, 0)).toBe('M1 2L3 4');
  });
});

describe('the shirt front', () => {
  it('has its buttons where the shirt has them', () => {
    const { buttons } = drawCollar(TYPICAL_COLLARS.turndown, 129, 130, 200, { firstMm: 70, spacingMm: 60 });
    expect(buttons.map(({ y }) => y)).toEqual([70, 130, 190]);
  });
});
