import { prepareTie } from './index.ts';
import { widthAt } from '../strip/index.ts';
import { WORKED_TIE, workedTie } from '../testing/index.ts';

describe('the fold’s zone', () => {
  it('ends where the cloth first gets too narrow beyond the belly, also between waist and tail', () => {
    // a waist that keeps its height, then a narrow tail: 65, 62, 40
    const { foldMm, profile } = prepareTie({ ...WORKED_TIE, blade: { ...WORKED_TIE.blade, waistWidthMm: 62, tailWidthMm: 40 } });
    for (const [zone, loss] of [
      [foldMm.good, 0.05],
      [foldMm.fair, 0.12],
    ] as const) {
      expect(widthAt(profile, zone.toMm)).toBeCloseTo(65 * (1 - loss), 1);
      expect(zone.toMm).toBeLessThan(186);
      for (let v = 62; v < zone.toMm; v += 1) expect(widthAt(profile, v)).toBeGreaterThanOrEqual(65 * (1 - loss) - 0.01);
    }
  });

  it('does not jump over a narrow place between the waist and a wide tail', () => {
    const blade = { ...WORKED_TIE.blade, waistWidthMm: 60, tailWidthMm: 62, extraWidths: [] };
    expect(prepareTie({ ...WORKED_TIE, blade }).foldMm.good.toMm).toBeLessThan(124);
    // with 12 % the waist is tall enough, and so is the tail: the whole blade does
    expect(prepareTie({ ...WORKED_TIE, blade }).foldMm.fair.toMm).toBe(186);
  });
});

describe('where the ends may cross', () => {
  it('is as far as the blade is no wider than 1.3 times the band for a clean crossing, and 1.6 for any', () => {
    const { profile, crossingMm } = workedTie();
    expect(widthAt(profile, crossingMm.clean)).toBeCloseTo(1.3 * 20, 1);
    expect(widthAt(profile, crossingMm.possible)).toBeCloseTo(1.6 * 20, 1);
    expect(crossingMm.possible).toBeGreaterThan(crossingMm.clean);
    expect(crossingMm.clean).toBeGreaterThan(0);
  });

  it('is anywhere before the belly where the belly is hardly wider than the band', () => {
    const slim = prepareTie({ ...WORKED_TIE, blade: { ...WORKED_TIE.blade, bellyWidthMm: 24, waistWidthMm: 22, tailWidthMm: 26 } });
    expect(slim.crossingMm).toEqual({ clean: 62, possible: 62 });
  });
});

describe('the height of a bow', () => {
  it('is that of the belly or of the tail, whichever is wider', () => {
    const of = (bellyWidthMm: number, tailWidthMm: number): number =>
      prepareTie({ ...WORKED_TIE, blade: { ...WORKED_TIE.blade, bellyWidthMm, tailWidthMm } }).bowHeightMm;
    expect([of(60, 70), of(70, 60)]).toEqual([70, 70]);
  });
});
