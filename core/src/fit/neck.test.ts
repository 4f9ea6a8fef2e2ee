import { between } from '../testing/index.ts';
import { inchesToMm } from '../units/index.ts';
import fc from 'fast-check';
import { COLLAR_STAND, DEFAULT_EASE_MM, estimateNeckBreadth, NECK_RATIO, neckPathMm } from './index.ts';
import { COLLAR_16 } from './testing.ts';

const SILK = { thicknessMm: 1.1, gatherRatio: 0.65 };

describe('the neck path', () => {
  it('is the collar’s girth where the band lies, and the ease: 419.4 mm for silk on a 16 in collar', () => {
    // by hand: 406.4 + 2π(0.875 + 0.55 − 3 sin 0.12) + 6.35
    expect(neckPathMm(COLLAR_16, DEFAULT_EASE_MM, SILK)).toBeCloseTo(419.45, 2);
  });

  it('lies further out by half of what cloth is thicker, and is shorter by what the strip stretches', () => {
    const path = neckPathMm(COLLAR_16, 0, SILK);
    expect(neckPathMm(COLLAR_16, 0, { ...SILK, thicknessMm: 2.1 }) - path).toBeCloseTo(Math.PI, 9);
    expect(neckPathMm(COLLAR_16, 0, { ...SILK, stretchRatio: 0.02 })).toBeCloseTo(path / 1.02, 9);
    expect(neckPathMm(COLLAR_16, 10, SILK) - path).toBeCloseTo(10, 9);
  });

  it('is that of a thread on an upright stand without thickness where there is none of them', () => {
    const lean = 2 * Math.PI * COLLAR_STAND.bandAboveMm * Math.sin(COLLAR_STAND.leanRad);
    const thread = neckPathMm(COLLAR_16, 0, { thicknessMm: 0, gatherRatio: 1 });
    expect(thread).toBeCloseTo(inchesToMm(16) + Math.PI * COLLAR_STAND.thicknessMm - lean, 9);
  });
});

describe('the neck’s breadth', () => {
  it('is that of a round neck half an inch less than the collar, give or take', () => {
    const { meanMm, sdMm } = estimateNeckBreadth(COLLAR_16);
    expect(meanMm).toBeCloseTo(inchesToMm(15.5) / Math.PI, 9);
    expect(sdMm).toBeCloseTo(6.27, 2);
  });

  it('goes by the bare neck where that is known', () => {
    expect(estimateNeckBreadth(COLLAR_16, 400).meanMm).toBeCloseTo(400 / Math.PI, 9);
  });

  it('spreads as ellipses of the same girth do (girth by Ramanujan 1914, from memory)', () => {
    fc.assert(
      fc.property(between(300, 500), (girthMm) => {
        const wide = 1 + NECK_RATIO.sd;
        // half-axes a and b in this ratio, of this girth
        const girthOf = (b: number): number => {
          const [a, h] = [wide * b, ((wide - 1) / (wide + 1)) ** 2];
          return Math.PI * (a + b) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)));
        };
        const b = girthMm / girthOf(1);
        const { meanMm, sdMm } = estimateNeckBreadth(COLLAR_16, girthMm);
        expect(Math.abs(2 * wide * b - (meanMm + sdMm))).toBeLessThan(0.5);
      }),
    );
  });
});
