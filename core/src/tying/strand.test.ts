import fc from 'fast-check';
import { cross, dot, subtract, type Point3 } from '../geometry/index.ts';
import { between } from '../testing/index.ts';
import { BACKWARD, control, DOWNWARD, FORWARD, straight, to } from './poses/controls.ts';
import { distance, unit } from '../geometry/index.ts';
import { runToControl, sampleStrand, walkStrand, widthDirection, type Control, type Strand } from './strand.ts';

const anyPoint: fc.Arbitrary<Point3> = fc.record({ x: between(-80, 80), y: between(-80, 80), z: between(-40, 40) });
/** Strands whose controls lie apart, as they do in a lay. */
const anyStrand: fc.Arbitrary<Strand> = fc
  .array(anyPoint, { minLength: 3, maxLength: 8 })
  .map((points) => points.map((at) => control(at, FORWARD, 1)))
  .filter((strand) => strand.every(({ at }, k) => k === 0 || distance(at, strand[k - 1]?.at ?? at) > 8));
/** What the sum of many lengths of a decimetre is rounded by, in mm. */
const SUMMED_MM = 1e-9;

const nearest = (points: readonly Point3[], to: Point3): number => Math.min(...points.map((point) => distance(point, to)));
const spotAt = (strand: Strand, lengthMm: number) => walkStrand(sampleStrand(strand))(lengthMm);

describe('a strand', () => {
  it('runs through each of its controls, in their order', () => {
    fc.assert(
      fc.property(anyStrand, (strand) => {
        const { points, runMm } = sampleStrand(strand);
        for (const { at } of strand) expect(nearest(points, at)).toBeLessThan(SUMMED_MM);
        for (let i = 1; i < runMm.length; i += 1) expect(runMm[i] ?? 0).toBeGreaterThan(runMm[i - 1] ?? 0);
      }),
    );
  });

  it('is a straight line where its controls lie on one, however unequal their distances, once it is away from the neck', () => {
    const strand = [0, 10, 12, 40, 41, 90].map((y) => control(to(0, -y, 0), FORWARD));
    const { points, runMm } = sampleStrand(strand);
    for (const { x, z } of points) expect(Math.hypot(x, z)).toBeLessThan(SUMMED_MM);
    expect(runMm[runMm.length - 1]).toBeCloseTo(90, 6);
  });

  it('goes on as the mirror of itself behind the neck: there it runs straight across', () => {
    const { points } = sampleStrand([
      control(to(0, 8, -130), BACKWARD),
      control(to(40, 6, -118), BACKWARD),
      control(to(65, 4, -65), FORWARD),
    ]);
    const [first, second] = points;
    const along = unit(subtract(second ?? to(0, 0, 0), first ?? to(0, 0, 0)));
    // the first tenth of a stretch that falls by 12 in 40 all in all
    expect(Math.abs(along.z)).toBeLessThan(0.05);
  });

  it('does not overshoot its controls by much: no loops between near ones', () => {
    const { points } = sampleStrand([0, 30, 32, 60].map((x, i) => control(to(x, i === 1 || i === 2 ? 20 : 0, 0), FORWARD)));
    for (const { y } of points) expect(y).toBeLessThan(21);
  });

  it('has lengths to its controls that add up', () => {
    const strand = straight(to(0, 0, 0), DOWNWARD, FORWARD, 6, 12);
    expect([0, 1, 2, 5].map((k) => runToControl(strand, k))).toEqual([0, 12, 24, 60].map((mm) => expect.closeTo(mm, 6)));
  });
});

describe('the walk along a strand', () => {
  it('finds each length at that length, and goes on straight beyond the end', () => {
    const strand = straight(to(0, 0, 0), DOWNWARD, FORWARD, 4, 10);
    const walk = walkStrand(sampleStrand(strand));
    expect([0, 7.5, 30, 55].map((mm) => walk(mm).point.y)).toEqual([-10, -17.5, -40, -65].map((y) => expect.closeTo(y, 6)));
  });

  it('keeps the cloth’s width at a right angle to the strand, with length 1', () => {
    fc.assert(
      fc.property(anyStrand, between(0, 1), (strand, share) => {
        const { runMm } = sampleStrand(strand);
        const { across, along } = spotAt(strand, share * (runMm[runMm.length - 1] ?? 0));
        expect(Math.abs(dot(across, along))).toBeLessThan(1e-9);
        expect(dot(across, across)).toBeCloseTo(1, 9);
      }),
    );
  });

  it('eases the gather from one control to the next', () => {
    const gathered: Control[] = [
      control(to(0, 0, 0), FORWARD, 1),
      control(to(0, -20, 0), FORWARD, 1),
      control(to(0, -40, 0), FORWARD, 0.5),
    ];
    const gather = [20, 25, 30, 35, 40].map((mm) => spotAt(gathered, mm).gather);
    expect(gather[0]).toBeCloseTo(1, 6);
    expect(gather[2]).toBeCloseTo(0.75, 2);
    expect(gather[4]).toBeCloseTo(0.5, 6);
    // it starts and ends softly
    expect(1 - (gather[1] ?? 0)).toBeLessThan((gather[1] ?? 0) - (gather[2] ?? 0));
  });
});

describe('the direction of the width', () => {
  it('is right-handed: a strand that hangs with its outer face forward has its width to the wearer’s right', () => {
    expect(widthDirection(DOWNWARD, FORWARD)).toEqual(to(-1, 0, 0));
    const across = widthDirection(DOWNWARD, FORWARD) ?? to(0, 0, 0);
    // outer face again, from along and across
    expect(cross(across, DOWNWARD)).toEqual(expect.objectContaining({ z: 1 }));
  });

  it('is none where the cloth would look along itself', () => {
    expect(widthDirection(DOWNWARD, DOWNWARD)).toBeNull();
  });
});
