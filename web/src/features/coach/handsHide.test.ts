import {
  choreograph,
  HAND_ROLES,
  isInside,
  keyMoments,
  playHands,
  pointsOfHand,
  poseStep,
  projectPose,
  TYING_HANDS,
  TYING_WAYS,
  type StillPatch,
} from '@easytuck/core';
import { subjectOfTie, tiedBy } from './coachSubject.ts';
import { TIE } from './testing.ts';
import { bestView, viewOf } from './views.ts';

/** Of the cloth that is seen without hands, at least this share is seen with them. */
const LEAST_SEEN = 0.7;
/** Side of a cell that is counted, in mm. */
const CELL_MM = 3;
/** More cells than a picture has from one side to the other. */
const CELLS_ACROSS = 10_000;
const CLOTH = 1;
const COVERED_CLOTH = 2;
/** Moments that the hands are led through in a step. */
const MOMENTS = 24;

const isCloth = ({ tone }: StillPatch): boolean => tone.startsWith('long') || tone.startsWith('short');

/** Of the cells that show cloth without hands, the share that shows it with them: a glassy hand does not cover what is behind it. */
function shareSeen(patches: readonly StillPatch[]): number {
  const cells = new Map<number, number>();
  for (const patch of patches) {
    if (patch.tone === 'glass') continue;
    const isHand = patch.tone === 'glove' || patch.tone === 'sleeve';
    const [xs, ys] = [patch.points.map(([x]) => x), patch.points.map(([, y]) => y)];
    for (let i = Math.floor(Math.min(...xs) / CELL_MM); i <= Math.max(...xs) / CELL_MM; i += 1)
      for (let j = Math.floor(Math.min(...ys) / CELL_MM); j <= Math.max(...ys) / CELL_MM; j += 1) {
        if (!isInside([(i + 0.5) * CELL_MM, (j + 0.5) * CELL_MM], patch.points)) continue;
        // patches come from far to near
        const cell = i * CELLS_ACROSS + j;
        if (!isHand) cells.set(cell, isCloth(patch) ? CLOTH : 0);
        else if (cells.get(cell) === CLOTH) cells.set(cell, COVERED_CLOTH);
      }
  }
  const count = (of: number): number => [...cells.values()].filter((cell) => cell === of).length;
  return count(CLOTH) / (count(CLOTH) + count(COVERED_CLOTH));
}

describe.each(TYING_HANDS)('the hands of %s', (hands) => {
  it.each(TYING_WAYS)('leave most of the cloth to be seen at every key moment, tied %s', (way) => {
    const { measures } = tiedBy(subjectOfTie(TIE, null), way, null);
    const choreography = choreograph(measures, 'left', way);
    const player = playHands(choreography, hands);
    const keys = keyMoments(choreography);
    const hidden: string[] = [];
    let counted = 0;
    choreography.steps.forEach((step, stepIndex) => {
      for (let k = 0; k <= MOMENTS; k += 1) {
        const share = k / MOMENTS;
        const moment = poseStep(choreography, step, share);
        const led = player.at(stepIndex, share, moment);
        const isKey = keys.some((key) => key.stepIndex === stepIndex && Math.abs(key.share - share) < 0.5 / MOMENTS);
        if (!isKey) continue;
        const { patches } = projectPose({
          ...{ pose: moment.pose, knotAt: moment.knotAt, collarDown: moment.collarDown, withBody: true },
          ...{ collarRadiusMm: measures.collarRadiusMm, collar: measures.collar, view: viewOf(bestView(step.step, hands), 'left') },
          hands: HAND_ROLES.map((role) => pointsOfHand(led[role].pose, role, hands, 'left')),
        });
        const seen = shareSeen(patches);
        counted += 1;
        if (seen < LEAST_SEEN) hidden.push(`${step.step} at ${share.toFixed(2)}: ${(100 * seen).toFixed(0)} %`);
      }
    });
    expect(hidden).toEqual([]);
    expect(counted).toBeGreaterThan(11);
  });
});
