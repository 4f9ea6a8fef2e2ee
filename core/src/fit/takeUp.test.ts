import fc from 'fast-check';
import { between } from '../testing/index.ts';
import { inchesToMm } from '../units/index.ts';
import { foldTakesMm, FOLD_RADII, seenKnotHeightMm, TAKE_UP_TERMS, tightTakeUp } from './index.ts';

const SILK = { waistWidthMm: 30, bandWidthMm: 20, thicknessMm: 1.1, gatherRatio: 0.65 };

describe('the take-ups of a knot drawn tight', () => {
  it('are near those of the reference’s own worked knot', () => {
    const { shortMm, longMm } = tightTakeUp(SILK);
    // first row of docs/knot-table.csv
    expect(Math.abs(shortMm - 28)).toBeLessThan(2);
    expect(Math.abs(longMm - 79)).toBeLessThan(3);
  });

  it('grow with the gathered waist and the gathered band, each by its term', () => {
    fc.assert(
      fc.property(
        between(23, 38),
        between(16, 24),
        between(0.7, 2.2),
        between(0.5, 0.8),
        (waistWidthMm, bandWidthMm, thicknessMm, gatherRatio) => {
          const at = (change: Partial<typeof SILK> = {}) => tightTakeUp({ waistWidthMm, bandWidthMm, thicknessMm, gatherRatio, ...change });
          for (const [end, terms] of [
            ['shortMm', TAKE_UP_TERMS.short],
            ['longMm', TAKE_UP_TERMS.long],
          ] as const) {
            expect(at({ waistWidthMm: waistWidthMm + 1 })[end] - at()[end]).toBeCloseTo((terms.waist ?? 0) * gatherRatio, 9);
            expect(at({ bandWidthMm: bandWidthMm + 1 })[end] - at()[end]).toBeCloseTo((terms.band ?? 0) * gatherRatio, 9);
          }
        },
      ),
    );
  });

  it('are the reference’s to 6 mm at every pull, and shrink as a knot is drawn harder', () => {
    // rows of docs/knot-table.csv: the worked knot drawn with 1 to 25 N
    const byPull = [
      [1, 132.8],
      [1.6, 126.5],
      [2.5, 117.1],
      [4, 109.6],
      [6.5, 106.7],
      [10, 103.9],
      [17, 96.9],
      [25, 86.9],
    ] as const;
    const wholeOf = (pullN: number): number => tightTakeUp(SILK, pullN).shortMm + tightTakeUp(SILK, pullN).longMm;
    for (const [pullN, wholeMm] of byPull) expect(Math.abs(wholeOf(pullN) - wholeMm)).toBeLessThan(7);
    const wholes = byPull.map(([pullN]) => wholeOf(pullN));
    expect(wholes).toEqual([...wholes].sort((a, b) => b - a));
    // an independent computation of the same knot, reeled in at the stated pull: 133 mm at 1 N, 113 at 3, 104 at 10, 99 at 20 N
    for (const [pullN, wholeMm] of [
      [1, 133],
      [3, 113],
      [10, 104],
      [20, 99],
    ] as const)
      expect(Math.abs(wholeOf(pullN) - wholeMm)).toBeLessThan(8);
  });

  it('do not run away in cloth thinner than the reference’s', () => {
    const of = (thicknessMm: number): number => tightTakeUp({ ...SILK, thicknessMm }).shortMm;
    expect(Math.abs(of(0.2) - of(0.585))).toBeLessThan(5);
  });

  it('leave an even lead of one to two and a half inches by the shape of the knot alone', () => {
    const { shortMm, longMm } = tightTakeUp(SILK);
    expect(longMm - shortMm).toBeGreaterThan(inchesToMm(1));
    expect(longMm - shortMm).toBeLessThan(inchesToMm(2.5));
  });

  it('want more lead of velvet and wool (common practice, no source)', () => {
    const leadOf = (cloth: typeof SILK): number => tightTakeUp(cloth).longMm - tightTakeUp(cloth).shortMm;
    expect(leadOf({ ...SILK, thicknessMm: 2.2, gatherRatio: 0.75 })).toBeGreaterThan(leadOf(SILK) + 5);
    expect(leadOf({ ...SILK, thicknessMm: 1.8, gatherRatio: 0.72 })).toBeGreaterThan(leadOf(SILK) + 5);
  });
});

describe('a loop’s fold', () => {
  it('takes a half turn more than two layers that lie flat on one another', () => {
    // two straight pieces of ρ each are replaced by a half circle of radius ρ
    const radius = FOLD_RADII * 1.1;
    expect(foldTakesMm(1.1)).toBeCloseTo(Math.PI * radius - 2 * radius, 9);
  });
});

describe('a knot as it is seen', () => {
  it('is as high as the reference’s: 23.6 mm of the worked silk, 33 mm of thick cloth on a wide waist', () => {
    // rows of docs/knot-table.csv
    expect(Math.abs(seenKnotHeightMm(SILK) - 23.6)).toBeLessThan(1);
    expect(Math.abs(seenKnotHeightMm({ waistWidthMm: 36.359, thicknessMm: 2.032, gatherRatio: 0.702 }) - 33)).toBeLessThan(1);
  });
});
