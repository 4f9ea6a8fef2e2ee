import { widthAt } from '../strip/index.ts';
import fc from 'fast-check';
import { symmetryOf, type BowState } from './index.ts';
import { anyTied, bow, EVEN, tied } from './testing.ts';
import { prepareTie, type PreparedTie } from '../fit/index.ts';
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

describe('figures of a side, held against its cloth followed along the strip', () => {
  /** Height and area of the side that shows `loopOf`'s loop and `flatOf`'s flat end, from small pieces of strip, each where it comes to lie. */
  function alongTheStrip(tie: PreparedTie, loopOf: BowState, flatOf: BowState): { heightMm: number; areaMm2: number } {
    const PIECE_MM = 0.02;
    const { profile, takeUp } = tie;
    const length = profile.bladeLengthMm;
    const tallest = new Map<number, number>();
    const lay = (vMm: number, outMm: number): void => {
      const place = Math.floor(outMm / PIECE_MM + 1e-6);
      tallest.set(place, Math.max(tallest.get(place) ?? 0, widthAt(profile, vMm)));
    };
    for (let out = PIECE_MM / 2; out < loopOf.loopMm; out += PIECE_MM) {
      // the seen layer runs from the middle out to the fold, the hidden one from the fold back in
      lay(length - loopOf.flatEndMm - out, out);
      lay(length - loopOf.flatEndMm - 2 * loopOf.loopMm + out, out);
    }
    for (let out = PIECE_MM / 2; out < flatOf.flatEndMm; out += PIECE_MM) lay(length - flatOf.flatEndMm + out, out);
    let [heightMm, areaMm2] = [0, 0];
    for (const [place, width] of tallest) {
      const gathered = Math.max(0, 1 - ((place + 0.5) * PIECE_MM) / takeUp.knotHeightMm);
      const shown = width - gathered * Math.max(0, width - takeUp.knotHeightMm);
      heightMm = Math.max(heightMm, shown);
      areaMm2 += shown * PIECE_MM;
    }
    return { heightMm, areaMm2 };
  }

  it.each([
    ['even', bow(62, 62), bow(62, 62)],
    ['a long flat end beside a short loop', bow(50, 86), bow(66, 54)],
    ['a long loop beside a short flat end', bow(74, 38), bow(58, 70)],
  ])('agree: %s', (_, front, back) => {
    const tie = prepareTie({
      ...WORKED_TIE,
      blade: { ...WORKED_TIE.blade, waistWidthMm: 26, bellyWidthMm: 60, tailWidthMm: 68, tipShape: 'pointed', tipDepthMm: 20 },
    });
    const { left, right, heightDifferenceMm, areaDifferenceMm2 } = symmetryOf(tie, tied(front, back));
    const [loopSide, otherSide] = [alongTheStrip(tie, front, back), alongTheStrip(tie, back, front)];
    expect(right.heightMm).toBeCloseTo(loopSide.heightMm, 1);
    expect(left.heightMm).toBeCloseTo(otherSide.heightMm, 1);
    // steps of a millimetre against fiftieths of one
    expect(Math.abs(right.areaMm2 / loopSide.areaMm2 - 1)).toBeLessThan(0.005);
    expect(Math.abs(left.areaMm2 / otherSide.areaMm2 - 1)).toBeLessThan(0.005);
    expect(heightDifferenceMm).toBe(left.heightMm - right.heightMm);
    expect(areaDifferenceMm2).toBe(left.areaMm2 - right.areaMm2);
  });
});
