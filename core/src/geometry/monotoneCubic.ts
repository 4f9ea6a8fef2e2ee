/** A piecewise cubic through given points, ready to be evaluated. Arrays are of equal length, `x` strictly rising. */
export interface MonotoneCubic {
  readonly x: readonly number[];
  readonly y: readonly number[];
  readonly slope: readonly number[];
}

/**
 * Monotone piecewise cubic through points with strictly rising `x` (at least two): where the points rise the curve
 * rises, where they are level it is level, and it never leaves the range of two neighbours.
 *
 * Slopes after Steffen, Astronomy & Astrophysics 239 (1990) 443–450. They satisfy the condition of Fritsch & Carlson,
 * SIAM J. Numer. Anal. 17 (1980) 238–246, and depend on the neighbouring points only, so that moving one measure at
 * the tip leaves the shape at the nose as it was.
 *
 * @throws RangeError when there are fewer than two points or `x` does not rise.
 */
export function monotoneCubic(points: readonly (readonly [x: number, y: number])[]): MonotoneCubic {
  if (points.length < 2) throw new RangeError(`a curve needs two points, got ${points.length}`);
  const x = points.map(([px]) => px);
  const y = points.map(([, py]) => py);
  const widths = differences(x);
  if (widths.some((width) => !(width > 0))) throw new RangeError(`positions must rise strictly, got ${x.join(', ')}`);
  const secants = differences(y).map((rise, i) => rise / at(widths, i));
  const slope = x.map((_, i) => {
    if (i === 0 || i === x.length - 1) return 0;
    return innerSlope(at(secants, i - 1), at(secants, i), at(widths, i - 1), at(widths, i));
  });
  slope[0] = endSlope(at(secants, 0), at(slope, 1), x.length);
  slope[x.length - 1] = endSlope(at(secants, secants.length - 1), at(slope, x.length - 2), x.length);
  return { x, y, slope };
}

/** Value of the curve at `x`; constant beyond both ends. */
export function evaluateCubic(curve: MonotoneCubic, x: number): number {
  const last = curve.x.length - 1;
  if (x <= at(curve.x, 0)) return at(curve.y, 0);
  if (x >= at(curve.x, last)) return at(curve.y, last);
  let i = 0;
  while (x > at(curve.x, i + 1)) i += 1;
  const width = at(curve.x, i + 1) - at(curve.x, i);
  const t = (x - at(curve.x, i)) / width;
  const u = 1 - t;
  return (
    at(curve.y, i) * (1 + 2 * t) * u * u +
    at(curve.y, i + 1) * t * t * (3 - 2 * t) +
    width * (at(curve.slope, i) * t * u * u - at(curve.slope, i + 1) * t * t * u)
  );
}

function innerSlope(before: number, after: number, widthBefore: number, widthAfter: number): number {
  const parabola = (before * widthAfter + after * widthBefore) / (widthBefore + widthAfter);
  return (Math.sign(before) + Math.sign(after)) * Math.min(Math.abs(before), Math.abs(after), 0.5 * Math.abs(parabola)) || 0;
}

function endSlope(secant: number, neighbour: number, count: number): number {
  return count === 2 ? secant : (3 * secant - neighbour) / 2;
}

function differences(values: readonly number[]): number[] {
  return values.slice(1).map((value, i) => value - at(values, i));
}

function at(values: readonly number[], i: number): number {
  const value = values[i];
  if (value === undefined) throw new RangeError(`no value at ${i} of ${values.length}`);
  return value;
}
