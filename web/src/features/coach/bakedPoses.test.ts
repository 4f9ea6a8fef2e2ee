import { choreograph, HAND_POINTS, playHands, poseStep } from '@easytuck/core';
import {
  type BakedPoses,
  bakeStep,
  handPointsAt,
  handsAt,
  HANDS_NUMBERS,
  momentAt,
  NODE_NUMBERS,
  packPose,
  unpackPose,
} from './bakedPoses.ts';
import { subjectOfTie, tiedBy } from './coachSubject.ts';
import { TIE } from './testing.ts';

describe('baked poses', () => {
  const choreography = choreograph(tiedBy(subjectOfTie(TIE, null), 'main', null).measures, 'left');
  const stepAt = (index: number) => {
    const step = choreography.steps[index];
    if (!step) throw new Error(`no step ${index}`);
    return step;
  };
  const { pose } = poseStep(choreography, stepAt(0), 0);
  const player = playHands(choreography, 'wearer');
  const baked: BakedPoses = {
    nodeCount: pose.nodeCount,
    backNode: pose.backNode,
    spacingMm: pose.spacingMm,
    way: 'main',
    longEnd: 'left',
    collarRadiusMm: 60,
    collar: { style: 'turndown', wings: 'behind' },
    handsOf: 'wearer',
    steps: [3, 4].map((index) => bakeStep(choreography, index, player, 'wearer')),
  };

  it('are the poses themselves at their moments, and near them between', () => {
    const into = new Float32Array(NODE_NUMBERS * baked.nodeCount);
    for (const [time, index, share, withinMm] of [
      [0, 3, 0, 1e-3],
      [0.5, 3, 0.5, 1e-3],
      [1.5125, 4, 0.5125, 1.5],
    ] as const) {
      momentAt(baked, time, into);
      const exact = packPose(poseStep(choreography, stepAt(index), share).pose);
      let worst = 0;
      for (let node = 0; node < baked.nodeCount; node += 1)
        for (let k = 0; k < 3; k += 1)
          worst = Math.max(worst, Math.abs((into[NODE_NUMBERS * node + k] ?? 0) - (exact[NODE_NUMBERS * node + k] ?? 0)));
      expect(worst).toBeLessThan(withinMm);
    }
  });

  it('keep both hands, which go from moment to moment without a leap', () => {
    const [before, after] = [new Float32Array(HANDS_NUMBERS), new Float32Array(HANDS_NUMBERS)];
    expect(handPointsAt(baked, 0.5).map((points) => points.length)).toEqual([3 * HAND_POINTS, 3 * HAND_POINTS]);
    for (let k = 0; k < 100; k += 1) {
      handsAt(baked, k / 100, before);
      handsAt(baked, (k + 1) / 100, after);
      for (let i = 0; i < HANDS_NUMBERS; i += 1) expect(Math.abs((after[i] ?? 0) - (before[i] ?? 0))).toBeLessThan(25);
    }
  });

  it('unpack to what was packed', () => {
    const back = unpackPose(packPose(pose), baked);
    for (const name of ['centreMm', 'across', 'outward', 'halfWidthMm', 'gather'] as const) expect(back[name]).toEqual(pose[name]);
  });
});
