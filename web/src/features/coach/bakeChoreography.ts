import { choreograph, playHands, poseStep, type Side, type TyingHands, type TyingMeasures, type TyingWay } from '@easytuck/core';
import { bakeStep, type BakedPoses, type BakedStep } from './bakedPoses.ts';

/** What a movement is worked out for. */
export interface BakeRequest {
  readonly measures: TyingMeasures;
  readonly longEnd: Side;
  readonly way: TyingWay;
  readonly handsOf: TyingHands;
}

/**
 * Works out a choreography step by step, and pauses after each step, so that a message can arrive meanwhile.
 * @param options `onProgress` gets the share that is done, 0 to 1; once the `signal` is aborted, no further step is worked out.
 * @throws the signal's reason when it is aborted.
 */
export async function bakeChoreography(
  { measures, longEnd, way, handsOf }: BakeRequest,
  { onProgress, signal }: { readonly onProgress: (share: number) => void; readonly signal: AbortSignal },
): Promise<BakedPoses> {
  await pause();
  signal.throwIfAborted();
  const choreography = choreograph(measures, longEnd, way);
  const player = playHands(choreography, handsOf);
  const steps: BakedStep[] = [];
  for (const index of choreography.steps.keys()) {
    steps.push(bakeStep(choreography, index, player, handsOf));
    onProgress((index + 1) / choreography.steps.length);
    await pause();
    signal.throwIfAborted();
  }
  const [first] = choreography.steps;
  if (!first) throw new RangeError('a choreography has steps');
  const { nodeCount, backNode, spacingMm } = poseStep(choreography, first, 0).pose;
  const { collarRadiusMm, collar } = measures;
  return { nodeCount, backNode, spacingMm, way, longEnd, collarRadiusMm, collar, handsOf, steps };
}

/** Lets messages in that have arrived meanwhile. */
const pause = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));
