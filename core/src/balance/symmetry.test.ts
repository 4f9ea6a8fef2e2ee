import fc from 'fast-check';
import { symmetryOf } from './index.ts';
import { anyTied, bow, EVEN, tied } from './testing.ts';
import { prepareTie } from '../fit/index.ts';
import { anyTie, ROUNDING_MM, WORKED_TIE, workedTie } from '../testing/index.ts';

describe('symmetryOf', () => {
  it('finds nothing between the sides of an even bow, and the blade’s own height', () => {
    const figures = symmetryOf(workedTie(), EVEN);
    expect(figures).toMatchObject({ extentDifferenceMm: 0, spreadDifferenceMm: 0, frontSpreadMm: 124 });
    expect(figures.left.heightMm).toBeCloseTo(65, 6);
    expect(Math.abs(figures.areaDifferenceMm2)).toBeLessThan(ROUNDING_MM);
    expect(figures.left.pointPastMm).toBe(0);
  });

  it('is exchanged with the sides, and keeps the difference of front and back', () => {
    fc.assert(
      fc.property(anyTie, anyTied, (tie, state) => {
        const [one, other] = [
          symmetryOf(tie, state),
          symmetryOf(tie, { ...state, frontLoopSide: state.frontLoopSide === 'left' ? 'right' : 'left' }),
        ];
        expect(other.left).toEqual(one.right);
        expect(other.extentDifferenceMm).toBeCloseTo(-one.extentDifferenceMm, 9);
        expect(other.spreadDifferenceMm).toBe(one.spreadDifferenceMm);
      }),
    );
  });

  it('sees the wider side: the front loop lies right, and the back flat end with it', () => {
    const figures = symmetryOf(workedTie(), tied(bow(70, 54), bow(56, 68)));
    expect(figures.right.extentMm).toBe(70);
    expect(figures.left.extentMm).toBe(56);
    expect(figures.extentDifferenceMm).toBe(-14);
    expect(figures.areaDifferenceMm2).toBeLessThan(0);
    expect([figures.right.pointPastMm, figures.left.pointPastMm]).toEqual([-2, -2]);
  });
});

describe('heights', () => {
  it('are those of the tallest place, wherever that falls', () => {
    // a pointed tip is tallest where it begins: 32 of a 65 mm tail, 20 before the end
    const pointed = prepareTie({
      ...WORKED_TIE,
      blade: { ...WORKED_TIE.blade, bellyWidthMm: 40, waistWidthMm: 30, tailWidthMm: 65, tipShape: 'pointed', tipDepthMm: 20 },
    });
    for (const flatMm of [62, 62.3, 62.77, 63.5]) {
      const { left, right } = symmetryOf(pointed, tied(bow(60, flatMm), bow(60, flatMm)));
      expect(left.heightMm).toBeCloseTo(65, 6);
      expect(right.heightMm).toBeCloseTo(65, 6);
    }
  });
});
