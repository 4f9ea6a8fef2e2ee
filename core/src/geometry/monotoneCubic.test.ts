import { curveMonotoneX, line } from 'd3-shape';
import fc from 'fast-check';
import { evaluateCubic, monotoneCubic } from './index.ts';
import { widthProfile } from '../strip/index.ts';
import { between, WORKED_TIE } from '../testing/index.ts';

describe('monotoneCubic', () => {
  it('agrees with curveMonotoneX of d3-shape, which draws the same curve as Bézier pieces', () => {
    const rising = fc.array(fc.tuple(between(1, 50), between(0, 100)), {
      minLength: 3,
      maxLength: 8,
    });
    fc.assert(
      fc.property(rising, (steps) => {
        let x = 0;
        const points = steps.map(([dx, y]) => [(x += dx), y] as const);
        const curve = monotoneCubic(points);
        for (const { from, control, to } of bezierPieces(points)) {
          for (const t of [0.25, 0.5, 0.75]) {
            const bezier = (1 - t) ** 3 * from[1] + 3 * (1 - t) ** 2 * t * control[0] + 3 * (1 - t) * t * t * control[1] + t ** 3 * to[1];
            expect(evaluateCubic(curve, from[0] + t * (to[0] - from[0]))).toBeCloseTo(bezier, 6);
          }
        }
      }),
    );
  });

  it('satisfies the condition of Fritsch & Carlson (1980): slopes between 0 and three secants', () => {
    const { curve } = widthProfile(WORKED_TIE.blade);
    for (let i = 1; i < curve.x.length; i += 1) {
      const [x0 = 0, x1 = 0] = [curve.x[i - 1], curve.x[i]];
      const secant = ((curve.y[i] ?? 0) - (curve.y[i - 1] ?? 0)) / (x1 - x0);
      for (const slope of [curve.slope[i - 1] ?? 0, curve.slope[i] ?? 0]) {
        if (secant === 0) expect(Math.abs(slope)).toBe(0);
        else expect(slope / secant).toBeGreaterThanOrEqual(0);
        if (secant !== 0) expect(slope / secant).toBeLessThanOrEqual(3);
      }
    }
  });

  it('refuses positions that do not rise, and a single point', () => {
    expect(() =>
      monotoneCubic([
        [0, 1],
        [0, 2],
      ]),
    ).toThrow('must rise strictly');
    expect(() => monotoneCubic([[0, 1]])).toThrow('two points, got 1');
  });
});

interface Piece {
  readonly from: readonly [number, number];
  readonly control: readonly [number, number];
  readonly to: readonly [number, number];
}

/** The Bézier pieces that d3-shape draws through points: heights of the two inner control points. */
function bezierPieces(points: readonly (readonly [number, number])[]): Piece[] {
  const path = line().curve(curveMonotoneX).digits(12)(points.map(([x, y]) => [x, y])) ?? '';
  const [start = '', ...curves] = path.split('C');
  const numbers = (text: string): number[] => text.replace('M', '').split(',').map(Number);
  let from = numbers(start) as [number, number];
  return curves.map((curve) => {
    const [, y1 = 0, , y2 = 0, x = 0, y = 0] = numbers(curve);
    const piece: Piece = { from, control: [y1, y2], to: [x, y] };
    from = [x, y];
    return piece;
  });
}
