import { to } from './poses/controls.ts';
import type { Pose } from './pose.ts';
import { clothCrossings, depthInCollar, measureCloth, writheOf } from './poseChecks.ts';
import type { Point3 } from '../geometry/index.ts';

const FAR_OFF = to(0, 0, 500);

/** A ribbon through some points, its width in one direction, 20 mm wide. */
function ribbon(points: readonly Point3[], across: Point3, halfWidthMm = 10): Pose {
  const flat = (all: readonly Point3[]): Float32Array => Float32Array.from(all.flatMap(({ x, y, z }) => [x, y, z]));
  const each = <T>(value: T): T[] => points.map(() => value);
  return {
    nodeCount: points.length,
    spacingMm: 10,
    centreMm: flat(points),
    across: flat(each(across)),
    outward: flat(each(to(0, 0, 1))),
    halfWidthMm: Float32Array.from(each(halfWidthMm)),
    gather: Float32Array.from(each(1)),
    backNode: 0,
  };
}

const line = (count: number, at: (i: number) => Point3): Point3[] => Array.from({ length: count }, (_, i) => at(i));

describe('crossings of cloth', () => {
  /** A strip along x, then far about in front, then straight back at it, from a depth of `z + 60` to `z`. */
  const pierced = (z: number): Pose =>
    ribbon(
      [
        ...line(9, (i) => to(i * 10 - 40, 0, 0)),
        ...[to(200, 0, 0), to(260, 60, 100), to(200, 60, 250), to(2, 60, 250)],
        ...line(7, (i) => to(2, 3, z + 60.5 - i * 10)),
      ],
      to(0, 1, 0),
    );

  it('are found where one piece passes through another, with both pieces and the place', () => {
    const found = clothCrossings(pierced(-30), FAR_OFF, 20);
    expect(found.length).toBeGreaterThan(0);
    const [{ at } = { at: FAR_OFF }] = found;
    expect(Math.abs(at.z)).toBeLessThan(1e-6);
    expect(at.x).toBeCloseTo(2, 5);
    expect(found[0]?.nodes[0]).toBeLessThan(9);
    expect(found[0]?.nodes[1]).toBeGreaterThanOrEqual(13);
  });

  it('are none where the strip lies in front of itself, however close', () => {
    expect(clothCrossings(pierced(0.1), FAR_OFF, 20)).toEqual([]);
  });

  it('are not judged in the core of the knot', () => {
    expect(clothCrossings(pierced(-30), to(0, 0, 0), 20)).toEqual([]);
  });
});

describe('the depth in a collar', () => {
  const around = (radiusMm: number): Pose =>
    ribbon(
      line(20, (i) => to(radiusMm * Math.sin(i / 4), 0, radiusMm * Math.cos(i / 4) - 65)),
      to(0, 1, 0),
    );

  it('is how far the cloth lies within its radius, at the collar’s own height alone', () => {
    expect(depthInCollar(around(66), 65, -16, 20)).toBe(0);
    expect(depthInCollar(around(62), 65, -16, 20)).toBeCloseTo(3, 4);
    // an edge that reaches up into it counts, one that ends below it does not
    expect(depthInCollar(around(62), 65, 5, 20)).toBeCloseTo(3, 4);
    expect(depthInCollar(around(62), 65, 12, 20)).toBe(0);
  });
});

describe('the measure of cloth', () => {
  it('adds up the pieces and names the worst against its share', () => {
    const points = line(6, (i) => to(i * 10, 0, 0));
    expect(measureCloth(ribbon(points, to(0, 1, 0)))).toEqual({ lengthMm: expect.closeTo(50, 6), worstPieceRatio: expect.closeTo(0, 6) });
    const stretched = points.map((point, i) => (i < 4 ? point : { ...point, x: point.x + 2 }));
    expect(measureCloth(ribbon(stretched, to(0, 1, 0)))).toEqual({
      lengthMm: expect.closeTo(52, 6),
      worstPieceRatio: expect.closeTo(0.2, 6),
    });
  });
});

describe('the writhe', () => {
  /** Two long straight pieces at a right angle, one `z` before the other, joined far about. */
  const crossed = (z: number): Pose =>
    ribbon([...line(21, (i) => to(i * 10 - 100, 0, 0)), ...line(21, (i) => to(0, i * 10 - 100, z))], to(0, 0, 1));

  it('is nothing for a flat curve, and changes its sign in the mirror', () => {
    expect(
      Math.abs(
        writheOf(
          ribbon(
            line(30, (i) => to(i * 5, 40 * Math.sin(i / 4), 0)),
            to(0, 0, 1),
          ),
          FAR_OFF,
        ),
      ),
    ).toBeLessThan(1e-6);
    const [one, other] = [writheOf(crossed(6), FAR_OFF), writheOf(crossed(-6), FAR_OFF)];
    expect(one).toBeCloseTo(-other, 2);
    expect(Math.abs(one)).toBeGreaterThan(0.5);
  });
});
