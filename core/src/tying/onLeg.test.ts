import { choreograph, poseStep } from './choreography.ts';
import { pointOf } from './pose.ts';
import { MEASURES } from './testing.ts';
import type { Point3 } from '../geometry/index.ts';

/**
 * A bow that is tied on a leg, by the words for the neck: your left is your left, "up" is away from you, and "forward" is up out of the leg.
 * Facing forwards (north), with x to the east and z to the sky: your left is west.
 */
const onTheLeg = ({ x, y, z }: Point3): Point3 => ({ x: -x, y, z });

/** The same bow held before the neck of somebody who faces north: its upper edge up, its front to the north. A turn, no mirror. */
const toTheNeck = ({ x, y, z }: Point3): Point3 => ({ x: -x, y: z, z: y });

/** What that person calls it: their left (west), up, and forwards (north). */
const asTheWearerSees = ({ x, y, z }: Point3): Point3 => ({ x: -x, y: z, z: y });

const handedness = (turn: (p: Point3) => Point3): number => {
  const [a, b, c] = [turn({ x: 1, y: 0, z: 0 }), turn({ x: 0, y: 1, z: 0 }), turn({ x: 0, y: 0, z: 1 })];
  return a.x * (b.y * c.z - b.z * c.y) - a.y * (b.x * c.z - b.z * c.x) + a.z * (b.x * c.y - b.y * c.x);
};

describe('a bow tied on a leg', () => {
  it('is moved to the neck by a turn alone', () => {
    expect(handedness(toTheNeck)).toBe(1);
  });

  it('is on the neck the bow of the other hand: what lay on your right lies on the wearer’s left', () => {
    const last = (longEnd: 'left' | 'right') => {
      const choreography = choreograph(MEASURES, longEnd, 'main');
      const step = choreography.steps.at(-1);
      if (!step) throw new Error('no step');
      return poseStep(choreography, step, 1).pose;
    };
    // from its knot, since on the leg it lies somewhere else than at a button
    const tied = last('left');
    const mirrored = last('right');
    for (let node = 0; node < tied.nodeCount; node += 7) {
      const there = asTheWearerSees(toTheNeck(onTheLeg(pointOf(tied.centreMm, node))));
      const expected = pointOf(mirrored.centreMm, node);
      expect(there.x).toBeCloseTo(expected.x, 3);
      expect(there.y).toBeCloseTo(expected.y, 3);
      expect(there.z).toBeCloseTo(expected.z, 3);
    }
  });
});
