import {
  blend,
  choreograph,
  DIGITS,
  dot,
  GLASSY_MM,
  HAND_ROLES,
  isInside,
  keyMoments,
  playHands,
  pointIndex,
  pointsOfHand,
  poseStep,
  projectPose,
  RADII_MM,
  subtract,
  TYING_HANDS,
  TYING_WAYS,
  unit,
  type Point3,
  type StillPatch,
  type ViewDirection,
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

const pointAt = (points: ArrayLike<number>, index: number): Point3 => ({
  x: points[3 * index] ?? 0,
  y: points[3 * index + 1] ?? 0,
  z: points[3 * index + 2] ?? 0,
});

/** Places along the bones of a hand, and half their thickness. */
function* placesOfHand(
  points: ArrayLike<number>,
): Generator<{ readonly digit: number | null; readonly at: Point3; readonly radiusMm: number }> {
  for (const [digit, name] of DIGITS.entries())
    for (const bone of [0, 1, 2])
      for (const share of [0.25, 0.5, 0.75, 1]) {
        const at = blend(pointAt(points, pointIndex(digit, bone)), pointAt(points, pointIndex(digit, bone + 1)), share);
        yield { digit, at, radiusMm: RADII_MM[name][bone] ?? 0 };
      }
  for (let digit = 1; digit < DIGITS.length; digit += 1)
    for (const share of [0.2, 0.4, 0.6, 0.8])
      yield { digit: null, at: blend(pointAt(points, 0), pointAt(points, pointIndex(digit, 0)), share), radiusMm: PALM_MM };
}
const PALM_MM = 12;

/** Whether another finger or a palm lies between a fingertip and the eye, and is not glassy there. */
function isTipHidden(hands: readonly ArrayLike<number>[], hand: number, digit: number, knotAt: Point3, view: ViewDirection): boolean {
  const towards = unit(view.towards);
  const tip = pointAt(hands[hand] ?? [], pointIndex(digit, 3));
  const offAxis = (from: Point3, to: Point3): { readonly aheadMm: number; readonly asideMm: number } => {
    const apart = subtract(to, from);
    const aheadMm = dot(apart, towards);
    return { aheadMm, asideMm: Math.sqrt(Math.max(0, dot(apart, apart) - aheadMm ** 2)) };
  };
  return hands.some((points, k) =>
    [...placesOfHand(points)].some((place) => {
      if (k === hand && place.digit === digit) return false;
      const { aheadMm, asideMm } = offAxis(tip, place.at);
      return aheadMm > place.radiusMm && asideMm < place.radiusMm && offAxis(knotAt, place.at).asideMm > GLASSY_MM;
    }),
  );
}

describe.each(TYING_HANDS)('the hands of %s', (hands) => {
  it.each(TYING_WAYS)('leave most of the cloth and the fingertips at work to be seen at every key moment, tied %s', (way) => {
    const { measures } = tiedBy(subjectOfTie(TIE, null), way, null);
    const choreography = choreograph(measures, 'left', way);
    const player = playHands(choreography, hands);
    const keys = keyMoments(choreography);
    const hidden: string[] = [];
    let counted = 0;
    const gripsSeen: boolean[] = [];
    choreography.steps.forEach((step, stepIndex) => {
      for (let k = 0; k <= MOMENTS; k += 1) {
        const share = k / MOMENTS;
        const moment = poseStep(choreography, step, share);
        const led = player.at(stepIndex, share, moment);
        const isKey = keys.some((key) => key.stepIndex === stepIndex && Math.abs(key.share - share) < 0.5 / MOMENTS);
        if (!isKey) continue;
        const view = viewOf(bestView(step.step, hands), 'left');
        const points = HAND_ROLES.map((role) => pointsOfHand(led[role].pose, role, hands, 'left'));
        HAND_ROLES.forEach((role, hand) => {
          // of fingers that hold the same cloth from both sides, one is always behind it
          const { pads } = led[role];
          if (pads.length > 0) gripsSeen.push(pads.some(({ digit }) => !isTipHidden(points, hand, digit, moment.knotAt, view)));
        });
        const { patches } = projectPose({
          ...{ pose: moment.pose, knotAt: moment.knotAt, collarDown: moment.collarDown, withBody: true },
          ...{ collarRadiusMm: measures.collarRadiusMm, collar: measures.collar, view },
          hands: points,
        });
        const seen = shareSeen(patches);
        counted += 1;
        if (seen < LEAST_SEEN) hidden.push(`${step.step} at ${share.toFixed(2)}: ${(100 * seen).toFixed(0)} %`);
      }
    });
    expect(hidden).toEqual([]);
    expect(counted).toBeGreaterThan(11);
    expect(gripsSeen.length).toBeGreaterThan(11);
    expect(gripsSeen.filter(Boolean).length / gripsSeen.length).toBeGreaterThanOrEqual(LEAST_SEEN);
  });
});
