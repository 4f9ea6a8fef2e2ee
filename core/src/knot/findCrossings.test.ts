import type { Point3 } from '../geometry/index.ts';
import { findCrossings } from './index.ts';

describe('findCrossings', () => {
  it('calls a crossing right-handed where the upper piece turns left to run along the lower one', () => {
    // upper piece to the right, lower piece up, seen from in front
    const path: Point3[] = [
      { x: -1, y: 0, z: 1 },
      { x: 1, y: 0, z: 1 },
      { x: 2, y: -2, z: 0.5 },
      { x: 0, y: -1, z: 0 },
      { x: 0, y: 1, z: 0 },
    ];
    expect(findCrossings(path, { x: 0, y: 0, z: 1 })?.crossings.map(({ sign }) => sign)).toEqual([1]);
    // from behind the upper piece is the lower one, and the hand of the crossing is the same
    expect(findCrossings(path, { x: 0, y: 0, z: -1 })?.crossings.map(({ sign }) => sign)).toEqual([1]);
  });
  it('has no answer where two pieces fall on one another, rather than a wrong one', () => {
    const flat: Point3[] = [
      { x: 0, y: 0, z: 0 },
      { x: 2, y: 0, z: 0 },
      { x: 1, y: 1, z: 1 },
      { x: 1, y: 0, z: 2 },
    ];
    expect(findCrossings(flat, { x: 0, y: 0, z: 1 })).toBeNull();
  });
});
