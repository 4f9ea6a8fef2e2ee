import { choreograph, poseStep } from '../tying/index.ts';
import { MEASURES } from '../tying/testing.ts';
import { pointOf } from '../tying/pose.ts';
import { add, dot, scale, subtract, type Point3 } from '../geometry/index.ts';
import { giveWay } from './giveWay.ts';
import { HAND_POINTS } from './handModel.ts';

const [step] = choreograph(MEASURES, 'left', 'main').steps;
if (!step) throw new Error('a choreography has steps');
const { pose } = poseStep(choreograph(MEASURES, 'left', 'main'), step, 0);
const NODE = 40;
const TIP_MM = 5.9;

/** A hand far away but for the end of its forefinger, which lies so far off the cloth at a node, towards its outer face. */
function handWithTipAt(offMm: number): Float32Array {
  const points = new Float32Array(3 * HAND_POINTS).fill(2_000);
  const tip: Point3 = add(pointOf(pose.centreMm, NODE), scale(pointOf(pose.outward, NODE), offMm));
  // the forefinger's last two joints: index 1 + 4 + 2 and the one after
  for (const point of [7, 8]) points.set([tip.x, tip.y, tip.z], 3 * point);
  return points;
}

const movedMm = (after: typeof pose, node: number): number =>
  dot(subtract(pointOf(after.centreMm, node), pointOf(pose.centreMm, node)), pointOf(pose.outward, node));

describe('cloth under a finger', () => {
  it('moves out of a finger’s way, by as much as the finger lies in it, and takes its neighbourhood along', () => {
    const after = giveWay(pose, [handWithTipAt(4)], 0);
    // the last bone's ball of the largest radius is 7.1 mm thick at its root
    expect(movedMm(after, NODE)).toBeLessThan(-(TIP_MM - 4) + 0.1);
    expect(movedMm(after, NODE)).toBeGreaterThan(-6.01);
    expect(movedMm(after, NODE + 3)).toBeLessThan(0);
    expect(Math.abs(movedMm(after, NODE + 3))).toBeLessThan(Math.abs(movedMm(after, NODE)));
    expect(movedMm(after, NODE + 20)).toBe(0);
  });

  it('goes the other way from the other face, and stays where fingers on both faces hold it', () => {
    expect(movedMm(giveWay(pose, [handWithTipAt(-4)], 0), NODE)).toBeGreaterThan(TIP_MM - 4 - 0.1);
    expect(movedMm(giveWay(pose, [handWithTipAt(4), handWithTipAt(-4)], 0), NODE)).toBeCloseTo(0, 6);
  });

  it('is as it was where nothing touches it', () => {
    expect(giveWay(pose, [handWithTipAt(30)], 0)).toBe(pose);
  });
});
