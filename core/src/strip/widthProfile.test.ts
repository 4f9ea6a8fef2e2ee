import fc from 'fast-check';
import { bladeLengthMm, naturalSpreadMm, waistPositionMm, widthAt, widthProfile } from './index.ts';
import { anyBlade, between, ROUNDING_MM, WORKED_TIE } from '../testing/index.ts';

describe('widthProfile', () => {
  it('goes through the measured widths', () => {
    const profile = widthProfile(WORKED_TIE.blade);
    for (const [v, width] of [
      [-50, 20],
      [0, 20],
      [62, 65],
      [124, 30],
      [186, 65],
    ] as const)
      expect(widthAt(profile, v)).toBeCloseTo(width, 9);
    expect(widthAt(profile, 186.01)).toBe(0);
  });

  it('is never negative and never leaves the range of two neighbouring measures', () => {
    fc.assert(
      fc.property(anyBlade, between(-0.2, 1.1), (blade, share) => {
        const profile = widthProfile(blade);
        const v = share * bladeLengthMm(blade);
        const width = widthAt(profile, v);
        const [a, waist] = [blade.noseToBellyMm, waistPositionMm(blade)];
        expect(width).toBeGreaterThanOrEqual(0);
        expect(width).toBeLessThanOrEqual(Math.max(blade.bellyWidthMm, blade.tailWidthMm) + ROUNDING_MM);
        if (v >= 0 && v <= a) expect(width).toBeGreaterThanOrEqual(blade.bandWidthMm - ROUNDING_MM);
        if (v >= a && v <= waist) expect(width).toBeGreaterThanOrEqual(blade.waistWidthMm - ROUNDING_MM);
      }),
    );
  });

  it('closes a pointed tip in straight lines and a rounded one in half an ellipse', () => {
    const pointed = widthProfile({ ...WORKED_TIE.blade, tipShape: 'pointed', tipDepthMm: 20 });
    expect(widthAt(pointed, 176)).toBeCloseTo(32.5, 9);
    expect(widthAt(pointed, 186)).toBeCloseTo(0, 9);
    const rounded = widthProfile({ ...WORKED_TIE.blade, tipShape: 'rounded', tipDepthMm: 20 });
    expect(widthAt(rounded, 178)).toBeCloseTo(65 * 0.8, 9);
    expect(widthAt(rounded, 186)).toBeCloseTo(0, 9);
  });

  it('knows the spread a blade is cut for: belly to waist and waist to tip', () => {
    expect(naturalSpreadMm(WORKED_TIE.blade)).toBe(124);
  });
});
