import { choreograph, playHands, poseStep, type Side, type TyingHands, type TyingMeasures, type TyingWay } from '@easytuck/core';
import { expose, transfer } from 'comlink';
import { bakeStep, type BakedPoses, type BakedStep } from './bakedPoses.ts';

/** Works out a choreography off the page's own thread, step by step. */
const worker = {
  bake(measures: TyingMeasures, longEnd: Side, way: TyingWay, handsOf: TyingHands, progress: (share: number) => void): BakedPoses {
    const choreography = choreograph(measures, longEnd, way);
    const player = playHands(choreography, handsOf);
    const steps: BakedStep[] = [];
    choreography.steps.forEach((_, index) => {
      steps.push(bakeStep(choreography, index, player, handsOf));
      progress((index + 1) / choreography.steps.length);
    });
    const [first] = choreography.steps;
    if (!first) throw new RangeError('a choreography has steps');
    const { nodeCount, backNode, spacingMm } = poseStep(choreography, first, 0).pose;
    const { collarRadiusMm, collar } = measures;
    const baked: BakedPoses = { nodeCount, backNode, spacingMm, way, longEnd, collarRadiusMm, collar, handsOf, steps };
    return transfer(
      baked,
      steps.flatMap((step) => [...step.moments, ...step.hands].map(({ buffer }) => buffer)),
    );
  },
};

export type ChoreographyWorker = typeof worker;

expose(worker);
