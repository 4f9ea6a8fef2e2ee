import { facesShown, UNTWISTED } from '../strip/index.ts';
import { choreograph, keyMoments, poseStep } from './choreography.ts';
import { pointOf, type Pose } from './pose.ts';
import { MEASURES } from './testing.ts';
import { TYING_WAYS } from './ways.ts';

/** Of the long end's nodes beside a place across the bow, the foremost one. */
function frontNodeAt(pose: Pose, x: number): number {
  let [best, nearest] = [-1, -Infinity];
  for (let node = pose.backNode; node < pose.nodeCount; node += 1) {
    const at = pointOf(pose.centreMm, node);
    if (Math.abs(at.x - x) < 3 && Math.abs(at.y) < 25 && at.z > 0 && at.z > nearest) [best, nearest] = [node, at.z];
  }
  return best;
}

describe('the faces that each way shows', () => {
  // the long end starts on the wearer's left: the back loop lies there, the back flat end on the right
  it.each(TYING_WAYS)('are the outer ones on back loop and back flat end, as folding without a turn shows them: %s', (way) => {
    expect(facesShown(UNTWISTED)).toMatchObject({ backLoop: 'outer', backFlatEnd: 'outer' });
    const choreography = choreograph(MEASURES, 'left', way);
    const last = choreography.steps.at(-1);
    if (!last) throw new Error('no step');
    const { pose } = poseStep(choreography, last, 1);
    for (const x of [0.6 * MEASURES.back.loopMm, -0.7 * MEASURES.back.flatEndMm]) {
      const node = frontNodeAt(pose, x);
      expect(node).toBeGreaterThan(0);
      expect(pointOf(pose.outward, node).z).toBeGreaterThan(0.5);
    }
  });

  it('show with a pinch that points away from the wearer: the fold is in front of both layers, its outer face outside', () => {
    const choreography = choreograph(MEASURES, 'left', 'pinchAndTurn');
    const [pinched, turned] = ['pinched', 'turnedAside'].map((name) => {
      const found = keyMoments(choreography).find(({ key }) => key === name);
      if (!found) throw new Error(`no ${name}`);
      return poseStep(choreography, found.step, found.share).pose;
    });
    if (!pinched || !turned) throw new Error('no pose');
    const furthest = (pose: Pose, of: (p: { x: number; y: number; z: number }) => number): number => {
      let best = pose.backNode;
      for (let node = pose.backNode; node < pose.nodeCount; node += 1)
        if (of(pointOf(pose.centreMm, node)) > of(pointOf(pose.centreMm, best))) best = node;
      return best;
    };
    // pinched: the foremost place is the fold, and its outer face looks forward
    const fold = furthest(pinched, ({ z }) => z);
    expect(pointOf(pinched.outward, fold).z).toBeGreaterThan(0.8);
    expect(heightOf(pinched, fold)).toBeLessThan(-60);
    // turned: the same cloth points to the side of the front loop, the wearer's right, below the front bow
    const aside = furthest(turned, ({ x, y }) => (y > -110 ? -x : -1000));
    expect(Math.abs(aside - fold)).toBeLessThan(8);
    expect(heightOf(turned, aside)).toBeLessThan(-60);
  });
});

const heightOf = (pose: Pose, node: number): number => pointOf(pose.centreMm, node).y;
