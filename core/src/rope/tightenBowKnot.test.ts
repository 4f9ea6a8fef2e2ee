import { bowKnotStrands, tightenBowKnot, WORKED_KNOT, type PieceName, type TightKnot } from './index.ts';

/** Coarse, so that it takes seconds. */
const COARSE = { ...WORKED_KNOT, fineness: 1.5 };

describe('a bow’s knot drawn tight', () => {
  const knot: TightKnot = tightenBowKnot(COARSE);

  it('comes to rest, hardly stretched, cloth hardly in cloth', () => {
    expect(knot.isAtRest).toBe(true);
    expect(knot.strainRatio).toBeLessThan(0.01);
    expect(knot.deepestMm).toBeLessThan(0.1);
  });

  it('takes up cloth as the tabulated one does', () => {
    // at two thirds of the stations: the first row of docs/knot-table.csv within a seventh
    expect(Math.abs(knot.shortMm + knot.longMm - 107)).toBeLessThan(15);
    expect(knot.longMm).toBeGreaterThan(knot.shortMm + 25);
  });

  it('is as high as the gathered waist with the wrap over and under it, and as wide as the gathered band', () => {
    const [waistMm, bandMm, thickMm] = [0.65 * 30, 0.65 * 20, 1.1 / 0.65];
    expect(knot.heightMm).toBeGreaterThan(waistMm);
    expect(knot.heightMm).toBeLessThan(waistMm + 6 * thickMm);
    expect(knot.widthMm).toBeGreaterThan(bandMm - 0.5);
    expect(knot.widthMm).toBeLessThan(bandMm + 3);
    // eight layers one behind another, at the least
    expect(knot.depthMm).toBeGreaterThan(6 * thickMm);
  });

  it('lies in its order from the collar forwards: wrap, back bow, front bow, wrap', () => {
    const middleOf = (piece: PieceName): number => {
      const points = knot.section.find((each) => each.piece === piece)?.points ?? [];
      return points.reduce((sum, { z }) => sum + z, 0) / points.length;
    };
    const wrap = (knot.section.find(({ piece }) => piece === 'longEnd')?.points ?? []).map(({ z }) => z);
    expect(Math.min(...wrap)).toBeLessThan(middleOf('longTail'));
    expect(middleOf('longTail')).toBeLessThan(middleOf('shortTail'));
    expect(middleOf('shortTail')).toBeLessThan(Math.max(...wrap));
  });
});

describe('the strands that it is drawn from', () => {
  it('start at the sides of the neck and end at their wings, nowhere in one another', () => {
    const [short, long, shortTail, longTail] = bowKnotStrands(WORKED_KNOT);
    expect(short?.centresMm[0]?.x).toBeLessThan(-40);
    expect(long?.centresMm[0]?.x).toBeGreaterThan(40);
    expect(short?.centresMm.at(-1)?.x).toBeCloseTo(-50, 6);
    expect(long?.centresMm.at(-1)?.x).toBeCloseTo(50, 6);
    expect(Math.abs((shortTail?.centresMm[0]?.z ?? 0) - (longTail?.centresMm[0]?.z ?? 0))).toBeGreaterThan(1.1 / 0.65);
    for (const { across } of [short, long, shortTail, longTail].flatMap((strand) => (strand ? [strand] : [])))
      for (const { x, y, z } of across) expect(Math.hypot(x, y, z)).toBeCloseTo(1, 9);
  });
});
