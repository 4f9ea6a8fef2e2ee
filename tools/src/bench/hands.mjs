import {
  choreograph,
  evenLeadMm,
  fitTie,
  naturalSetMm,
  playHands,
  pointsOfHand,
  poseStep,
  prepareTie,
  tyingMeasures,
} from '@easytuck/core';
import { WORKED_TIE } from '@easytuck/core/testing';
import { sideBySide } from './sideBySide.mjs';

/** Moments of a step that the strip, and that the hands, are worked out at in the Coach. */
const MOMENTS = 40;
const HANDS_EVERY = 2;
const NECK_MM = 412.75;

/** The movement of strip and hands for a tie, worked out as the Coach does, beside the strip alone; in ms. */
export function measureHands() {
  const tie = prepareTie(WORKED_TIE);
  const [leadMm, setMm] = [evenLeadMm(tie), naturalSetMm(tie, NECK_MM)];
  const limits = { neckBreadthMm: null, collarPointsMm: null, faceWidthMm: null };
  const fit = fitTie({ tie, neckPathMm: NECK_MM, setMm, leadMm, longEnd: 'left', limits });
  const measures = tyingMeasures(tie, fit, NECK_MM - 6.35);
  const bake = (/** @type {boolean} */ withHands) => async () => {
    const began = performance.now();
    const choreography = choreograph(measures, 'left', 'main');
    const player = playHands(choreography, 'wearer');
    choreography.steps.forEach((step, index) => {
      for (let k = 0; k <= MOMENTS; k += 1) {
        const moment = poseStep(choreography, step, k / MOMENTS);
        if (!withHands || k % HANDS_EVERY > 0) continue;
        const { own, other } = player.at(index, k / MOMENTS, moment);
        pointsOfHand(own.pose, 'own', 'wearer', 'left');
        pointsOfHand(other.pose, 'other', 'wearer', 'left');
      }
    });
    return performance.now() - began;
  };
  return sideBySide(bake(true), bake(false));
}
