import fc from 'fast-check';
import { drawTiedFlat, drawTieFlat, movedPath } from './index.ts';
import { DRAWN_WITHIN_MM, naturalFit } from './testing.ts';
import type { Side } from '../fit/index.ts';
import { anyNeckPathMm, anyTie } from '../testing/index.ts';

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
