import type { Side } from '../fit/index.ts';
import type { Point3 } from '../geometry/index.ts';
import { jonesPolynomial, mirrorPolynomial, nameKnot, writePolynomial } from '../knot/index.ts';
import type { TYING_FAULTS } from './index.ts';
import { atFolds, atTips, choreograph, closePose, faultyBow, jonesOfPose, type KeyPose, knotOfPose, type Pose } from './index.ts';
import { DOZEN, finishedPose, keyPose, MAIN, MEASURES } from './testing.ts';
import { TYING_WAYS } from './ways.ts';

describe('the knot', () => {
  it.each(DOZEN)('is square at the end, on %s', (_name, measures) => {
    const pose = finishedPose(choreograph(measures, 'left'));
    expect(knotOfPose(pose, atFolds(pose))).toEqual({ knot: 'square' });
  });

  it.each(TYING_WAYS)('is square at the end however it is tied, in both hands: %s', (way) => {
    for (const longEnd of ['left', 'right'] as const) {
      const pose = finishedPose(choreograph(MEASURES, longEnd, way));
      expect(knotOfPose(pose, atFolds(pose))).toEqual({ knot: 'square' });
    }
  });

  it.each([
    ['right', 'right', { knot: 'square' }],
    ['left', 'left', { knot: 'granny', hand: 'left' }],
    ['right', 'left', { knot: 'halfKnot', hand: 'left' }],
    ['left', 'right', { knot: 'halfKnot', hand: 'left' }],
  ] as const)(
    'with the front loop to the %s and pushed from the %s is what the reference routes say, and mirrored for the other hand',
    (frontLoop, pushedFrom, name) => {
      const other = (side: Side): Side => (side === 'left' ? 'right' : 'left');
      const pose = finishedPose(choreograph(MEASURES, 'left', 'main', { frontLoop, pushedFrom }));
      expect(knotOfPose(pose, atFolds(pose))).toEqual(name);
      const mirrored = finishedPose(choreograph(MEASURES, 'right', 'main', { frontLoop: other(frontLoop), pushedFrom: other(pushedFrom) }));
      expect(jonesOfPose(mirrored, atFolds(mirrored))).toEqual(mirrorPolynomial(jonesOfPose(pose, atFolds(pose))));
    },
  );

  it('is none before the half-knot, and a half-knot from then until the back bow is through', () => {
    const named = (key: KeyPose, cuts: (pose: Pose) => { shortNode: number; longNode: number }): unknown => {
      const pose = keyPose(MAIN, key, 1);
      return nameKnot(jonesPolynomial(closedInFront(pose, cuts(pose))));
    };
    expect(named('crossed', atTips)).toEqual({ knot: 'unknot' });
    expect(named('upBehind', atTips)).toEqual({ knot: 'halfKnot', hand: 'left' });
    expect(named('halfKnot', atTips)).toEqual({ knot: 'halfKnot', hand: 'left' });
    expect(named('dropped', atTips)).toEqual({ knot: 'halfKnot', hand: 'left' });
    expect(named('passage', atTips)).toEqual({ knot: 'halfKnot', hand: 'left' });
    const through = keyPose(MAIN, 'twoLoops', 1);
    expect(knotOfPose(through, atFolds(through))).toEqual({ knot: 'square' });
  });

  it('is the same from any side', () => {
    const pose = finishedPose(MAIN);
    const expected = writePolynomial(jonesOfPose(pose, atFolds(pose)));
    expect(expected).toBe('-t^3 + t^2 - t + 3 - t^-1 + t^-2 - t^-3');
    for (let i = 0; i < 12; i += 1) {
      const towards = { x: Math.sin(i * 2.1), y: Math.cos(i * 1.3) * 0.8, z: Math.cos(i * 2.1) };
      expect(writePolynomial(jonesOfPose(pose, atFolds(pose), towards))).toBe(expected);
    }
  });

  it('of a fault is what the fault says', () => {
    const named = (fault: (typeof TYING_FAULTS)[number]): unknown => {
      const { pose } = faultyBow(MEASURES, 'left', fault, 1);
      return knotOfPose(pose, atFolds(pose));
    };
    expect(named('loopsOnOneSide')).toEqual({ knot: 'halfKnot', hand: 'left' });
    for (const sound of ['uneven', 'leadTooLong', 'leadTooShort', 'lowBow', 'standsOff', 'tilted'] as const)
      expect([sound, named(sound)]).toEqual([sound, { knot: 'square' }]);
    // turned upright its loops point up and down: cut where they reach furthest from the knot
    const { pose } = faultyBow(MEASURES, 'left', 'granny', 1);
    const lying = { ...pose, centreMm: turnedBack(pose.centreMm, 1.03) };
    expect(knotOfPose(lying, atFolds(lying))).toEqual({ knot: 'granny', hand: 'left' });
  });
});

/** Turned about the axis that looks forward. */
function turnedBack(centreMm: Float32Array, angleRad: number): Float32Array {
  const turned = Float32Array.from(centreMm);
  for (let i = 0; i < turned.length; i += 3) {
    const [x, y] = [centreMm[i] ?? 0, centreMm[i + 1] ?? 0];
    turned[i] = x * Math.cos(angleRad) + y * Math.sin(angleRad);
    turned[i + 1] = y * Math.cos(angleRad) - x * Math.sin(angleRad);
  }
  return turned;
}

/** A strip whose ends hang free, closed by way of a place far in front. */
function closedInFront(pose: Pose, { shortNode, longNode }: { shortNode: number; longNode: number }): readonly Point3[] {
  const path = closePose(pose, { shortNode, longNode }).slice(0, longNode - shortNode + 1);
  const [first, last] = [path[0], path[path.length - 1]];
  if (!first || !last) throw new Error('a strip has ends');
  return [...path, { x: last.x + 7, y: last.y + 3, z: 900 }, { x: 11, y: -700, z: 930 }, { x: first.x - 5, y: first.y - 300, z: 910 }];
}
